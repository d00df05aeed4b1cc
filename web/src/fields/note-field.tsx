import { useEffect, useId, useState, type KeyboardEvent } from 'react'
import './fields.css'

interface NoteFieldProps {
  readonly label?: string
  readonly value: string | undefined
  readonly onCommit: (note: string) => void
}

/** What is to be said of something, in as many lines as it takes: kept when the field is left, gone back on with Escape. */
export function NoteField({ label = 'note', value = '', onCommit }: NoteFieldProps) {
  const id = useId()
  const [text, setText] = useState(value)
  useEffect(() => setText(value), [value])
  const onKeyDown = (event: KeyboardEvent<HTMLTextAreaElement>) => {
    if (event.key === 'Escape') {
      if (text === value) event.currentTarget.blur()
      setText(value)
    }
    if (!event.ctrlKey && !event.metaKey) event.stopPropagation()
  }
  return (
    <span className="field note-field">
      <label htmlFor={id}>{label}</label>
      <textarea id={id} value={text} rows={Math.min(8, text.split('\n').length)} placeholder="none" data-typing={text === value ? undefined : ''} onChange={(event) => setText(event.target.value)} onBlur={() => { if (text !== value) onCommit(text) }} onKeyDown={onKeyDown} />
    </span>
  )
}
