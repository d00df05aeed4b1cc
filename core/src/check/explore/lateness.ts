import { certain } from '../../document'
import { after, whenever, type Explored, type Node, type SymbolicPlace, type Travelled } from './explore'
import { bind, carriedOver, extrapolate, includes, pass, readings, zeroZone, type Zone } from './zone'

/** A node in which longer has passed since another one on the way to it than may. */
export interface Late {
  readonly node: Node
  readonly since: Node
}

interface Beginning {
  readonly node: Node
  /** The readings in which it begins, with those of a clock that has just started behind them. */
  readonly zone: Zone
}

interface Waiting {
  readonly node: Node
  readonly since: Node
  readonly zone: Zone
}

/**
 * Where what begins at some nodes or with some steps can still be waited for after `withinMs` ms, the fewest steps first:
 * the clock of the waiting is one more clock of the zones, so that times which hang together are not added up. Only what
 * comes of itself is followed; a person who does something meanwhile calls the waiting off.
 */
export function* lateIn({ nodes }: Explored, steps: readonly Travelled[], isBegun: (place: SymbolicPlace) => boolean, isDone: (place: SymbolicPlace) => boolean, withinMs: number): Generator<Late> {
  const isWaitedFor = (place: SymbolicPlace) => isBegun(place) && !isDone(place)
  const known = new Map<SymbolicPlace, Zone[]>()
  const open: Waiting[] = []
  const wait = (node: Node, since: Node, zone: Zone) => {
    const zones = known.get(node.place) ?? []
    if (!lets(zone, node.place, withinMs) || zones.some((each) => includes(each, zone))) return
    known.set(node.place, [...zones.filter((each) => !includes(zone, each)), zone])
    open.push({ node, since, zone })
  }
  for (const { node, zone } of beginningsOf(nodes, steps, isBegun, isWaitedFor)) wait(node, node, zone)
  for (let next = 0; next < open.length; next++) {
    const { node, since, zone } = certain(open[next])
    const { place } = node
    const n = place.deadlines.length + 1
    if (readings(zone, n + 1, n)[1] > withinMs) yield { node, since }
    for (const step of place.steps ?? []) {
      if (step.deadline === null) continue
      const when = whenever(place, zone, step, n + 1)
      if (!when) continue
      for (const { to, outcome, from } of step.outcomes) {
        if (!isDone(to)) wait(after({ ...step, from: node, to, outcome }), since, carriedOver(when, n + 1, [...from, n]))
      }
    }
  }
}

function beginningsOf(nodes: readonly Node[], steps: readonly Travelled[], isBegun: (place: SymbolicPlace) => boolean, isWaitedFor: (place: SymbolicPlace) => boolean): readonly Beginning[] {
  const atFirst = nodes.filter(({ before, place }) => before === null && isWaitedFor(place))
  return [
    ...atFirst.map((node) => ({ node, zone: zeroZone(node.place.deadlines.length + 2) })),
    ...steps.filter(({ from, to }) => !isBegun(from.place) && isWaitedFor(to)).map((step) => ({ node: after(step), zone: carriedOver(step.when, step.from.place.deadlines.length + 1, [...step.clocks, 0]) })),
  ]
}

/** Lets time pass at a place as far as it may, telling nothing beyond `withinMs` apart; says whether any readings are left. */
function lets(zone: Zone, { deadlines }: SymbolicPlace, withinMs: number): boolean {
  const n = deadlines.length + 2
  pass(zone, n)
  if (!deadlines.every(({ most }, index) => bind(zone, n, index + 1, 0, most))) return false
  extrapolate(zone, n, [0, ...deadlines.map(({ most }) => most), withinMs])
  return true
}
