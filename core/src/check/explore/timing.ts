import { certain, theOne } from '../../document'
import type { Node } from './explore'

/** A person takes so long between two things they do, where there is time. */
const PACE_MS = 100

/** The nodes on the way to one, the first first. */
export function wayTo(node: Node): readonly Node[] {
  const way: Node[] = []
  for (let at: Node | null = node; at !== null; at = at.before) way.unshift(at)
  return way
}

/** That one instant comes at least so long after another; instants by their place on the way. */
interface AtLeast {
  readonly later: number
  readonly earlier: number
  readonly ms: number
}

/** That so many ms have passed since a node on a way, and nothing more has come of itself after its last. */
export interface Wait {
  readonly since: Node
  readonly ms: number
}

/**
 * Instants, in ms, for what happens on a way from the beginning, and for the end of a wait after it: the earliest there
 * are, with a person's pace wherever the clocks leave time for it.
 */
export function instantsOf(way: readonly Node[], wait: Wait | null = null): readonly number[] {
  const demands = demandsOf(way, wait)
  const count = way.length + (wait ? 1 : 0)
  let kept: readonly AtLeast[] = demands
  for (const [index, { by }] of way.entries()) {
    if (index === 0 || by === null || !isByHand(by.what)) continue
    const paced = [...kept, { later: index, earlier: index - 1, ms: PACE_MS }]
    if (earliest(paced, count)) kept = paced
  }
  return earliest(kept, count) ?? Array.from({ length: count }, () => 0)
}

/** The earliest instants there are for what happens on a way, in ms, whoever does something doing it at once. */
export const soonest = (way: readonly Node[]): readonly number[] => earliest(demandsOf(way), way.length) ?? way.map(() => 0)

const isByHand = (what: string): boolean => ['point', 'press', 'release', 'tap', 'drag', 'cancel', 'turn', 'focus', 'key', 'key up', 'name', 'put', 'message', 'return'].includes(what)

/** What the clocks ask of the instants of a way. */
function demandsOf(way: readonly Node[], wait: Wait | null = null): readonly AtLeast[] {
  const demands: AtLeast[] = []
  const since = new Map<number, number>()
  for (const [index, node] of way.entries()) {
    const before = way[index - 1]
    for (const deadline of before?.place.deadlines ?? []) {
      const from = since.get(deadline.clock) ?? 0
      const happens = node.by === deadline.occasion
      const { least, most } = deadline
      if (happens) demands.push({ later: index, earlier: from, ms: least })
      if (node.ending.includes(deadline)) demands.push({ later: index, earlier: from, ms: least })
      const comesFirst = !happens && (isByHand(certain(node.by).what) || isAhead(certain(before), deadline.clock, node) || node.going.includes(deadline))
      demands.push({ later: from, earlier: index, ms: -(comesFirst ? most - 1 : most) })
    }
    if (index > 0) demands.push({ later: index, earlier: index - 1, ms: 0 })
    for (const clock of node.outcome.started) since.set(clock, index)
  }
  if (!wait) return demands
  const end = way.length
  const open = (way.at(-1)?.place.deadlines ?? []).map(({ clock, most }): AtLeast => ({ later: since.get(clock) ?? 0, earlier: end, ms: 1 - most }))
  return [...demands, ...open, { later: end, earlier: end - 1, ms: 0 }, { later: end, earlier: way.indexOf(wait.since), ms: wait.ms }]
}

/** Whether a deadline goes before what happened when both are due. */
function isAhead({ place }: Node, clock: number, { by }: Node): boolean {
  const happened = place.deadlines.find(({ occasion }) => occasion === by)
  return happened !== undefined && theOne(place.deadlines, (each) => each.clock === clock).rank < happened.rank
}

/** The earliest instants that meet all demands (Bellman and Ford); null when none do. */
function earliest(demands: readonly AtLeast[], count: number): readonly number[] | null {
  const instants = Array.from({ length: count }, () => 0)
  for (let round = 0; round <= count + 1; round++) {
    let isChanged = false
    for (const { later, earlier, ms } of demands) {
      if (certain(instants[later]) >= certain(instants[earlier]) + ms) continue
      instants[later] = certain(instants[earlier]) + ms
      isChanged = true
    }
    if (!isChanged) return instants[0] === 0 ? instants : null
  }
  return null
}
