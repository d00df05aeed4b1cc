import { describe, expect, test } from '@jest/globals'
import { EMPTY_MOTION, propertyDefinition, type Motion, type PairMotion, type Rule, type Token } from '@rheoscope/core/document'
import {
  carrying, easingProblem, formOf, fromToken, interpolateColour, isMovement, keepsPace, laneProgress, laneSpeed, laneValue, luminance, mirroredEasing, motionSources, parseColour, parseEasing, readable, resolveTiming, seamsOf,
  staggerDelayMs, startLane, throughWaypoints, travels, drawnEasing, type Lane, type ResolvedTiming, type Shown,
} from '@rheoscope/core/motion'
import { projectOf, small, tap } from '../run/small-component'

const motion = (durationMs: number, more: Partial<Motion> = {}): Motion => ({ ...EMPTY_MOTION, durationMs, ...more })
const pair = (durationMs: number, from: string | null, to: string | null, axis = 'axis'): PairMotion => ({ id: `p${durationMs}`, axis, from, to, motion: motion(durationMs) })
const linear = parseEasing('linear').ease

describe('what decides a motion', () => {
  const pairs = [pair(1, null, null), pair(2, 'a', null), pair(3, null, 'b'), pair(4, 'a', 'b'), pair(5, 'a', 'b', 'other'), pair(6, 'b', 'b'), pair(7, 'a', 'a')]
  const component = small({ a: {}, b: {} }, [{ on: tap, in: ['a'], to: 'b', ms: 9 }], { pairs, motion: motion(20) })
  const project = { ...projectOf(component), motion: motion(30) }
  const asked = (from: string, to: string, rule: Rule | null) => motionSources(project, component, 'axis', from, to, rule).map(({ durationMs }) => durationMs)

  test('is the rule, then pairs of states by how much they say, then the component, then the project', () => {
    expect(asked('a', 'b', component.rules[0]!)).toEqual([9, 4, 2, 3, 1, 20, 30])
    expect(asked('b', 'a', null)).toEqual([1, 20, 30])
    expect(motionSources({ ...project, motion: null } as never, { ...component, motion: null }, 'axis', 'b', 'a', null).map(({ durationMs }) => durationMs)).toEqual([1])
  })

  test('of one property is its lane, then its part, then the motion, each question by itself', () => {
    const lane = (part: string, property: string | null, more: object) => ({ id: `${part}${property}`, part, property, ...more })
    const first = motion(100, { rotationDirection: 'clockwise', lanes: [lane('dot', null, { delayMs: 5, easing: 'linear' }), lane('dot', 'x', { durationMs: 7 }), lane('box', 'x', { durationMs: 8, switchAt: 'end' })] })
    const second = motion(300, { delayMs: 50, colourSpace: 'srgb', easing: 'ease-in' })
    expect(resolveTiming([first, second], [], 'dot', 'x')).toMatchObject({ durationMs: 7, delayMs: 5, easing: 'linear', rotationDirection: 'clockwise', colourSpace: 'srgb', switchAt: null })
    expect(resolveTiming([first, second], [], 'dot', 'y')).toMatchObject({ durationMs: 100, delayMs: 5 })
    expect(resolveTiming([first, second], [], 'bell', 'x')).toMatchObject({ durationMs: 100, delayMs: 50, easing: 'ease-in' })
    expect(resolveTiming([first], [], 'box', 'x')).toMatchObject({ durationMs: 8, switchAt: 'end', delayMs: 0, easing: 'ease', colourSpace: 'oklab' })
    expect(resolveTiming([], [], 'box', 'x')).toMatchObject({ durationMs: 0, delayMs: 0, rotationDirection: 'shortest' })
    expect(resolveTiming([motion(100, { easing: 'spring(170, 26, 1)' })], [], 'box', 'x').durationMs).toBe(parseEasing('spring(170, 26, 1)').naturalDurationMs)
  })

  test('is a token where one is named, and that one', () => {
    const tokens: readonly Token[] = [{ id: 't1', name: 'slow', type: 'duration', value: 800 }, { id: 't2', name: 'soft', type: 'easing', value: 'ease-out' }]
    expect(resolveTiming([motion(0, { durationMs: { token: 't1' }, easing: { token: 't2' } })], tokens, 'box', 'x')).toMatchObject({ durationMs: 800, easing: 'ease-out' })
    expect([fromToken(5, tokens), fromToken('linear', tokens), fromToken({ token: 't1' }, tokens)]).toEqual([5, 'linear', 800])
    expect(() => fromToken({ token: 't3' }, tokens)).toThrow('A motion refers to a token that is gone.')
  })

  test('as a whole is what the most specific of them says about each question', () => {
    const said: Motion = { ...EMPTY_MOTION, policy: 'ignore', velocity: 'keep', stagger: { stepMs: 4, from: 'last' }, reducedMotion: 'as is', keyframes: [{ id: 's', look: {}, share: 1, matchVelocity: false }] }
    expect(formOf([EMPTY_MOTION, said, motion(1, { policy: 'skip to end', velocity: 'reset', reducedMotion: 'skip all' })])).toEqual({ policy: 'ignore', carriesVelocity: true, keyframes: said.keyframes, stagger: said.stagger, reducedMotion: 'as is' })
    expect(formOf([motion(1, { policy: 'skip to end', velocity: 'reset' }), said])).toMatchObject({ policy: 'skip to end', carriesVelocity: false })
    expect(formOf([])).toEqual({ policy: 'continue', carriesVelocity: false, keyframes: [], stagger: null, reducedMotion: 'skip movement' })
  })

  test('an easing that cannot be read is even', () => expect([0, 0.3, 1].map(readable('wobbly').ease)).toEqual([0, 0.3, 1]))

  test.each([['first', [0, 10, 20, 30]], ['last', [30, 20, 10, 0]], ['middle', [15, 5, 5, 15]]] as const)('a stagger from the %s', (from, delays) => {
    expect([0, 1, 2, 3].map((place) => staggerDelayMs({ stepMs: 10, from }, place, 4))).toEqual(delays)
    expect(staggerDelayMs({ stepMs: 2.4, from }, 1, 3)).toBe(from === 'middle' ? 0 : 2)
  })

  test('movement jumps when it is to be reduced, and what shines through or is tinted does not', () => {
    const of = (name: string) => propertyDefinition(name)!
    expect(['x', 'rotation', 'width', 'd', 'strokeDash', 'opacity', 'blur', 'fill', 'text'].map((name) => [name, isMovement(of(name))])).toEqual([['x', true], ['rotation', true], ['width', true], ['d', true], ['strokeDash', true], ['opacity', false], ['blur', false], ['fill', false], ['text', false]])
    const form = (reduced: Motion['reducedMotion']) => formOf([{ ...EMPTY_MOTION, reducedMotion: reduced! }])
    const ways = (reduced: Motion['reducedMotion'], isReduced: boolean) => [travels(of('x'), form(reduced), isReduced), travels(of('fill'), form(reduced), isReduced)]
    expect([ways('skip movement', true), ways('skip all', true), ways('as is', true), ways('skip all', false)]).toEqual([[false, true], [false, false], [true, true], [true, true]])
  })
})

