import { certain } from '../../document'
import { keptAt } from '../../machine'
import { MemoryAllowance, OBJECT_BYTES, USUAL_LIMIT, type Effort } from './effort'
import { driftsIn, movesIn, type Outside, type Modality } from './moves'
import type { Network } from './network'
import type { Configuration, Deadline, Mark, Occasion, Consequence } from './occasion'
import { KnownPlaces, type KnownConfiguration } from './known-places'
import { bind, carriedOver, extentOf, extrapolate, includes, pass, readings, zeroZone, type Zone } from './zone'

/** Things that cannot be told apart by anything but their clocks. */
export interface SymbolicPlace {
  readonly index: number
  readonly standing: KnownConfiguration
  readonly configuration: Configuration
  /** What counts there, in the order of the clocks of its zones. */
  readonly deadlines: readonly Deadline[]
  readonly zones: Node[]
  steps: readonly PossibleStep[] | null
}

/** What can happen at a place, and what it comes to. */
export interface PossibleStep {
  readonly occasion: Occasion
  /** The deadline that brings it about; null for what comes from a person or from outside. */
  readonly deadline: Deadline | null
  /** Motions that end at that very instant, after it, and are in nobody's way any more; and those that might, but do not. */
  readonly ending: readonly Deadline[]
  readonly going: readonly Deadline[]
  readonly outcomes: readonly { readonly to: SymbolicPlace; readonly outcome: Consequence; readonly from: readonly number[] }[]
}

/** A symbolic configuration: a place, and the readings its clocks can have there. */
export interface Node {
  readonly place: SymbolicPlace
  readonly zone: Zone
  /** The sum of the zone's bounds: no zone is inside one with a smaller sum. */
  readonly extent: number
  /** How it was reached first, which is a way with as few steps as there are. */
  readonly before: Node | null
  readonly by: Occasion | null
  /** Motions that end at the instant it was reached at, and those that do not; see `Step`. */
  readonly ending: readonly Deadline[]
  readonly going: readonly Deadline[]
  readonly outcome: Consequence
  readonly depth: number
}

export interface ExploreOptions extends Effort {
  readonly ways: readonly Modality[]
  readonly outside?: Outside
  /** What other explorations of the network have worked out already. */
  readonly space?: KnownPlaces
  /** Is told of every step once; saying true ends the exploration. */
  readonly onStep?: (step: Travelled) => boolean | void
}

/** A step from one symbolic configuration towards another. */
export interface Travelled {
  readonly from: Node
  readonly occasion: Occasion
  readonly deadline: Deadline | null
  readonly ending: readonly Deadline[]
  readonly going: readonly Deadline[]
  readonly outcome: Consequence
  /** The readings of the clocks of where it comes from, in which it happens. */
  readonly when: Zone
  /** No time passes before it, whatever one does. */
  readonly isAtOnce: boolean
  readonly to: SymbolicPlace
  /** For each clock at the place it leads to, and 0 before them: the clock it goes on with, or 0 where it starts. */
  readonly clocks: readonly number[]
}

export interface Explored {
  readonly network: Network
  readonly isFinished: boolean
  /** Nothing that was seen depends on what nobody knows, and nothing came from outside: every first way to a place is one that a run can go, with the same marks. */
  readonly isExact: boolean
  /** How many symbolic configurations were seen. */
  readonly seen: number
  readonly places: readonly SymbolicPlace[]
  readonly nodes: readonly Node[]
}

/**
 * Everything that can become of some things, breadth first: symbolic configurations are places with zones of clock
 * readings, time passes until the first deadline, what a person does comes at any instant before it, and one zone
 * inside another at the same place is not gone into again (Larsen, Pettersson and Yi 1995).
 */
export function explore(network: Network, options: ExploreOptions): Explored {
  const exploring = inSteps(network, options)
  for (;;) {
    const { done, value } = exploring.next()
    if (done) return value
  }
}

