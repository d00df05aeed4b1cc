import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { EMPTY_MOTION } from '@rheoscope/core/document'
import { carrying, drawnEasing, mirroredEasing, mirroredMotion, parseEasing, seamsOf, throughWaypoints, type Waypoint } from '@rheoscope/core/motion'
import { propertyDefinition } from '@rheoscope/core/document'

const x = propertyDefinition('x')!
const mixing = { rotationDirection: 'shortest', colourSpace: 'oklab' } as const
const share = fc.double({ min: 0, max: 1, noNaN: true })

describe('the way back of an easing', () => {
  test.each([['ease-in', 'ease-out'], ['ease-in-out', 'ease-in-out'], ['linear', 'linear'], ['steps(3, jump-start)', 'steps(3, jump-end)'], ['cubic-bezier(0.1, 0.2, 0.7, 1.4)', 'cubic-bezier(0.3, -0.4, 0.9, 0.8)']])('of %s is %s', (easing, back) => {
    expect(mirroredEasing(easing)).toBe(back)
  })

  test('does from the end to the start what the easing does from start to end', () => {
    const easing = fc.constantFrom('ease', 'ease-in', 'cubic-bezier(0.2, 0.9, 0.4, 1.3)', 'spring(0.4)', 'linear(0, 0.7 20%, 0.4, 1)')
    fc.assert(fc.property(easing, share, (text, t) => {
      expect(Math.abs(parseEasing(mirroredEasing(text)).ease(t) - (1 - parseEasing(text).ease(1 - t)))).toBeLessThan(0.03)
    }))
  })
})

describe('an easing drawn by hand', () => {
  test('stays close to the hand, begins at 0 and ends at 1', () => {
    const points = fc.array(fc.record({ t: share, p: fc.double({ min: -0.5, max: 1.5, noNaN: true }) }), { minLength: 2, maxLength: 40 })
    fc.assert(fc.property(points, (drawn) => {
      const { ease } = parseEasing(drawnEasing(drawn))
      expect([ease(0), ease(1)]).toEqual([0, 1])
    }))
    const curve = Array.from({ length: 60 }, (_, index) => ({ t: index / 59, p: Math.sin((index / 59) * Math.PI * 0.5) }))
    const { ease } = parseEasing(drawnEasing(curve))
    for (const { t, p } of curve) expect(Math.abs(ease(t) - p)).toBeLessThan(0.02)
    expect(drawnEasing(curve).split(',').length).toBeLessThan(16)
  })
})

describe('a way through others', () => {
  const waypoint = fc.record({ value: fc.integer({ min: -200, max: 200 }), share: fc.integer({ min: 1, max: 5 }), ease: fc.constantFrom(parseEasing('linear').ease, parseEasing('ease-in').ease), matchVelocity: fc.boolean() })

  test('is at each of them when its leg ends, and at the target in the end', () => {
    fc.assert(fc.property(fc.array(waypoint, { minLength: 1, maxLength: 4 }), fc.integer({ min: -200, max: 200 }), (waypoints: Waypoint[], to) => {
      const valueAt = throughWaypoints(x, 0, waypoints, to, parseEasing('ease-out').ease, mixing)
      seamsOf(waypoints).forEach((t, index) => expect(valueAt(t) as number).toBeCloseTo(waypoints[index]!.value as number, 5))
      expect(valueAt(1)).toBe(to)
    }))
  })

  test('goes on at a matched seam with the speed it came with', () => {
    const valueAt = throughWaypoints(x, 0, [{ value: 30, share: 1, ease: (t) => t, matchVelocity: true }], 40, (t) => t, mixing)
    const speed = (t: number) => ((valueAt(t + 1e-6) as number) - (valueAt(t) as number)) / 1e-6
    expect(speed(0.5 + 1e-9)).toBeCloseTo(speed(0.4), 1)
  })

  test('sets out at the speed it is given and still ends at its end, within its bounds', () => {
    fc.assert(fc.property(fc.double({ min: -500, max: 500, noNaN: true }), (speed) => {
      const valueAt = carrying((t) => 10 + 5 * t, speed, { min: 0, max: 20 })
      expect([valueAt(0), valueAt(1)]).toEqual([10, 15])
      for (let t = 0; t <= 1; t += 0.05) expect(Math.abs((valueAt(t) as number) - 10)).toBeLessThanOrEqual(10)
    }))
  })
})

describe('the way back of a motion', () => {
  const timing = { delayMs: 0, durationMs: 300, easing: 'ease-out' }

  test('ends with what began first', () => {
    const motion = { ...EMPTY_MOTION, durationMs: 300, easing: 'ease-out', lanes: [{ id: 'one', part: 'dot', property: 'x', durationMs: 100 }, { id: 'two', part: 'dot', property: 'y', delayMs: 200, durationMs: 100, rotationDirection: 'clockwise' as const }] }
    expect(mirroredMotion(motion, timing, 300)).toMatchObject({
      delayMs: 0, durationMs: 300, easing: 'ease-in', lanes: [{ delayMs: 200, durationMs: 100 }, { delayMs: 0, durationMs: 100, rotationDirection: 'counterclockwise' }],
    })
  })

  test('passes the same looks the other way round, each leg as long as it was', () => {
    const stage = (id: string, share: number, easing: string) => ({ id, look: { dot: { x: share } }, share, easing, matchVelocity: false })
    const { keyframes, easing } = mirroredMotion({ ...EMPTY_MOTION, keyframes: [stage('one', 2, 'ease-in'), stage('two', 4, 'linear')] }, timing, 300)
    expect(keyframes.map(({ id, share, easing: along }) => [id, share, along])).toEqual([['two', 0.5, 'ease-in'], ['one', 2, 'linear']])
    expect(easing).toBe('ease-out')
  })
})