const timing = (durationMs: number, more: Partial<ResolvedTiming> = {}): ResolvedTiming => ({ delayMs: 0, durationMs, easing: 'linear', ease: linear, switchAt: null, rotationDirection: 'shortest', colourSpace: 'oklab', ...more })
const go = (property: string, from: Shown, to: unknown, timed: ResolvedTiming, more: object = {}): Lane | null =>
  startLane({ part: 0, definition: propertyDefinition(property)!, axis: 0, atMs: 0, shown: from, to: to as never, timing: timed, running: undefined, ...more })

describe('a lane at its edges', () => {
  const stairs = (jump: string) => parseEasing(`steps(2, ${jump})`).ease

  test('waits at what it was, begins with what its easing begins with, and ends at its very target', () => {
    const lane = go('x', 0, 10, timing(100, { delayMs: 20, ease: stairs('jump-start') }))!
    expect([0, 19.9, 20, 69, 70, 119, 120].map((ms) => laneValue(lane, ms))).toEqual([0, 0, 5, 5, 10, 10, 10])
    const early = go('x', 0, 10, timing(100, { ease: stairs('jump-none') }))!
    expect([0, 49, 50, 99, 100].map((ms) => laneProgress(early, ms))).toEqual([0, 0, 1, 1, 1])
    const short = go('x', 0, 10, timing(100, { ease: (t) => t * 0.9 }))!
    expect([laneProgress(short, 99), laneProgress(short, 100), laneValue(short, 100)]).toEqual([0.891, 1, 10])
    expect(laneProgress(go('x', 0, 10, timing(0, { delayMs: 5 }))!, 5)).toBe(1)
  })

  test('changes at the end when it is told to jump there, and at once when there is no time or no way', () => {
    const lane = go('x', 0, 10, timing(100, { switchAt: 'end', ease: (t) => t * 2 }))!
    expect([0, 49, 99, 100].map((ms) => laneValue(lane, ms))).toEqual([0, 0, 0, 10])
    expect([go('x', 0, 10, timing(100, { switchAt: 'start' })), go('x', 0, 10, timing(0)), go('layout', 'free', 'row', timing(100))]).toEqual([null, null, null])
    expect(go('x', 0, 10, timing(0, { delayMs: 1 }))).not.toBeNull()
  })

  test('keeps pace with one that begins, waits, lasts and eases as it does', () => {
    const lane = go('x', 0, 10, timing(100, { delayMs: 5 }))!
    expect(keepsPace(lane, { ...lane, part: 3, property: 'y' })).toBe(true)
    for (const other of [{ startMs: 1 }, { delayMs: 1 }, { durationMs: 1 }, { ease: (t: number) => t }]) expect(keepsPace(lane, { ...lane, ...other })).toBe(false)
  })

  test('has the speed of its value where that is a number', () => {
    expect(laneSpeed(go('x', 0, 10, timing(100))!, 50)).toBeCloseTo(0.1)
    expect(laneSpeed(go('text', 'a', 'b', timing(100))!, 50)).toBeNull()
    expect(laneSpeed(go('fill', '#000000', '#ffffff', timing(100))!, 50)).toBeNull()
  })

  test('sets out from what shows most of a cross-fade', () => {
    const shown = (a: number): Shown => ({ crossFade: [{ value: 'a', share: a }, { value: 'b', share: 1 - a }] })
    expect([0.6, 0.4, 0.5].map((share) => go('text', shown(share), 'c', timing(100))!.from)).toEqual(['a', 'b', 'a'])
    expect(go('text', 'a', 'c', timing(100))!.from).toBe('a')
  })

  test('knows its seams: none without looks on the way', () => {
    const stop = (value: number, share: number) => ({ value, share, ease: linear, matchVelocity: false })
    expect(go('x', 0, 10, timing(100))!.seams).toEqual([])
    expect(go('x', 0, 10, timing(100), { waypoints: [stop(4, 1), stop(6, 2)] })!.seams).toEqual([0.25, 0.75])
    expect(seamsOf([])).toEqual([])
  })
})

