import type { Diagnostic } from '@codemirror/lint'
import { Text } from '@codemirror/state'
import type { EditorView } from '@codemirror/view'
import { useCallback, useEffect, useMemo, useRef, useState, type MouseEvent, type RefObject } from 'react'
import { holdsIn, sameValue, triggerRow, type Project } from '@rheoscope/core/document'
import { linesAbout, mendOf, type FormProblem, type Mend } from '@rheoscope/core/written'
import { useFindingsAt } from '../../checks/use-findings'
import { useStillBench, type Bench } from '../page/use-bench'
import { followed } from './followed'
import { foundIn } from './found-in-text'
import { markedBeside } from './marked-beside'
import { TextEditor } from './text-editor'
import { useWritten } from './use-written'
import { whatChanges } from './what-changes'
import { plainText, readDraft, type Draft, type Owner } from './written-draft'
import './text.css'

/** What has been typed is kept once typing has paused for so long, in ms. */
const PAUSE_MS = 800

/** What could not be read when somebody left it, by project and what it says: it stands there when they come back. */
const unread = new Map<string, Draft<Owner>>()

const NONE: readonly FormProblem[] = []

/** The component or screen that is open as text, to be changed there: what can be read is seen at once, and kept when typing pauses. */
export function WholeText() {
  const bench = useStillBench()
  const { component, isScreen, session, select } = bench
  const { project, owner } = useWritten()
  const [what, otherwise] = isScreen ? ['screen', 'list'] as const : ['component', 'table'] as const
  const editor = useRef<EditorView>(null)
  const place = `${project.id} ${owner.id}`
  const [typed, setTyped] = useState<Draft<Owner> | null>(() => unread.get(place) ?? null)
  const draft = useMemo(() => typed && withOthers(typed, project, owner), [typed, project, owner])
  const read = useMemo(() => draft && readDraft(draft), [draft])
  const { edit = null, problems = NONE } = read ?? {}
  const text = draft?.text ?? plainText(project, owner)

  const keep = useCallback(() => {
    if (!read?.edit) return
    session.dispatch(read.edit, 'change the text')
    setTyped(read.made)
  }, [read, session])
  const leaving = useRef(keep)

  useEffect(() => {
    leaving.current = () => {
      keep()
      if (read && problems.length > 0) unread.set(place, read.made)
      else unread.delete(place)
    }
    session.preview(edit)
    const pause = edit ? setTimeout(keep, PAUSE_MS) : undefined
    return () => clearTimeout(pause)
  }, [edit, keep, session, read, problems, place])
  useEffect(() => () => {
    leaving.current()
    session.preview(null)
  }, [session])

  const leave = () => {
    if (problems.length > 0) return
    keep()
    setTyped(null)
  }

  const shown = read?.owner ?? owner
  const running = 'axes' in shown ? shown : component
  const abouts = useMemo(() => linesAbout(text, running), [text, running])
  const about = useMemo(() => ({ project, component: running, before: '', marked: markedBeside(abouts, bench) }), [project, running, abouts, bench])
  const findings = useFindingsAt(owner.id, isScreen)
  const mendable = useMemo(() => problems.map((problem) => ({ problem, mend: mendOf(project, running, text, problem) })), [problems, project, running, text])
  const underlined = useMemo(() => [...mendable.map((each) => unreadable(text, each)), ...foundIn(text, abouts, findings)], [mendable, text, abouts, findings])
  const goTo = (line: number) => selectAt(bench, abouts.find((each) => each.line === line))

  return (
    <div className="written">
      <div className="written-head">
        <button className="plain underlined" title={`Back to the ${otherwise} (T)`} onClick={() => select({ do: 'show as', as: 'table' })}>as a {otherwise}</button>
        <span className="muted" role="status">{edit && problems.length === 0 ? whatChanges(owner, edit) : saidOf(problems)}</span>
      </div>
      <TextEditor label={`The ${what} as text`} text={text} about={about} problems={underlined} editor={editor} onType={(now) => setTyped({ ...(draft ?? { project, owner }), text: now })} onBlur={leave} onLine={goTo} />
      <Unreadable lines={mendable} editor={editor} />
    </div>
  )
}

