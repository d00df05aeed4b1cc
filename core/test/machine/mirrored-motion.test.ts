import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { EMPTY_MOTION, newProject, type Component, type Motion, type Part, type Project, type Value } from '@rheoscope/core/document'
import { changesBetween, partAt } from '@rheoscope/core/machine'
import { isCrossFade, laneEndMs, mirroredMotion, motionSources, parseColour } from '@rheoscope/core/motion'
import { drawListAt, fireByHand, startRun, type Run } from '@rheoscope/core/run'
import { itemOf } from '@rheoscope/core/scene'
import { tap } from '../run/small-component'

const PARTS = ['frame', 'one', 'two', 'three'] as const
const PROPERTIES = ['x', 'opacity', 'rotation', 'fill', 'visible'] as const

const values: Readonly<Record<(typeof PROPERTIES)[number], fc.Arbitrary<Value>>> = {
  x: fc.integer({ min: -200, max: 200 }), opacity: fc.constantFrom(0, 0.2, 0.6, 1), rotation: fc.integer({ min: -80, max: 80 }), fill: fc.constantFrom('#000000', '#24506f', '#ffffff'), visible: fc.boolean(),
}

const look: fc.Arbitrary<Component['absent']> = fc.record(Object.fromEntries(PARTS.slice(1).map((part) => [part, fc.record(values, { requiredKeys: [] })])), { requiredKeys: [] }) as fc.Arbitrary<Component['absent']>
const easing = fc.constantFrom('linear', 'ease', 'ease-in', 'cubic-bezier(0.2, 0.1, 0.6, 1.4)', 'spring(0.3)', 'spring(200, 18, 1)', 'linear(0, 0.7 20%, 0.4, 1)')
const ms = fc.integer({ min: 0, max: 40 }).map((tens) => tens * 10)
const timing = { delayMs: ms, durationMs: ms, easing, switchAt: fc.constantFrom('start' as const, 'end' as const), rotationDirection: fc.constantFrom('clockwise' as const, 'as written' as const), colourSpace: fc.constant('srgb' as const) }

const motion = (hasStages: boolean): fc.Arbitrary<Motion> => {
  const lane = fc.record({ part: fc.constantFrom(...PARTS), property: fc.constantFrom(...PROPERTIES, null), ...timing, ...(hasStages ? { easing: fc.constant(undefined) } : {}) }, { requiredKeys: ['part', 'property'] })
  const stage = fc.record({ look, share: fc.constantFrom(0.5, 1, 2), easing, matchVelocity: fc.constant(false) }, { requiredKeys: ['look', 'share', 'matchVelocity'] })
  return fc.record({
    ...timing, lanes: fc.array(lane, { maxLength: 4 }).map((lanes) => lanes.map(({ easing: own, ...each }, index) => ({ ...each, ...(own === undefined ? {} : { easing: own }), id: `lane${index}` }))),
    keyframes: hasStages ? fc.array(stage, { minLength: 1, maxLength: 3 }).map((stages) => stages.map((each, index) => ({ ...each, id: `stage${index}` }))) : fc.constant([]),
    stagger: fc.record({ stepMs: ms, from: fc.constantFrom('first' as const, 'last' as const, 'middle' as const, 'ends' as const) }),
  }, { requiredKeys: ['lanes', 'keyframes'] }) as fc.Arbitrary<Motion>
}

const part = (id: string): Part => ({ id, kind: 'box', name: id, parent: 'frame', base: { width: 20, height: 20, fill: '#b5466b' } })

function project(there: Motion, back: Motion, ofComponent: Motion, to: Component['absent']): Project {
  const component: Component = {
    id: 'both', name: 'Both', parts: [{ id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 200, height: 100 } }, part('one'), part('two'), part('three')],
    axes: [{ id: 'axis', name: 'axis', start: 'a', boundTo: null, states: ['a', 'b'].map((id, hue) => ({ id, name: id, hue, look: id === 'a' ? {} : { frame: { opacity: 0.9 }, ...to }, final: false, loop: null })) }],
    rules: ([['a', 'b', there], ['b', 'a', back]] as const).map(([from, target, own]) => ({ id: `${from}${target}`, axis: 'axis', trigger: tap, part: null, within: { only: [from] }, guard: null, actions: [], target: { go: 'state', state: target }, motion: own, letThrough: false })),
    combinations: [], parameters: [], variables: [], pairs: [], motion: ofComponent, absent: {},
  }
  return { ...newProject('both', 'Both'), components: [component] }
}

