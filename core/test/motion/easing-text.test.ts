import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { carrying, drawnEasing, mirroredEasing, parseEasing, seamsOf, throughWaypoints, type Waypoint } from '@rheoscope/core/motion'
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
      expect(Math.abs(parseEasing(mirroredEasing(text)).ease(t) - (1 - parseEasing(text).ease(1 - t)))).toBeLessThan(0.004)
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

describe('a speed that is carried', () => {
  const coordinate = fc.double({ min: 0, max: 1, noNaN: true })
  const curve = fc.tuple(coordinate, fc.double({ min: -1, max: 2, noNaN: true }), coordinate, fc.double({ min: -1, max: 2, noNaN: true })).map((numbers) => `cubic-bezier(${numbers.map((number) => number.toFixed(3)).join(', ')})`)
  const easing = fc.oneof(curve, fc.constantFrom('cubic-bezier(0, 0.55, 0.45, 1)', 'cubic-bezier(0, 1, 0, 1)', 'cubic-bezier(0, 1, 1, 1)', 'linear', 'ease', 'spring(0.3)', 'linear(0, 0.9 1%, 0.2, 1)', 'steps(4)'))
  const value = fc.integer({ min: -1000, max: 1000 })
  const samples = Array.from({ length: 401 }, (_each, index) => index / 400)

  /** Where a way comes to at least and at most. */
  const rangeOf = (valueAt: (t: number) => unknown): readonly [number, number] => {
    const all = samples.map((t) => valueAt(t) as number)
    return [Math.min(...all), Math.max(...all)]
  }

  test('goes no farther than the motion itself goes, and 4/27 of the way the speed would', () => {
    fc.assert(fc.property(easing, value, value, fc.double({ min: -3000, max: 3000, noNaN: true }), (text, from, to, speed) => {
      const { ease } = parseEasing(text)
      const own = (t: number) => (t >= 1 ? to : from + (to - from) * ease(t))
      const [least, most] = rangeOf(own)
      const [low, high] = rangeOf(carrying(own, speed, {}))
      const justified = (4 / 27) * speed
      expect(low).toBeGreaterThanOrEqual(Math.min(from, least) + Math.min(0, justified) - 1e-6)
      expect(high).toBeLessThanOrEqual(Math.max(from, most) + Math.max(0, justified) + 1e-6)
      expect(carrying(own, speed, {})(1)).toBe(to)
    }), { numRuns: 500 })
  })

  test('sets out with it, however steep the easing is', () => {
    for (const text of ['cubic-bezier(0, 0.55, 0.45, 1)', 'cubic-bezier(0, 1, 0, 1)', 'ease', 'linear', 'ease-in']) {
      const way = carrying((t) => 200 * parseEasing(text).ease(t), 300, {})
      expect([text, Math.round((way(1e-7) as number) / 1e-7 / 10)]).toEqual([text, 30])
    }
  })

  test('is that of the motion itself where that is no steeper than usual: nothing changes then', () => {
    for (const t of samples) expect(carrying((at) => 50 * at, 50, {})(t)).toBeCloseTo(50 * t, 9)
  })

  test('goes no farther at a matched seam, however steeply the leg before ends', () => {
    fc.assert(fc.property(easing, easing, value, value, (first, last, middle, to) => {
      const legs = (matchVelocity: boolean) => throughWaypoints(x, 0, [{ value: middle, share: 1, ease: parseEasing(first).ease, matchVelocity }], to, parseEasing(last).ease, mixing)
      const [least, most] = rangeOf(legs(false))
      const [low, high] = rangeOf(legs(true))
      // The last twentieth of a leg goes no farther than all of it does; twice that fast, over a leg as long, makes 40 times 4/27.
      const justified = (40 * 4 / 27) * (most - least)
      expect(low).toBeGreaterThanOrEqual(least - justified - 1e-6)
      expect(high).toBeLessThanOrEqual(most + justified + 1e-6)
    }), { numRuns: 300 })
  })
})
