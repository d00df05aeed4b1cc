import { explore, independentGroups, Network, signatureOf, thingsOnSurface, MODALITIES, type SymbolicPlace } from '@rheoscope/core/check/explore'
import { EMPTY_MOTION, newProject, newScreen, type Component, type Part, type Project } from '@rheoscope/core/document'
import { timed, type Report } from './report'

/** A lamp that is tapped on, goes off of itself after a while, and dims once it has settled. */
function lamp(index: number, timerMs: number): Component {
  const frame = `frame${index}`
  const state = (id: string, radius: number) => ({ id, name: id, hue: 0, final: false, loop: null, look: { [frame]: { radiusTopLeft: radius } } })
  const rule = (id: string, on: Component['rules'][number]['trigger'], from: string, to: string) => ({
    id, axis: 'lamp', trigger: on, part: null, within: { only: [from] }, guard: null, actions: [], target: { go: 'state', state: to } as const, motion: null, letThrough: false,
  })
  return {
    id: `lamp${index}`, name: `Lamp ${index}`,
    parts: [{ id: frame, kind: 'container', name: 'frame', parent: null, base: { width: 40, height: 40, fill: '#000000' } }],
    axes: [{ id: 'lamp', name: 'lamp', start: 'off', boundTo: null, states: [state('off', 0), state('on', 4), state('dim', 8)] }],
    rules: [
      rule('up', { on: 'tap' }, 'off', 'on'), rule('dims', { on: 'settled' }, 'on', 'dim'),
      rule('out', { on: 'after', ms: timerMs, since: 'entering', pauseWhile: null }, 'dim', 'off'), rule('down', { on: 'tap' }, 'dim', 'off'),
    ],
    combinations: [], parameters: [], variables: [], pairs: [], absent: {}, motion: { ...EMPTY_MOTION, durationMs: 120 + index, easing: 'linear' },
  }
}

/** Instances side by side on a screen; `kinds` different components. */
function lamps(count: number, kinds: number): Project {
  const made = newScreen(() => 'ground', 'Deck', 'free')
  const parts = Array.from({ length: count }, (_, index): Part => ({ id: `i${index}`, kind: 'instance', name: `lamp ${index}`, parent: 'ground', component: `lamp${index % kinds}`, start: {}, base: { x: (index % 40) * 50, y: Math.floor(index / 40) * 50 } }))
  return { ...newProject('lamps', 'Lamps'), components: Array.from({ length: kinds }, (_, index) => lamp(index, 900 + 10 * index)), screens: [{ ...made, id: 'deck', parts: [...made.parts, ...parts] }] }
}

/** Several lamps looked at as one network, which is what makes zones necessary. */
function together(count: number): Network {
  const project = lamps(count, count)
  return new Network(project, thingsOnSurface(project, { screen: 'deck' }).slice(1))
}

/**
 * The same question answered the plain way: breadth first through configurations with every clock in whole milliseconds,
 * each known by its JSON text. It is given what can happen at each place, and gives up after `mostMs`.
 */
function plainSearch(first: SymbolicPlace, mostMs: number): { readonly seen: number; readonly isFinished: boolean } {
  const until = performance.now() + mostMs
  const start = { at: first, clocks: first.deadlines.map(() => 0) }
  const keyOf = ({ at, clocks }: typeof start) => JSON.stringify({ configuration: [...at.configuration], clocks })
  const known = new Set([keyOf(start)])
  const open = [start]
  const add = (found: typeof start) => {
    const key = keyOf(found)
    if (known.has(key)) return
    known.add(key)
    open.push(found)
  }
  for (let head = 0; head < open.length; head++) {
    const { at, clocks } = open[head]!
    if (performance.now() > until) return { seen: known.size, isFinished: false }
    const due = at.deadlines.findIndex(({ most }, index) => clocks[index]! >= most)
    for (const { deadline, outcomes } of at.steps ?? []) {
      if (due >= 0 ? deadline !== at.deadlines[due] : deadline !== null) continue
      for (const { to, outcome, from } of outcomes) add({ at: to, clocks: to.deadlines.map(({ clock }, index) => (outcome.started.includes(clock) ? 0 : clocks[from[index + 1]! - 1]!)) })
    }
    if (due < 0 && at.deadlines.length > 0) add({ at, clocks: clocks.map((clock) => clock + 1) })
  }
  return { seen: known.size, isFinished: true }
}

/** A step as the loop below takes it: which clocks have to be due, which not yet, where it leads and which clocks go on there. */
interface BareStep {
  readonly due: readonly number[]
  readonly notYet: readonly number[]
  readonly byHand: boolean
  readonly to: number
  readonly from: readonly number[]
}

/** The steps between places as an exploration has worked them out, and by when each clock of a place is due. */
function relationOf(places: readonly SymbolicPlace[]): readonly { readonly most: readonly number[]; readonly steps: readonly BareStep[] }[] {
  return places.map(({ deadlines, steps }) => ({
    most: deadlines.map(({ most }) => most),
    steps: (steps ?? []).flatMap(({ deadline, ending, going, outcomes }) => outcomes.map(({ to, from }) => ({
      due: deadlines.flatMap((each, clock) => (each === deadline || ending.includes(each) ? [clock] : [])),
      notYet: deadlines.flatMap((each, clock) => (each !== deadline && (deadline === null || each.rank < deadline.rank || going.includes(each)) ? [clock] : [])),
      byHand: deadline === null, to: to.index, from,
    }))),
  }))
}

