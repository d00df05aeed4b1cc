import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { easingProblem, parseEasing, REST } from '@rheoscope/core/motion'

const at = (easing: string, t: number) => parseEasing(easing).ease(t)

describe('easings', () => {
  test.each([
    ['linear', 0.3, 0.3],
    ['ease-in-out', 0.5, 0.5],
    ['cubic-bezier(0.25, 0.1, 0.25, 1)', 0.5, 0.80240339],
    ['steps(4)', 0.49, 0.25], ['steps(4, jump-start)', 0, 0.25], ['steps(4, jump-none)', 0.99, 1], ['steps(4, jump-both)', 0.5, 0.6], ['steps(1, start)', 0, 1],
    ['step-end', 0.99, 0], ['step-start', 0, 1],
    ['linear(0, 0.8 25%, 1)', 0.25, 0.8], ['linear(0, 1, 0.5)', 0.75, 0.75], ['linear(0, 0.5 20% 60%, 1)', 0.4, 0.5], ['linear(0, 1 90%, 0.5 10%, 1)', 0.95, 0.75],
  ])('%s at %d is %d', (easing, t, value) => {
    expect(at(easing, t)).toBeCloseTo(value, 5)
  })

  test('a Bézier goes from 0 to 1, through x it was given', () => {
    const unit = fc.double({ min: 0, max: 1, noNaN: true })
    const y = fc.double({ min: -2, max: 3, noNaN: true })
    fc.assert(fc.property(unit, y, unit, y, unit, (x1, y1, x2, y2, s) => {
      const { ease } = parseEasing(`cubic-bezier(${x1.toFixed(6)}, ${y1.toFixed(6)}, ${x2.toFixed(6)}, ${y2.toFixed(6)})`)
      const curve = (a: number, b: number) => 3 * a * s * (1 - s) ** 2 + 3 * b * s * s * (1 - s) + s ** 3
      const [x, slope] = [curve(Number(x1.toFixed(6)), Number(x2.toFixed(6))), 3 * ((1 - s) ** 2 * x1 + 2 * s * (1 - s) * (x2 - x1) + s * s * (1 - x2))]
      fc.pre(slope > 0.05)
      expect(ease(x)).toBeCloseTo(curve(Number(y1.toFixed(6)), Number(y2.toFixed(6))), 4)
      expect(ease(0)).toBeCloseTo(0, 12)
      expect(ease(1)).toBe(1)
    }))
  })

  test('a spring ends at rest, and overshoots only when it bounces', () => {
    fc.assert(fc.property(fc.double({ min: 0, max: 0.95, noNaN: true }), (bounce) => {
      const { ease } = parseEasing(`spring(${bounce.toFixed(3)})`)
      const values = Array.from({ length: 201 }, (_, index) => ease(index / 200))
      expect(values[0]).toBe(0)
      expect(values[200]).toBe(1)
      expect(Math.abs(values[199]! - 1)).toBeLessThan(10 * REST)
      if (bounce > 0.3) expect(Math.max(...values)).toBeGreaterThan(1 + 10 * REST)
      if (bounce === 0) expect(Math.max(...values)).toBe(1)
    }))
    expect(Math.max(...Array.from({ length: 101 }, (_, index) => at('spring(0)', index / 100)))).toBe(1)
  })

  test.each([
    ['linear(0, 50% 0.3 , 1)', 0.5, 0.3], ['LINEAR(0,.5 20% 40%,1)', 0.3, 0.5], ['linear(0, 0.5+20%, 1)', 0.2, 0.5], ['linear(0, 0.25.2%, 1)', 0.002, 0.25], ['steps(+2, START)', 0.1, 0.5], ['cubic-bezier(0e0,0,1,1E0)', 0.3, 0.3], ['  ease-in\n', 1, 1],
  ])('“%s” is %f ↦ %f', (easing, t, value) => expect(at(easing, t)).toBeCloseTo(value, 9))

  test('a physical spring takes until it stays within a thousandth of its way, and not a moment longer', () => {
    const kilo = fc.double({ min: 1, max: 500, noNaN: true })
    fc.assert(fc.property(kilo, fc.double({ min: 0.05, max: 3, noNaN: true }), kilo, (stiffness, ratio, mass) => {
      const damping = ratio * 2 * Math.sqrt(stiffness * mass)
      const { naturalDurationMs } = parseEasing(`spring(${stiffness.toFixed(6)}, ${damping.toFixed(6)}, ${mass.toFixed(6)})`)
      const omega = Math.sqrt(stiffness / mass)
      const away = (ms: number) => Math.abs(displacement(ratio, (omega * ms) / 1000))
      const swing = ratio < 1 ? (Math.PI / (omega * Math.sqrt(1 - ratio * ratio))) * 1000 : naturalDurationMs!
      for (let step = 0; step <= 200; step++) expect(away(naturalDurationMs! + 1 + (2 * swing * step) / 200)).toBeLessThan(REST * 1.02)
      const before = Array.from({ length: 201 }, (_, step) => away(naturalDurationMs! - (swing * step) / 200))
      expect(Math.max(...before)).toBeGreaterThan(REST * 0.98)
    }), { numRuns: 200 })
  })

  test.each([[19.9, 909], [19.99, 922], [19.999999, 923], [20, 923], [20.01, 925]])('near critical damping (%f) a spring takes %i ms', (damping, ms) => {
    expect(parseEasing(`spring(100, ${damping}, 1)`).naturalDurationMs).toBe(ms)
  })

  test('a physical spring follows its differential equation and brings its own time', () => {
    const { ease, naturalDurationMs } = parseEasing('spring(170, 26, 1)')
    const steps = 200_000
    const dt = naturalDurationMs! / 1000 / steps
    let [x, v] = [0, 0]
    for (let step = 0; step < steps / 2; step++) {
      v += (170 * (1 - x) - 26 * v) * dt
      x += v * dt
    }
    expect(ease(0.5)).toBeCloseTo(x, 2)
    expect(naturalDurationMs).toBeGreaterThan(400)
  })

  test.each([
    ['bounce', /no easing/], ['cubic-bezier(2, 0, 0, 1)', /time cannot run backwards/], ['cubic-bezier(0, 0, 1)', /four numbers/], ['steps(0)', /at least 1/],
    ['linear(0, 0x1, 1)', /“0x1” is not a number/], ['cubic-bezier(0, 0, 5., 1)', /“5.?.?” is not a number|“\.” is not a number/], ['linear(0.5 0% 100%)', /two stops/], ['linear(0, 10% 0.5 20%, 1)', /up to two percentages/],
    ['linear(0, 0.5 10px, 1)', /“10px” is not a number/], ['steps(2.0)', /whole number/], ['cubic-bezier(0, calc(1 / 2), 1, 1)', /written out: “calc\(…\)”/], ['linear(0, /* later */ 1)', /no comments/], ['linear(0, , 1)', /is not a number/],
    ['linear(0, 1e999, 1)', /too large/], ['cubic-bezier(0, infinity, 1, 1)', /“infinity” is not a number/], ['ease in', /no easing/], ['linear (0, 1)', /no easing/],
    ['spring(1, 1e10, 1)', /more than an hour/], ['spring(1, 1, 1e308)', /more than an hour/], ['steps(1, jump-none)', /at least 2/], ['steps(3, sideways)', /jump-start/], ['linear(1)', /two stops/], ['linear(0, a, 1)', /“a” is not a number/], ['spring(1)', /up to, not including, 1/], ['spring(1, 2)', /bounce/], ['', /no easing/],
  ])('“%s” is refused with a sentence', (easing, sentence) => {
    expect(easingProblem(easing)).toMatch(sentence)
  })
})

/** How far an oscillator let go at 1 is from 0, at a time in units of 1/ω. */
function displacement(ratio: number, x: number): number {
  if (ratio < 1) {
    const swing = Math.sqrt(1 - ratio * ratio)
    return Math.exp(-ratio * x) * (Math.cos(swing * x) + (ratio / swing) * Math.sin(swing * x))
  }
  const root = Math.sqrt(ratio * ratio - 1)
  if (root === 0) return Math.exp(-x) * (1 + x)
  const [slow, fast] = [-1 / (ratio + root), -(ratio + root)]
  return (fast * Math.exp(slow * x) - slow * Math.exp(fast * x)) / (fast - slow)
}
