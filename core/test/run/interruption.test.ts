import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Input, InterruptionPolicy } from '@rheoscope/core/document'
import { crossFade, crossFadeFrom, isCrossFade, type Interpolator, type Shown } from '@rheoscope/core/motion'
import { drawList, replay } from '@rheoscope/core/run'
import { itemOf } from '@rheoscope/core/scene'
import { projectOf, small, tap, type SmallRule } from './small-component'

const at = { x: 5, y: 5, pointer: 'mouse' as const }
const tapAt = (atMs: number): readonly Input[] => [{ do: 'press', atMs, ...at }, { do: 'release', atMs, ...at }]

/** Three states a, b and c, 200 ms apart; a motion from a is interrupted as `policy` says. */
function played(policy: InterruptionPolicy, taps: readonly number[], endsAtMs: number) {
  const rules: SmallRule[] = [
    { on: tap, in: ['a'], to: 'b', ms: 200, motion: { policy } }, { on: tap, in: ['b'], to: 'c', ms: 200 }, { on: tap, in: ['c'], to: 'a', ms: 200 },
  ]
  const component = small({ a: {}, b: { look: { dot: { x: 170 } } }, c: { look: { dot: { x: 270 } } } }, rules)
  return replay(projectOf(component), { component: 'small' }, taps.flatMap(tapAt), endsAtMs)
}

const xOf = (run: ReturnType<typeof played>) => itemOf(drawList(run), '', 'dot')!.values.x
const states = (run: ReturnType<typeof played>) => run.trace.flatMap((event) => (event.what === 'state' ? [`${event.to}@${event.atMs}`] : []))

describe('when a motion is interrupted', () => {
  test('retarget goes on from what is shown', () => {
    expect(states(played('continue', [0, 100], 100))).toEqual(['b@0', 'c@100'])
    expect(xOf(played('continue', [0, 100], 100))).toBe(120)
    expect(xOf(played('continue', [0, 100], 200))).toBe(195)
  })

  test('finish first lets the new rule wait for the end; the last one wins', () => {
    expect(states(played('finish first', [0, 100], 500))).toEqual(['b@0', 'c@200'])
    expect(xOf(played('finish first', [0, 100], 150))).toBe(145)
    expect(states(played('finish first', [0, 50, 100, 150], 500))).toEqual(['b@0', 'c@200'])
  })

  test('refuse lets no rule of the axis fire until it has ended', () => {
    expect(states(played('ignore', [0, 100], 500))).toEqual(['b@0'])
    expect(states(played('ignore', [0, 100, 200], 500))).toEqual(['b@0', 'c@200'])
  })

  test('complete jumps to its end, and the new motion starts there', () => {
    expect(states(played('skip to end', [0, 100], 100))).toEqual(['b@0', 'c@100'])
    expect(xOf(played('skip to end', [0, 100], 100))).toBe(170)
    expect(xOf(played('skip to end', [0, 100], 200))).toBe(220)
  })
})

describe('a cross-fade', () => {
  const sharesOf = (shown: Shown): Readonly<Record<string, number>> =>
    isCrossFade(shown) ? Object.fromEntries(shown.crossFade.map(({ value, share }) => [String(value), share])) : { [String(shown)]: 1 }

  test('never jumps, however often and wherever it is interrupted, and what shows is always one whole', () => {
    const step = fc.tuple(fc.constantFrom('a', 'b', 'c'), fc.double({ min: 0, max: 1, noNaN: true }))
    fc.assert(fc.property(fc.array(step, { minLength: 1, maxLength: 6 }), (steps) => {
      let shown: Shown = 'a'
      for (const [to, until] of steps) {
        const before = sharesOf(shown)
        const next: Interpolator = isCrossFade(shown) ? crossFadeFrom(shown, to) : crossFade(shown, to)
        const begun = sharesOf(next(0))
        for (const value of ['a', 'b', 'c']) expect(begun[value] ?? 0).toBeCloseTo(before[value] ?? 0)
        shown = next(until)
        expect(Object.values(sharesOf(shown)).reduce((sum, share) => sum + share, 0)).toBeCloseTo(1)
        expect(next(1)).toBe(to)
      }
    }))
  })
})
