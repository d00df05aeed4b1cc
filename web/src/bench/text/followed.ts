import { presentableDiff, type Change } from '@codemirror/merge'
import { ChangeSet, type ChangeSpec } from '@codemirror/state'

const specs = (changes: readonly Change[], to: string): readonly ChangeSpec[] => changes.map(({ fromA, toA, fromB, toB }) => ({ from: fromA, to: toA, insert: to.slice(fromB, toB) }))

/** The changes that make one text of another, word by word. */
export const changesBetween = (from: string, to: string): ChangeSet => ChangeSet.of(specs(presentableDiff(from, to), to), from.length)

/**
 * The changes to a text somebody is writing that bring in what others have changed since. What one has changed oneself stays as one writes it.
 *
 * @param base the text both began with
 */
export function followed(base: string, mine: string, theirs: string): ChangeSet {
  const own = presentableDiff(base, mine)
  const isMine = ({ fromA, toA }: Change) => own.some((change) => change.fromA <= toA && change.toA >= fromA)
  const others = presentableDiff(base, theirs).filter((change) => !isMine(change))
  return ChangeSet.of(specs(others, theirs), base.length).map(changesBetween(base, mine))
}