/** The same, in steps between which it can be given up. */
export function* inSteps(network: Network, { ways, outside = [], space = new KnownPlaces(network), limit = USUAL_LIMIT, memory = new MemoryAllowance(), onStep, isToStop }: ExploreOptions): Generator<void, Explored> {
  const search = new Search(space, ways, outside)
  const nodes: Node[] = [...search.begin()]
  const so = (isFinished: boolean): Explored => ({ network, isFinished, isExact: space.isExact && outside.length === 0, seen: nodes.length, places: search.places, nodes })
  for (let next = 0; next < nodes.length; next++) {
    if (nodes.length > limit || (next % 512 === 511 && isToStop?.(nodes.length) === true)) return so(false)
    if (next % BREATH === BREATH - 1) yield
    const from = certain(nodes[next])
    if (search.covered.has(from) || marksOfStep(from, 'stopped').length > 0) continue
    let [isEnough, keeps] = [false, 0]
    search.each(from, (travelled, make) => {
      if (onStep?.(travelled) === true) isEnough = true
      const node = make()
      if (node) nodes.push(node)
      keeps += (onStep ? bytesOf(travelled.when) : 0) + (node ? bytesOf(node.zone) + node.place.configuration.byteLength : 0)
    })
    if (isEnough || !memory.take(keeps)) return so(false)
  }
  return so(true)
}

/** So many nodes are gone into between two steps of an exploration. */
const BREATH = 32

const bytesOf = (zone: Zone): number => zone.byteLength + OBJECT_BYTES

const BEGINNING = { before: null, by: null, ending: [], going: [] }

class Search {
  /** Nodes whose readings another one at the same place has as well: what can come of them comes of that one. */
  readonly covered = new Set<Node>()
  private readonly all: SymbolicPlace[] = []
  private readonly known = new Map<KnownConfiguration, SymbolicPlace>()

  constructor(private readonly space: KnownPlaces, private readonly ways: readonly Modality[], private readonly outside: Outside) {}

  /** The places that can be come to. */
  get places(): readonly SymbolicPlace[] {
    return this.all.filter(({ zones }) => zones.length > 0)
  }

  begin(): readonly Node[] {
    return this.space.beginnings.flatMap(({ to, outcome }) => {
      const place = this.placeOf(to)
      return this.settled(place, zeroZone(place.deadlines.length + 1), BEGINNING, outcome) ?? []
    })
  }

  /** Goes through what can happen from a node; `make` gives the node it leads to unless that is known. */
  each(node: Node, visit: (travelled: Travelled, make: () => Node | null) => void): void {
    const { place, zone } = node
    const isForced = isPassing(node)
    place.steps ??= this.stepsFrom(place)
    for (const step of place.steps) {
      const { occasion, deadline, ending, going, outcomes } = step
      if (isForced && deadline === null) continue
      const when = whenever(place, zone, step)
      if (!when) continue
      for (const { to, outcome, from } of outcomes) {
        const origin = { before: node, by: occasion, ending, going }
        visit({ from: node, occasion, deadline, ending, going, outcome, when, isAtOnce: isForced, to, clocks: from }, () => this.settled(to, carriedOver(when, place.deadlines.length + 1, from), origin, outcome))
      }
    }
  }

  /** Lets time pass at a place as far as it may; null when all of that is known there already. */
  private settled(place: SymbolicPlace, zone: Zone, origin: Pick<Node, 'before' | 'by' | 'ending' | 'going'>, outcome: Consequence): Node | null {
    const { deadlines, zones } = place
    const n = deadlines.length + 1
    pass(zone, n)
    for (const [index, { most }] of deadlines.entries()) if (!bind(zone, n, index + 1, 0, most)) return null
    extrapolate(zone, n, [0, ...deadlines.map(({ most }) => most)])
    const extent = extentOf(zone)
    for (const known of zones) if (known.extent >= extent && includes(known.zone, zone)) return null
    const node: Node = { place, zone, extent, ...origin, outcome, depth: origin.before ? origin.before.depth + 1 : 0 }
    for (let at = zones.length - 1; at >= 0; at--) {
      const known = certain(zones[at])
      if (known.extent > extent || !includes(zone, known.zone)) continue
      zones.splice(at, 1)
      this.covered.add(known)
    }
    zones.push(node)
    return node
  }

  private stepsFrom(place: SymbolicPlace): readonly PossibleStep[] {
    const looking = this.space.looking(place.standing)
    const free: readonly Occasion[] = [...movesIn(this.space.network, looking, this.ways), ...driftsIn(this.space.network, looking), ...this.outside]
    return [
      ...place.deadlines.flatMap((deadline) => this.stepsOf(place, deadline)),
      ...free.map((occasion) => this.step(place, occasion, null)),
    ].filter(({ outcomes }) => outcomes.length > 0)
  }

