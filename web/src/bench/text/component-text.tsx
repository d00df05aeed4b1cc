import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import type { Id } from '@rheoscope/core/document'
import { writtenComponent, type FormProblem } from '@rheoscope/core/written'
import { useStillBench } from '../page/use-bench'
import { readDraft, type Draft } from './written-draft'
import './text.css'

/** What has been typed is kept once typing has paused for so long, in ms. */
const PAUSE_MS = 800

/** What could not be read when somebody left it, by component: it stands there when they come back. */
const unread = new Map<Id, Draft>()

const NONE: readonly FormProblem[] = []

/** The component as text, to be changed there: what can be read is seen at once, and kept when typing pauses. */
export function ComponentText() {
  const { project, component, session, select } = useStillBench()
  const field = useRef<HTMLTextAreaElement>(null)
  const [draft, setDraft] = useState<Draft | null>(() => unread.get(component.id) ?? null)
  const written = useMemo(() => writtenComponent(project, component), [project, component])
  const read = useMemo(() => draft && readDraft(draft), [draft])
  const { edit = null, problems = NONE } = read ?? {}

  const keep = useCallback(() => {
    if (!read?.edit) return
    session.dispatch(read.edit, 'change the text')
    setDraft((now) => now && { ...read.made, text: now.text })
  }, [read, session])
  const leaving = useRef(keep)

  useEffect(() => {
    leaving.current = () => {
      keep()
      if (draft && problems.length > 0) unread.set(component.id, draft)
      else unread.delete(component.id)
    }
    session.preview(edit)
    const pause = edit ? setTimeout(keep, PAUSE_MS) : undefined
    return () => clearTimeout(pause)
  }, [edit, keep, session, draft, problems, component.id])
  useEffect(() => () => {
    leaving.current()
    session.preview(null)
  }, [session])

  const leave = () => {
    if (problems.length > 0) return
    keep()
    setDraft(null)
  }

  return (
    <div className="written">
      <div className="written-head">
        <button className="plain underlined" title="Back to the table (T)" onClick={() => select({ do: 'show as', as: 'table' })}>as a table</button>
        <span className="muted" role="status">{problems.length === 0 ? 'What you type is seen at once.' : `${problems.length === 1 ? 'A line' : `${problems.length} lines`} cannot be read; nothing is changed until ${problems.length === 1 ? 'it' : 'they'} can.`}</span>
      </div>
      <textarea
        ref={field} className="written-text mono" aria-label="The component as text" spellCheck={false} autoCapitalize="off" wrap="off" data-typing
        value={draft?.text ?? written} onChange={({ target }) => setDraft({ ...(draft ?? { project, component }), text: target.value })} onBlur={leave}
      />
      {problems.length > 0 && (
        <ul className="written-problems" aria-label="Lines that cannot be read">
          {problems.map((problem) => (
            <li key={`${problem.line} ${problem.column}`}>
              <button className="plain" onMouseDown={(event) => event.preventDefault()} onClick={() => putCaret(field.current, problem)}><span className="mono">{problem.line}</span> {problem.sentence}</button>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

/** Puts the caret where a line cannot be read. */
function putCaret(field: HTMLTextAreaElement | null, { line, column }: FormProblem): void {
  if (!field) return
  const before = field.value.split('\n').slice(0, line - 1)
  const at = before.reduce((sum, each) => sum + each.length + 1, 0) + column - 1
  field.focus()
  field.setSelectionRange(at, at)
}
