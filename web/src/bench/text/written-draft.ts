import { Chunk } from '@codemirror/merge'
import { Text } from '@codemirror/state'
import { attempt } from '@rheoscope/core/schema'
import { batch, editsBetween, RheoError, type Component, type Edit, type Project, type Screen } from '@rheoscope/core/document'
import { nameIn, readWritten, sameIn, withLines, writtenPlainly, type FormProblem, type LinesPlace, type ReadProjectText } from '@rheoscope/core/written'

/** A text somebody is writing, and what it was about when it was read last. */
export interface Draft<T extends Owner> {
  readonly text: string
  readonly project: Project
  readonly owner: T
}

/** What is written. */
export type Owner = Component | Screen

/** What a draft comes to. */
export interface ReadDraft<T extends Owner> {
  /** Null where nothing is to be changed, or the lines that can be read say nothing without the others. */
  readonly edit: Edit | null
  /** The draft with what it says now, for once the edit has been made: what others change meanwhile is not what it changes back. */
  readonly made: Draft<T>
  readonly problems: readonly FormProblem[]
  /** The same as far as it can be read. */
  readonly owner: T
}

const known = new WeakMap<Owner, { readonly project: Project; readonly text: string }>()

/** The written form of a component or screen, written once for as long as both stay the same. */
export function plainText(project: Project, owner: Owner): string {
  const before = known.get(owner)
  if (before?.project === project) return before.text
  const text = writtenPlainly(project, owner)
  known.set(owner, { project, text })
  return text
}

/** So often lines that cannot be read are put back to what they were: others can have been about what they said. */
const MOST_ROUNDS = 4

/** The least edits that make of a component or screen what a draft says of it. It is the same, whatever it is called now. A line that cannot be read counts as it was. */
export function readDraft<T extends Owner>(draft: Draft<T>): ReadDraft<T> {
  const { project, owner } = draft
  const first = read(draft, draft.text)
  const was = first.problems.length > 0 ? plainText(project, owner) : ''
  let [text, now] = [draft.text, first]
  for (let round = 0; now.problems.length > 0 && round < MOST_ROUNDS; round++) {
    const readable = withLinesAsTheyWere(was, text, now.problems)
    if (readable === null) break
    text = readable
    now = read(draft, text)
  }
  const nothing = (problems: readonly FormProblem[]) => ({ edit: null, made: draft, problems, owner: first.owner ?? owner })
  if (now.problems.length > 0 || !now.owner) return nothing(first.problems)
  const edits = editsBetween(['axes' in owner ? 'components' : 'screens', owner.id], owner, now.owner)
  const made = { text: draft.text, project: now.project, owner: now.owner }
  const edit = edits.length === 0 ? null : batch(...edits)
  const after = edit && attempt(project, edit)
  if (after instanceof RheoError) return nothing([{ line: 1, column: 1, length: 0, sentence: after.message }, ...first.problems])
  return { edit, made, problems: first.problems, owner: now.owner }
}

function read<T extends Owner>({ project, owner }: Draft<T>, text: string): ReadProjectText & { readonly owner: T | undefined } {
  const name = nameIn(text) ?? owner.name
  const called = <E extends Owner>(each: E): E => (each.id === owner.id ? { ...each, name } : each)
  const now = readWritten(text, 'axes' in owner ? { ...project, components: project.components.map(called) } : { ...project, screens: project.screens.map(called) })
  return { ...now, owner: sameIn(now.project, owner) }
}

/** The edits that put further lines into what there is, each where it belongs; with what of them cannot be read. */
export function editOfLines(project: Project, owner: Owner, lines: string, place: LinesPlace): Pick<ReadDraft<Owner>, 'edit' | 'problems'> {
  const { edit, problems } = readDraft({ text: withLines(plainText(project, owner), lines, place), project, owner })
  return { edit: problems.length > 0 ? null : edit, problems }
}

/** A text with the lines that cannot be read as they were before; those that are new are left out. Null where it is open what they were: where others are gone. */
function withLinesAsTheyWere(before: string, text: string, problems: readonly FormProblem[]): string | null {
  const [was, is] = [before.split('\n'), text.split('\n')]
  const [old, now] = [Text.of(was), Text.of(is)]
  const lines: (string | null)[] = [...is]
  const chunks = Chunk.build(old, now)
  for (const { line } of problems) {
    const at = now.line(Math.min(line, now.lines)).from
    const chunk = chunks.find(({ fromB, endB }) => at >= fromB && at <= endB)
    if (!chunk) return null
    const [fromA, fromB] = [old.lineAt(Math.min(chunk.fromA, old.length)).number, now.lineAt(chunk.fromB).number]
    const countA = chunk.fromA === chunk.toA ? 0 : old.lineAt(Math.min(chunk.endA, old.length)).number - fromA + 1
    const countB = now.lineAt(Math.min(chunk.endB, now.length)).number - fromB + 1
    const place = line - fromB
    if (countA > countB) return null
    lines[line - 1] = place < countA ? was[fromA + place - 1] ?? null : null
  }
  return lines.filter((line) => line !== null).join('\n')
}