describe('a way through other values', () => {
  const x = propertyDefinition('x')!
  const stop = (value: unknown, share: number, matchVelocity = false) => ({ value: value as never, share, ease: linear, matchVelocity })
  const mixing = { rotationDirection: 'shortest', colourSpace: 'oklab' } as const

  test('takes its share of the time for each, and is at each when it is', () => {
    const way = throughWaypoints(x, 0, [stop(4, 1), stop(10, 2)], 0, linear, mixing)
    expect([0, 0.125, 0.25, 0.5, 0.75, 0.875, 1, 1.5, -1].map((t) => way(t))).toEqual([0, 2, 4, 7, 10, 5, 0, 0, 0])
  })

  test('goes at the end of each leg where values cannot be mixed', () => {
    const way = throughWaypoints(propertyDefinition('layout')!, 'free', [stop('row', 1)], 'column', linear, mixing)
    expect([0, 0.49, 0.5, 0.99, 1].map((t) => way(t))).toEqual(['free', 'free', 'row', 'row', 'column'])
  })

  test('goes on with the speed it came with where that is asked for, and only there', () => {
    const slope = (matched: boolean, t: number) => {
      const way = throughWaypoints(x, 0, [stop(10, 1, matched)], 10, linear, mixing)
      return ((way(t + 1e-5) as number) - (way(t) as number)) / 1e-5
    }
    expect([slope(true, 0.5), slope(false, 0.5), slope(true, 0.4)].map((value) => Math.round(value * 100) / 100)).toEqual([20, 0, 20])
    const coloured = throughWaypoints(propertyDefinition('fill')!, '#000000', [stop('#ffffff', 1, true)], '#000000', linear, { ...mixing, colourSpace: 'srgb' })
    expect([coloured(0.25), coloured(0.75)]).toEqual(['#808080', '#808080'])
  })

  test('at another speed than its own dies away to nothing, within the bounds of the property', () => {
    const even = (t: number) => 10 * t
    const faster = carrying(even, 40, {})
    expect([0, 0.25, 0.5, 1, 2].map((t) => Math.round((faster(t) as number) * 1e6) / 1e6)).toEqual([0, 2.5 + 30 * 0.25 * 0.5625, 5 + 30 * 0.125, 10, 20])
    expect([carrying(even, 400, { max: 12 })(0.3), carrying(even, -400, { min: -1 })(0.3), carrying(even, -400, { min: -1 })(1)]).toEqual([12, -1, 10])
    const words = (t: number) => (t < 0.5 ? 'a' : 'b')
    expect([carrying(words, 9, {})(0.2), carrying(words, 9, {})(0.9)]).toEqual(['a', 'b'])
    const late = (t: number) => (t === 0 || t > 0.5 ? 'a' : 3)
    expect(carrying(late as never, 9, {})(0.4)).toBe(3)
  })
})