/** A run that has just set out from a state, with all that changes. */
function settingOut(of: Project, from: 'a' | 'b') {
  const rule = of.components[0]!.rules.find(({ within }) => 'only' in within && within.only.includes(from))!
  const run = startRun(of, { component: 'both' }, { states: { axis: from } })
  const before = run.instances.get('')!
  fireByHand(run, rule)
  const after = run.instances.get('')!
  const moves = changesBetween(before.targets, after.targets).map(({ part: index, property }) => ({ part: partAt(after.compiled, index).id, property }))
  return { run, rule, moves, endMs: Math.max(0, ...after.lanes.map(laneEndMs)) }
}

const shown = (run: Run, ms: number) => PARTS.flatMap((id) => PROPERTIES.map((property) => itemOf(drawListAt(run, ms), '', id)?.values[property]))

/** Whether two things shown are the same but for what the way back of a spring, written as a curve, may be off. */
function isAlike(a: unknown, b: unknown): boolean {
  // Whole turns do not show.
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) <= 3 || Math.abs(Math.abs(a - b) - 360) <= 3
  if (typeof a === 'string' && typeof b === 'string' && a.startsWith('#') && b.startsWith('#')) return parseColour(a).every((channel, index) => Math.abs(channel - parseColour(b)[index]!) < 0.03)
  return isCrossFade(a) || JSON.stringify(a) === JSON.stringify(b)
}

describe.each([['lanes, parts, stagger and jumps', false], ['stages', true]])('the way back of a motion with %s', (_, hasStages) => {
  test('shows at every instant what the way there shows as long before its end', () => {
    fc.assert(fc.property(motion(hasStages), fc.record(timing, { requiredKeys: [] }), look, (there, ofComponent, to) => {
      const rest = { ...EMPTY_MOTION, ...ofComponent }
      const forth = settingOut(project(there, EMPTY_MOTION, rest, to), 'a')
      const [component] = project(there, EMPTY_MOTION, rest, to).components
      const back = mirroredMotion(there, { sources: motionSources(project(there, EMPTY_MOTION, rest, to), component!, 'axis', 'a', 'b', forth.rule), tokens: [], parts: PARTS, moves: forth.moves, endMs: forth.endMs })
      const home = settingOut(project(there, back, rest, to), 'b')
      expect(home.endMs).toBeLessThanOrEqual(forth.endMs)
      for (let step = 0; step < 12; step++) {
        const at = Math.floor((forth.endMs * step) / 12) + 0.37
        if (at >= forth.endMs) continue
        const [one, other] = [shown(forth.run, at), shown(home.run, forth.endMs - at)]
        for (const [index, value] of one.entries()) if (!isAlike(value, other[index])) expect({ at, what: `${PARTS[Math.floor(index / PROPERTIES.length)]} ${PROPERTIES[index % PROPERTIES.length]}`, value }).toEqual({ at, what: '', value: other[index] })
      }
    }), { numRuns: 400 })
  })
})

test('what a token says is written out on the way back', () => {
  const there: Motion = { ...EMPTY_MOTION, durationMs: { token: 'slow' }, easing: { token: 'soft' } }
  const tokens = [{ id: 'slow', name: 'slow', type: 'duration' as const, value: 300 }, { id: 'soft', name: 'soft', type: 'easing' as const, value: 'ease-in' }]
  expect(mirroredMotion(there, { sources: [there], tokens, parts: PARTS, moves: [], endMs: 300 })).toMatchObject({ delayMs: 0, durationMs: 300, easing: 'ease-out', lanes: [] })
})
