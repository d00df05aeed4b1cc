import type { EditorView } from '@codemirror/view'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useStillBench } from '../page/use-bench'
import { TextEditor } from './text-editor'
import { useWritten } from './use-written'
import { whatChanges } from './what-changes'
import { editOfLines } from './written-draft'
import './text.css'

const NONE = [] as const

const EXAMPLES = 'after 1800: working -> done, 160 ms; over plate: fill #3b6d91; text label "Board" at 0,11. Enter makes it, Esc leaves.'

/** A line of the written form, to be put into what is open: what it changes is shown before it is made. Several lines can be pasted. */
export function OpenLine({ first }: { readonly first: string }) {
  const { component, isScreen, session, select, state, view } = useStillBench()
  const { project, owner } = useWritten()
  const [lines, setLines] = useState(first)
  const editor = useRef<EditorView>(null)
  const holder = component.parts.find(({ id, kind }) => id === view.parts[0] && kind === 'container')?.name ?? null
  const place = useMemo(() => ({ state: isScreen ? null : state.name, holder }), [isScreen, state.name, holder])
  const { edit, problems } = useMemo(() => editOfLines(project, owner, lines, place), [project, owner, lines, place])
  const about = useMemo(() => ({ project, component, before: `${isScreen ? 'screen' : 'component'} x\n  `, marked: [] }), [project, component, isScreen])

  useEffect(() => {
    session.preview(edit)
  }, [session, edit])
  useEffect(() => () => session.preview(null), [session])

  const isEmpty = lines.trim() === ''
  const close = () => select({ do: 'write a line', line: null })
  const make = () => {
    if (!isEmpty && !edit) return
    if (edit) session.dispatch(edit, 'write a line')
    close()
  }
  return (
    <div className="one-line">
      <TextEditor label="A line" text={lines} about={about} problems={NONE} editor={editor} onType={setLines} onEnter={make} onEscape={close} />
      <p role="status">{isEmpty ? EXAMPLES : problems[0]?.sentence ?? (edit ? whatChanges(owner, edit) : 'It is so already.')}</p>
      <button className="plain underlined" disabled={!edit} onClick={make}>Make it</button>
      <button className="plain underlined" onClick={close}>Leave</button>
    </div>
  )
}