describe('easings as text', () => {
  test.each([
    ['ease-in', 'ease-out'], ['ease-in-out', 'ease-in-out'], [' cubic-bezier(0.1, 0.2, 0.3, 0.4) ', 'cubic-bezier(0.7, 0.6, 0.9, 0.8)'], ['linear', 'linear'],
    ['steps(12)', 'steps(12, jump-start)'], ['steps(3,   start)', 'steps(3, jump-end)'], ['steps(3, jump-none)', 'steps(3, jump-none)'], [' steps(3, jump-both) ', 'steps(3, jump-both)'], ['steps(2,jump-start)', 'steps(2, jump-end)'],
    ['wobbly', 'wobbly'], ['steps(3) or so', 'steps(3) or so'], ['my steps(3)', 'my steps(3)'],
    ['linear(0, 0.75 25%, 1)', 'linear(0, 0.25 75%, 1)'], ['linear(0, 0.2 50%, 1)', 'linear(0, 0.8 50%, 1)'],
  ])('the way back of “%s” is “%s”', (easing, back) => expect(mirroredEasing(easing)).toBe(back))

  test('a drawn one begins at 0, ends at 1, and goes by time', () => {
    expect(drawnEasing([{ t: 0.75, p: 0.25 }, { t: 0.25, p: 0.75 }, { t: 0.003, p: 9 }, { t: 0.998, p: -9 }])).toBe('linear(0, 0.75 25%, 0.25 75%, 1)')
    expect(drawnEasing([{ t: 0.5, p: 0.5 }, { t: 0.7, p: 0.705 }])).toBe('linear(0, 1)')
    expect(drawnEasing([])).toBe('linear(0, 1)')
    expect(drawnEasing([{ t: 0.5, p: 0.52 }])).toBe('linear(0, 0.52 50%, 1)')
  })

  test.each([
    ['cubic-bezier(-0.1, 0, 0.5, 1)'], ['cubic-bezier(0, 0, 1.1, 1)'], ['cubic-bezier(0, 0, -0.1, 1)'], ['cubic-bezier(1.1, 0, 0, 1)'], ['steps()'], ['steps(1.5)'], ['steps(2, jump-end, 3)'], ['ease-in(3) and more'], ['2 steps(3)'],
  ])('%s is none', (easing) => expect(easingProblem(easing)).not.toBeNull())

  test('what is none is told with the usual ones that are', () => expect(easingProblem('wobbly')).toMatch(/Use linear, ease, ease-in, ease-out, ease-in-out, cubic-bezier/))
})

test.each([
  ['jump-start', [0.25, 0.25, 0.5, 1, 1, 1.5]], ['jump-end', [0, 0, 0.25, 0.75, 1, 1.25]], ['jump-none', [0, 0, 1 / 3, 1, 1, 5 / 3]], ['jump-both', [0.2, 0.2, 0.4, 0.8, 1, 1.2]],
] as const)('steps(4, %s) keeps its height at its ends, and goes on beyond them', (jump, values) => {
  const { ease } = parseEasing(`steps(4, ${jump})`)
  expect([0, 0.1, 0.25, 0.75, 1, 1.25].map((t) => Math.round(ease(t) * 1e9) / 1e9)).toEqual(values.map((value) => Math.round(value * 1e9) / 1e9))
})

describe('colours', () => {
  test('are six or eight hexadecimal digits and nothing else', () => {
    for (const text of ['#12345', '#1234567', 'x#123456', '#123456x', '#12345678 ', '123456']) expect(() => parseColour(text)).toThrow(/is not a colour; write it as #rrggbb or #rrggbbaa/)
    expect([parseColour('#FF0080'), parseColour('#ff008080')].map(([r, g, b, a]) => [r, g, Math.round(b * 255), Math.round(a * 255)])).toEqual([[1, 0, 128, 255], [1, 0, 128, 128]])
  })

  test('that cannot be seen at either end keep their hue on the way', () => {
    expect([0, 0.25, 0.5].map(interpolateColour('#10203000', '#30405000', 'srgb'))).toEqual(['#10203000', '#18283800', '#20304000'])
  })

  test('are as light as sRGB says (WCAG 2.2, relative luminance)', () => {
    expect(['#ffffff', '#000000', '#ff0000', '#00ff00', '#0000ff', '#808080'].map((hex) => Math.round(luminance(parseColour(hex)) * 1e4) / 1e4)).toEqual([1, 0, 0.2126, 0.7152, 0.0722, 0.2159])
  })
})
