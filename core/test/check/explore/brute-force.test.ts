import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { compile, surfaceComponent } from '@rheoscope/core/machine'
import { explore, Network, thingsOfPrototype, thingsOn, type Thing } from '../../../src/check/explore'
import { advanceTo, send, startRun } from '@rheoscope/core/run'
import { reachedByTrying, reachedOn } from './brute-force'
import { machines, projectWith, prototypeOf, prototypes, type PlainMachine, type PlainPrototype, type PlainRule } from './random-machine'

const MACHINES = Number(process.env.RHEOSCOPE_MACHINES ?? 150)

const PROTOTYPES = Number(process.env.RHEOSCOPE_PROTOTYPES ?? 30)

/** What an exploration says can be reached; null when something goes on for ever or it gave up. */
function reachedByExploring(plain: readonly PlainMachine[]): ReadonlySet<string> | null {
  const project = projectWith(plain)
  const things = thingsOn(project, compile(project, surfaceComponent(project, { screen: 'screen' }))).slice(1)
  const network = new Network(project, things, { watched: new Map(things.map((thing) => [thing, ['v']])) })
  let isEndless = false
  const { places, isFinished } = explore(network, {
    ways: ['mouse'],
    onStep: ({ outcome }) => void (isEndless ||= outcome.marks.some(({ what }) => what === 'stopped')),
  })
  if (isEndless || !isFinished) return null
  const v = network.names.find(({ name }) => name === 'v')!
  return new Set(places.map(({ configuration }) => [...network.axes.map(({ at }) => configuration[at]!), v.domain.valueOf(configuration[v.at]!)].join(' ')))
}

const rule = (on: PlainRule['on'], from: number, to: PlainRule['to'], setV: number | null = null): PlainRule => ({ on, ms: 0, more: 0, in: from, to, ifV: null, setV, tells: false })

test('a motion that ends at the very instant something else happens leaves nothing to go on from', () => {
  const plain: readonly PlainMachine[] = [
    { states: 4, motionMs: 3, policy: 'skip to end', rules: [rule('settled', 2, 0, 0), rule('tap', 0, 2, 0), rule('tap', 0, 0)] },
    { states: 2, motionMs: 2, policy: 'ignore', rules: [rule('tap', 0, 'next'), rule('changes', 0, 0), rule('settled', 1, 0, 1)] },
  ]
  expect([...reachedByExploring(plain)!].toSorted()).toEqual([...reachedByTrying(plain, 3000)!].toSorted())
})

test('the motion that begins where one has just ended is in the way of what comes at that instant', () => {
  const hears = (from: number, to: number): PlainRule => ({ ...rule('hears', from, to), setV: 1 })
  const plain: readonly PlainMachine[] = [
    { states: 2, motionMs: 0, policy: 'skip to end', rules: [{ ...rule('after', 0, 0), ms: 1, tells: true }] },
    { states: 4, motionMs: 1, policy: 'finish first', rules: [rule('changes', 3, 0), hears(1, 3), rule('tap', 0, 'next', 0)] },
  ]
  expect([...reachedByExploring(plain)!].toSorted()).toEqual([...reachedByTrying(plain, 3000)!].toSorted())
})

test('a timer that may come sooner or later goes first, by its rank, at the latest instant it can come', () => {
  const onward: PlainRule['to'] = 'next'
  const plain: readonly PlainMachine[] = [
    { states: 4, motionMs: 0, policy: 'skip to end', rules: [{ ...rule('after', 0, onward), more: 1 }, rule('tap', 0, onward)] },
    { states: 2, motionMs: 0, policy: 'skip to end', rules: [{ ...rule('after', 0, onward), ms: 1 }] },
  ]
  expect([...reachedByExploring(plain)!].toSorted()).toEqual([...reachedByTrying(plain, 3000)!].toSorted())
})

/** Of the states an axis came from only the last are told apart, and a motion that sets out in the middle of another one takes any time up to its length. */
const isWidened = ({ rules, policy }: PlainMachine): boolean =>
  rules.some(({ on, to }) => to === 'back' || (on === 'entered' && to !== 'stay' && policy !== 'skip to end'))