/** The lines that cannot be read: each leads to its place, and can be mended where it is clear how. */
function Unreadable({ lines, editor }: { readonly lines: readonly Mendable[]; readonly editor: RefObject<EditorView | null> }) {
  if (lines.length === 0) return null
  return (
    <ul className="written-problems" aria-label="Lines that cannot be read">
      {lines.map(({ problem, mend }) => (
        <li key={`${problem.line} ${problem.column}`}>
          <button className="plain" onMouseDown={stayInText} onClick={() => putCaret(editor.current, problem)}><span className="mono">{problem.line}</span> {problem.sentence}</button>
          {mend && <button className="plain underlined" onMouseDown={stayInText} onClick={() => mendIn(editor.current, mend)}>{mend.label}</button>}
        </li>
      ))}
    </ul>
  )
}

const saidOf = ({ length }: readonly FormProblem[]): string =>
  (length === 0 ? 'What you type is seen at once.' : `${length === 1 ? 'A line' : `${length} lines`} cannot be read; what ${length === 1 ? 'it is' : 'they are'} about stays as it was.`)

/** A draft with what others have changed of what it is about since it was read last. */
function withOthers(draft: Draft<Owner>, project: Project, owner: Owner): Draft<Owner> {
  if (sameValue(draft.owner, owner)) return draft
  const changes = followed(plainText(draft.project, draft.owner), draft.text, plainText(project, owner))
  return { project, owner, text: changes.apply(Text.of(draft.text.split('\n'))).toString() }
}

interface Mendable {
  readonly problem: FormProblem
  readonly mend: Mend | null
}

/** Where a line cannot be read, with what would most likely mend it. */
function unreadable(text: string, { problem, mend }: Mendable): Diagnostic {
  const line = Text.of(text.split('\n')).line(problem.line)
  const from = Math.min(line.from + problem.column - 1, line.to)
  return {
    from, to: problem.length === 0 ? line.to : Math.min(from + problem.length, line.to), severity: 'error', message: problem.sentence,
    actions: mend ? [{ name: mend.label, apply: (view) => mendIn(view, mend) }] : [],
  }
}

function mendIn(view: EditorView | null, { from, to, insert }: Mend): void {
  view?.dispatch({ changes: { from, to, insert }, selection: { anchor: from + insert.length }, userEvent: 'input' })
}

/** A press that leaves the focus in the text. */
const stayInText = (event: MouseEvent): void => event.preventDefault()

/** Selects on the bench what a line is about. */
function selectAt({ component, axis, select }: Bench, about: ReturnType<typeof linesAbout>[number] | undefined): void {
  if (!about) return
  const on = component.axes.find(({ id }) => id === about.axis)
  const rule = component.rules.find(({ id }) => id === about.rule)
  const state = on?.states.find(({ id }) => id === about.state || (rule && holdsIn(rule, id, on))) ?? null
  if (on && state && on.id !== axis.id) select({ do: 'select axis', axis: on.id, state: state.id })
  if (rule && state) select({ do: 'select cell', state: state.id, row: triggerRow(rule.trigger, rule.part) })
  else if (state) select({ do: 'select state', state: state.id })
  if (about.part !== null && component.parts.some(({ id }) => id === about.part)) select({ do: 'select parts', parts: [about.part] })
}

/** Puts the caret where a line cannot be read. */
function putCaret(view: EditorView | null, { line, column }: FormProblem): void {
  if (!view) return
  const { from, to } = view.state.doc.line(line)
  view.dispatch({ selection: { anchor: Math.min(from + column - 1, to) }, scrollIntoView: true })
  view.focus()
}
