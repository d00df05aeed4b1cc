import { Chunk } from '@codemirror/merge'
import { Text } from '@codemirror/state'
import { batch, componentOf, editsBetween, type Component, type Edit, type Project } from '@rheoscope/core/document'
import { componentNameIn, readWritten, writtenPlainly, type FormProblem, type ReadProjectText } from '@rheoscope/core/written'

/** A text somebody is writing, and what the component was that it said last. */
export interface Draft {
  readonly text: string
  readonly project: Project
  readonly component: Component
}

/** What a draft comes to. */
export interface ReadDraft {
  /** Null where nothing is to be changed, or the lines that can be read say nothing without the others. */
  readonly edit: Edit | null
  /** The draft with what it says now, for once the edit has been made: what others change meanwhile is not what it changes back. */
  readonly made: Draft
  readonly problems: readonly FormProblem[]
  /** The component as far as it can be read. */
  readonly component: Component
}

/** So often lines that cannot be read are put back to what they were: others can have been about what they said. */
const MOST_ROUNDS = 4

/** The least edits that make of a component what a draft says of it. It is the component it was, whatever it is called now. A line that cannot be read counts as it was. */
export function readDraft(draft: Draft): ReadDraft {
  const { project, component } = draft
  const first = read(draft, draft.text)
  const was = first.problems.length > 0 ? writtenPlainly(project, component) : ''
  let [text, now] = [draft.text, first]
  for (let round = 0; now.problems.length > 0 && round < MOST_ROUNDS; round++) {
    text = withLinesAsTheyWere(was, text, now.problems)
    now = read(draft, text)
  }
  const { problems } = first
  if (now.problems.length > 0 || !now.component) return { edit: null, made: draft, problems, component: first.component ?? component }
  const edits = editsBetween(['components', component.id], component, now.component)
  return { edit: edits.length === 0 ? null : batch(...edits), made: { text: draft.text, project: now.project, component: now.component }, problems, component: now.component }
}

function read({ project, component }: Draft, text: string): ReadProjectText & { readonly component: Component | undefined } {
  const called = { ...component, name: componentNameIn(text) ?? component.name }
  const { project: now, problems } = readWritten(text, { ...project, components: project.components.map((each) => (each.id === component.id ? called : each)) })
  return { project: now, problems, component: componentOf(now, component.id) }
}

/** A text with the lines that cannot be read as they were before; those that are new are left out, with what is inside them. */
function withLinesAsTheyWere(before: string, text: string, problems: readonly FormProblem[]): string {
  const [old, now] = [Text.of(before.split('\n')), Text.of(text.split('\n'))]
  const lines: (string | null)[] = text.split('\n')
  const was = before.split('\n')
  const chunks = Chunk.build(old, now)
  for (const { line } of problems) {
    const at = now.line(Math.min(line, now.lines)).from
    const chunk = chunks.find(({ fromB, endB }) => at >= fromB && at <= endB)
    if (!chunk) continue
    const [fromA, fromB] = [old.lineAt(Math.min(chunk.fromA, old.length)).number, now.lineAt(chunk.fromB).number]
    const countA = chunk.fromA === chunk.toA ? 0 : old.lineAt(Math.min(chunk.endA, old.length)).number - fromA + 1
    const place = line - fromB
    lines[line - 1] = place < countA ? was[fromA + place - 1] ?? null : null
  }
  return lines.filter((line) => line !== null).join('\n')
}