test('explorations of random machines reach exactly what trying everything reaches', () => {
  let compared = 0
  fc.assert(fc.property(machines, (plain) => {
    const tried = reachedByTrying(plain, 3000)
    const explored = reachedByExploring(plain)
    if (!tried || !explored) return
    compared++
    if (plain.some(isWidened)) for (const world of tried) expect(explored).toContain(world)
    else expect([...explored].toSorted()).toEqual([...tried].toSorted())
  }), { numRuns: MACHINES })
  expect(compared).toBeGreaterThan(MACHINES * 0.6)
})

test('whatever a run comes to, its exploration has', () => {
  fc.assert(fc.property(machines, fc.array(fc.tuple(fc.integer({ min: 0, max: 2 }), fc.integer({ min: 0, max: 6 })), { maxLength: 12 }), (plain, taps) => {
    const explored = reachedByExploring(plain)
    if (!explored) return
    const run = startRun(projectWith(plain), { screen: 'screen' })
    for (const [index, ms] of taps) {
      for (let passed = 0; passed <= ms; passed++) {
        advanceTo(run, run.nowMs + (passed > 0 ? 1 : 0))
        expect(explored).toContain([...plain.map((_machine, each) => Number(run.instances.get(`on${each}`)!.states[0]!.slice(1))), run.shared['v']].join(' '))
      }
      for (const act of ['press', 'release'] as const) send(run, { do: act, x: index * 50 + 20, y: 20, pointer: 'mouse' })
    }
  }), { numRuns: 60 })
})

/** What an exploration through the whole of a prototype says can be reached, and whether that is exact; null as above. */
function reachedThrough(plain: PlainPrototype): { readonly reached: ReadonlySet<string>; readonly isExact: boolean } | null {
  const project = prototypeOf(plain)
  const things = thingsOfPrototype(project, 'surface0')
  const network = new Network(project, things, { watched: new Map(things.filter(({ shown }) => shown === null).map((thing) => [thing, ['v']])) })
  let isEndless = false
  const { places, isFinished, isExact } = explore(network, { ways: ['mouse'], onStep: ({ outcome }) => void (isEndless ||= outcome.marks.some(({ what }) => what === 'stopped')) })
  if (isEndless || !isFinished) return null
  const v = network.names.find(({ name }) => name === 'v')!
  const stateOf = (number: number, configuration: Int32Array): number | string => {
    const axis = network.axes.find(({ thing }) => thing.compiled.component.id === `machine${number}`)
    return axis && configuration[network.items.get(rootOf(axis.thing))!.at] !== 0 ? configuration[axis.at]! : '-'
  }
  const count = plain.surfaces.flatMap((surface) => surface.machines).length
  return { isExact, reached: new Set(places.map(({ configuration }) => [...Array.from({ length: count }, (_each, number) => stateOf(number, configuration)), v.domain.valueOf(configuration[v.at]!)].join(' '))) }
}

const rootOf = (thing: Thing): Thing => (thing.holder ? rootOf(thing.holder) : thing)

test('explorations through random prototypes reach exactly what trying everything reaches', () => {
  let [compared, exact, travelled] = [0, 0, 0]
  fc.assert(fc.property(prototypes, (plain) => {
    const tried = reachedOn(plain, 3000)
    const explored = reachedThrough(plain)
    if (!tried || !explored) return
    compared++
    if ([...tried].some((world) => world.split(' ')[0] === '-')) travelled++
    if (explored.isExact) {
      exact++
      expect([...explored.reached].toSorted()).toEqual([...tried].toSorted())
    } else for (const world of tried) expect(explored.reached).toContain(world)
  }), { numRuns: PROTOTYPES })
  expect(compared).toBeGreaterThan(PROTOTYPES * 0.6)
  expect(exact).toBeGreaterThan(PROTOTYPES * 0.3)
  expect(travelled).toBeGreaterThan(PROTOTYPES * 0.2)
  process.stdout.write(`prototypes: ${compared} of ${PROTOTYPES} compared, ${exact} exact, ${travelled} leave their first screen\n`)
})