  private stepsOf(place: SymbolicPlace, deadline: Deadline): readonly PossibleStep[] {
    const open = endingAfter(this.space.network, place, deadline)
    return subsets(open).map((ending) => this.step(place, deadline.occasion, deadline, ending, open.filter((each) => !ending.includes(each))))
  }

  private step({ standing }: SymbolicPlace, occasion: Occasion, deadline: Deadline | null, ending: readonly Deadline[] = [], going: readonly Deadline[] = []): PossibleStep {
    const transitions = this.space.transitions(standing, occasion, ending).filter(({ isNothing }) => deadline !== null || !isNothing)
    return { occasion, deadline, ending, going, outcomes: transitions.map(({ to, outcome, from }) => ({ to: this.placeOf(to), outcome, from })) }
  }

  private placeOf(standing: KnownConfiguration): SymbolicPlace {
    const known = this.known.get(standing)
    if (known) return known
    const { configuration, deadlines } = standing
    const place: SymbolicPlace = { index: this.all.length, standing, configuration, deadlines, zones: [], steps: null }
    this.all.push(place)
    this.known.set(standing, place)
    return place
  }
}

/**
 * The readings at a place in which a deadline comes, or in which somebody can do something before any does; null when
 * there are none. A zone of `n - 1` clocks may have more of them than the place has.
 */
export function whenever({ deadlines }: SymbolicPlace, zone: Zone, { deadline, ending, going }: PossibleStep, n = deadlines.length + 1): Zone | null {
  const when = zone.slice()
  for (const [index, each] of deadlines.entries()) {
    const { most, least, rank } = each
    const isFirst = each === deadline
    if (isFirst && !bind(when, n, 0, index + 1, -least)) return null
    // Of what is due at the same instant the first in rank goes first; what a person does at an instant comes after all that.
    const isBefore = !isFirst && (deadline === null || rank < deadline.rank || going.includes(each))
    if (isBefore && !bind(when, n, index + 1, 0, most - 1)) return null
    if (ending.includes(each) && !bind(when, n, 0, index + 1, -least)) return null
  }
  return when
}

/** What the clock of a deadline can read when a step happens, in ms; null where it does not count there. */
export function readingWhen({ from: { place: { deadlines } }, when }: Pick<Travelled, 'from' | 'when'>, clock: number): readonly [least: number, most: number] | null {
  const index = deadlines.findIndex((deadline) => deadline.clock === clock)
  return index < 0 ? null : readings(when, deadlines.length + 1, index + 1)
}

/** The node a step leads to, as the end of a way of its own. */
export const after = ({ from, to, occasion, ending, going, outcome }: Pick<Travelled, 'from' | 'to' | 'occasion' | 'ending' | 'going' | 'outcome'>): Node =>
  ({ place: to, zone: to.zones[0]?.zone ?? from.zone, extent: 0, before: from, by: occasion, ending, going, outcome, depth: from.depth + 1 })

/** Whether no time passes in a node, whatever one does: something is due there at once. */
export const isPassing = ({ place: { deadlines }, zone }: Pick<Node, 'place' | 'zone'>): boolean =>
  deadlines.some(({ least, most }, index) => least === most && readings(zone, deadlines.length + 1, index + 1)[0] === most)

/** The motions that may end at the instant of a deadline, after it, and would be in the way of others until then. */
const endingAfter = (network: Network, { deadlines, configuration }: SymbolicPlace, { rank }: Deadline): readonly Deadline[] =>
  deadlines.filter(({ occasion, rank: later, least, most }) =>
    occasion.what === 'settle' && later > rank && least === most && network.span(keptAt(configuration, occasion.axis.motionAt)).policy !== 'continue')

const subsets = <T>(items: readonly T[]): readonly (readonly T[])[] =>
  items.reduce<readonly (readonly T[])[]>((all, item) => all.flatMap((each) => [each, [...each, item]]), [[]])

/** The marks of a step that are of a kind. */
export const marksOfStep = <Kind extends Mark['what']>({ outcome }: { readonly outcome: Consequence }, what: Kind): readonly Extract<Mark, { what: Kind }>[] =>
  outcome.marks.filter((mark): mark is Extract<Mark, { what: Kind }> => mark.what === what)