/** The same symbolic search over the same steps, as one writes it down by hand for nothing but them: how many configurations it sees. */
function handWritten(relation: ReturnType<typeof relationOf>): number {
  const UNBOUNDED = 0x3fffffff
  const zones: Int32Array[][] = relation.map(() => [])
  const queue: { readonly at: number; readonly zone: Int32Array }[] = []
  const tighten = (zone: Int32Array, n: number, i: number, j: number, bound: number): boolean => {
    if (zone[i * n + j]! <= bound) return true
    if (zone[j * n + i]! + bound < 0) return false
    for (let a = 0; a < n; a++) for (let b = 0; b < n; b++) {
      if (zone[a * n + i]! === UNBOUNDED || zone[j * n + b]! === UNBOUNDED) continue
      zone[a * n + b] = Math.min(zone[a * n + b]!, zone[a * n + i]! + bound + zone[j * n + b]!)
    }
    return true
  }
  const add = (at: number, zone: Int32Array) => {
    const { most } = relation[at]!
    const n = most.length + 1
    for (let i = 1; i < n; i++) zone[i * n] = UNBOUNDED
    for (let i = 1; i < n; i++) if (!tighten(zone, n, i, 0, most[i - 1]!)) return
    for (const known of zones[at]!) {
      let isInside = true
      for (let k = 0; isInside && k < zone.length; k++) isInside = known[k]! >= zone[k]!
      if (isInside) return
    }
    zones[at]!.push(zone)
    queue.push({ at, zone })
  }
  add(0, new Int32Array((relation[0]!.most.length + 1) ** 2))
  let seen = 0
  for (; seen < queue.length; seen++) {
    const { at, zone } = queue[seen]!
    const { most, steps } = relation[at]!
    const n = most.length + 1
    const isForced = most.some((ms, clock) => -zone[clock + 1]! === ms)
    for (const { due, notYet, byHand, to, from } of steps) {
      if (isForced && byHand) continue
      const when = zone.slice()
      if (!due.every((clock) => tighten(when, n, 0, clock + 1, -most[clock]!)) || !notYet.every((clock) => tighten(when, n, clock + 1, 0, most[clock]! - 1))) continue
      const m = from.length
      const carried = new Int32Array(m * m)
      for (let i = 0; i < m; i++) for (let j = 0; j < m; j++) carried[i * m + j] = i === j ? 0 : when[from[i]! * n + from[j]!]!
      add(to, carried)
    }
  }
  return seen
}

/** Symbolic exploration against a plain search, and the cost of many instances against few. */
export function exploreReport(): Report {
  for (let warm = 0; warm < 3; warm++) explore(together(3), { ways: MODALITIES })
  const network = together(3)
  let places: readonly SymbolicPlace[] = []
  let seen = 0
  const symbolicMs = timed(() => {
    const explored = explore(network, { ways: MODALITIES, limit: 200_000 })
    places = explored.places
    seen = explored.seen
  })
  const relation = relationOf(places)
  handWritten(relation)
  let bySeen = 0
  const byHandMs = timed(() => {
    bySeen = handWritten(relation)
  })
  let plain = { seen: 0, isFinished: false }
  const plainMs = timed(() => {
    plain = plainSearch(places[0]!, 20_000)
  })
  const [few, many] = [split(10), split(1000)]
  const inTheSameTime = plain.seen * (symbolicMs / plainMs)
  return {
    name: 'exploring three lamps together, each with a motion and a timer',
    figures: [
      { what: 'symbolic configurations', value: seen, unit: '' },
      { what: 'to the end in', value: symbolicMs, unit: 'ms' },
      { what: 'symbolic per second', value: (1000 * seen) / symbolicMs, unit: '/s' },
      { what: 'by hand over the same steps', value: bySeen, unit: '' },
      { what: 'by hand per second', value: (1000 * bySeen) / byHandMs, unit: '/s' },
      { what: 'by hand per second / symbolic per second', value: (bySeen * symbolicMs) / (byHandMs * seen), unit: '×', aim: 2 },
      { what: `plain, JSON keys, each ms${plain.isFinished ? '' : ', not finished'}`, value: plain.seen, unit: '' },
      { what: 'plain, given up or done after', value: plainMs, unit: 'ms' },
      { what: 'plain per second', value: (1000 * plain.seen) / plainMs, unit: '/s' },
      { what: 'plain time / symbolic time, at least', value: plainMs / symbolicMs, unit: '×' },
      { what: 'plain configurations in the symbolic time', value: inTheSameTime, unit: '' },
      { what: '10 instances on a screen', value: few, unit: 'ms' },
      { what: '1,000 instances', value: many, unit: 'ms' },
      { what: '1,000 / 10', value: many / few, unit: '×', aim: 110 },
    ],
  }
}

/** Exploring a screen of instances that have nothing to do with one another. */
function split(count: number): number {
  const project = lamps(count, 10)
  const once = () => {
    const alike = new Set<string>()
    for (const group of independentGroups(project, thingsOnSurface(project, { screen: 'deck' }))) {
      const signature = signatureOf(group)
      if (alike.has(signature)) continue
      alike.add(signature)
      explore(new Network(project, group), { ways: MODALITIES })
    }
  }
  once()
  return Math.min(timed(once), timed(once), timed(once))
}
