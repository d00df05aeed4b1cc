import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { propertyDefinition } from '@rheoscope/core/document'
import { laneEndMs, laneValue, parseEasing, startLane, type Lane, type ResolvedTiming } from '@rheoscope/core/motion'

const timing = (durationMs: number, easing = 'linear', more: Partial<ResolvedTiming> = {}): ResolvedTiming => ({
  delayMs: 0, durationMs, easing, ease: parseEasing(easing).ease, switchAt: null, rotationDirection: 'shortest', colourSpace: 'oklab', ...more,
})

const x = propertyDefinition('x')!

const go = (atMs: number, shown: number, to: number, timed: ResolvedTiming, running?: Lane): Lane =>
  startLane({ part: 0, definition: x, axis: 0, atMs, shown, to, timing: timed, running })!

describe('a lane', () => {
  test('waits, travels, and ends at its target', () => {
    const lane = go(100, 0, 10, timing(200, 'linear', { delayMs: 50 }))
    expect([100, 149, 150, 250, 350, 999].map((ms) => laneValue(lane, ms))).toEqual([0, 0, 0, 5, 10, 10])
    expect(laneEndMs(lane)).toBe(350)
  })

  test('turned round half way takes half the time back', () => {
    const there = go(0, 0, 10, timing(200))
    const back = go(100, laneValue(there, 100) as number, 0, timing(200), there)
    expect(laneEndMs(back)).toBe(200)
    expect(laneValue(back, 150)).toBe(2.5)
  })

  test('turned round twice takes as long as is left of the way', () => {
    const there = go(0, 0, 10, timing(200))
    const back = go(150, 7.5, 0, timing(200), there)
    const again = go(200, laneValue(back, 200) as number, 10, timing(200), back)
    expect(again.durationMs).toBe(100)
    expect(laneValue(again, 300)).toBe(10)
  })

  test('never jumps when it is interrupted, wherever to', () => {
    const easing = fc.constantFrom('linear', 'ease-in-out', 'spring(0.4)', 'cubic-bezier(0.3, -0.5, 0.6, 1.6)')
    fc.assert(fc.property(easing, fc.integer({ min: 0, max: 400 }), fc.constantFrom(0, 10, 25), (name, atMs, to) => {
      const first = go(0, 0, 10, timing(300, name))
      const shown = laneValue(first, atMs) as number
      const running = atMs < 300 ? first : undefined
      const second = startLane({ part: 0, definition: x, axis: 0, atMs, shown, to, timing: timing(300, name), running })
      if (second) expect(laneValue(second, atMs)).toBeCloseTo(shown)
    }))
  })

  test('jumps only when it is told to', () => {
    expect(startLane({ part: 0, definition: x, axis: 0, atMs: 0, shown: 0, to: 9, timing: timing(200, 'linear', { switchAt: 'start' }), running: undefined })).toBeNull()
    const late = go(0, 0, 9, timing(200, 'linear', { switchAt: 'end' }))
    expect([0, 199, 200].map((ms) => laneValue(late, ms))).toEqual([0, 0, 9])
  })
})
