import { isCrossFade, parseColour } from '../../../motion'
import { named } from '../../ground/answers'
import { stateChangesIn, wayOf } from '../../ground/changes'
import type { ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { overlap, passageOf, type PassageFrame, type Passage, type PlacedItem } from '../../ground/placed'
import { witnessOfChange } from '../../ground/witness'

/** What shows less than this nobody reads. */
const FAINT = 1 / 7

/** Two texts that lie over one another for less than this are not seen to. */
const SEEN_MS = 80

/** How much of the smaller of two texts lies over the other. */
const OVERLAP = 0.3

interface Ghosts {
  readonly frame: PassageFrame
  readonly one: PlacedItem
  readonly other: PlacedItem
}

/** Two different texts, each more than a seventh to be seen, that lie over one another while one gives way to the other. */
export const textGhosts: ComponentCheck = {
  name: 'text-ghosts', scope: 'component', levels: ['risk'],
  means: 'two different texts, each more than a seventh to be seen, lie over one another for 80 ms while one gives way to the other',
  finds: (context) => {
    const { component } = context
    const seen = new Set<string>()
    return stateChangesIn(context).flatMap((change): Finding[] => {
      const passage = passageOf(context, change)
      const found = passage && ghostsIn(passage)
      const key = found ? [found.one.item.part, found.other.item.part].toSorted().join(' ') : ''
      if (!found || seen.has(key)) return []
      seen.add(key)
      const { frame: { atMs }, one, other } = found
      return [{
        id: `text-ghosts ${component.id} ${key}`, kind: 'text-ghosts', level: 'risk',
        sentence: `${named(context, one.item.part)} and ${named(context, other.item.part)} lie over one another in ${wayOf(change)} while the one gives way to the other, and neither can be read: after ${atMs} ms ${percent(one)} and ${percent(other)} of them show.`,
        about: { component: component.id, axis: change.axis.id, state: change.from.id, part: one.item.part, ...(change.rule ? { rule: change.rule.id } : {}) },
        remedy: null, witness: witnessOfChange(context, change, { afterMs: atMs, caption: 'two texts over one another' }), numbers: { atMs },
      }]
    })
  },
}

const percent = ({ opacity }: PlacedItem): string => `${Math.round(opacity * 100)} %`

/** Whether something that lets nothing through lies over the lower of two and under the upper one. */
function isBetween(placed: readonly PlacedItem[], one: PlacedItem, other: PlacedItem): boolean {
  const [low, high] = [placed.indexOf(one), placed.indexOf(other)].toSorted((a, b) => a - b)
  const lower = placed.indexOf(one) === low ? one : other
  return placed.slice((low ?? 0) + 1, high).some((each) => isSolid(each) && overlap(lower, each) > 1 - OVERLAP)
}

/** Whether nothing can be seen through it. */
function isSolid({ item: { kind, values: { fill } }, opacity }: PlacedItem): boolean {
  return opacity > 1 - FAINT && (kind === 'box' || kind === 'container') && typeof fill === 'string' && parseColour(fill)[3] > 1 - FAINT
}

/** The instant at which two such texts both show most, where they do for long enough. */
function ghostsIn({ before, frames, end }: Passage): Ghosts | null {
  const shownIn = (all: readonly PlacedItem[], { item }: PlacedItem) => (all.find((each) => each.item.key === item.key)?.opacity ?? 0) > FAINT
  const goes = (each: PlacedItem) => shownIn(before, each) && !shownIn(end, each)
  const comes = (each: PlacedItem) => !shownIn(before, each) && shownIn(end, each)
  const all = frames.flatMap((frame): Ghosts[] => {
    const texts = frame.placed.filter(({ item, opacity }) => item.kind === 'text' && item.instance === '' && opacity > FAINT && !isCrossFade(item.values.text))
    return texts.filter(goes).flatMap((one) => texts.filter((other) => comes(other) && other.item.values.text !== one.item.values.text && overlap(one, other) > OVERLAP && !isBetween(frame.placed, one, other)).map((other) => ({ frame, one, other })))
  })
  const [first, last] = [all[0], all.at(-1)]
  if (!first || !last || last.frame.atMs - first.frame.atMs < SEEN_MS) return null
  return all.reduce((most, each) => (Math.min(each.one.opacity, each.other.opacity) > Math.min(most.one.opacity, most.other.opacity) ? each : most))
}
