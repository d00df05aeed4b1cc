import { describe, expect, test } from '@jest/globals'
import { propertyDefinition, type Gradient, type Literal, type Shadow } from '@rheoscope/core/document'
import { interpolate, interpolateNumber, interpolateOutline, interpolatePaint, isCrossFade, parseEasing, REST, turnBetween } from '@rheoscope/core/motion'

const ease = (text: string, t: number) => parseEasing(text).ease(t)
const mixing = { rotationDirection: 'shortest', colourSpace: 'srgb' } as const
const between = (property: string, from: Literal, to: Literal, p: number) => interpolate(propertyDefinition(property)!, from, to, mixing)!(p)

describe('a Bézier beyond its ends goes on along its tangents', () => {
  test.each([
    // At the start: by the first control point, where that is no way by the second, where both are at the start as it is.
    ['0.25, 0.5, 0.75, 0.25', -0.5, -1], ['0, 0, 0.5, 0.25', -0.5, -0.25], ['0, 0, 0, 0', -0.5, -0.5], ['0, 0.5, 0.5, 1', -0.5, 0], ['0, 0, 0, 0.5', -0.5, 0], ['0.5, 0, 1, 1', -1, 0],
    // At the end likewise.
    ['0.25, 0.5, 0.75, 0.25', 1.5, 2.5], ['0.5, 0.25, 1, 1', 1.5, 1.75], ['1, 1, 1, 1', 1.5, 1.5], ['0.5, 0.5, 1, 0.5', 1.5, 1], ['1, 0.5, 1, 1', 1.5, 1], ['0, 0, 0.5, 1', 2, 1],
  ])('cubic-bezier(%s) at %d is %d', (points, t, value) => expect(ease(`cubic-bezier(${points})`, t)).toBeCloseTo(value, 9))

  test('and is exact at them', () => {
    for (const points of ['0.25, 0.5, 0.75, 0.25', '0.5, 0, 1, 1', '0.1, 2, 0.9, -1']) expect([ease(`cubic-bezier(${points})`, 0) + 0, ease(`cubic-bezier(${points})`, 1)]).toEqual([0, 1])
  })

  test('and is straight where its points lie on the straight line', () => {
    for (const t of [-1, 0.123456789, 0.5, 2]) expect(ease('cubic-bezier(0.3, 0.3, 0.6, 0.6)', t)).toBe(t)
  })

  test('and is found where it is steep or flat', () => {
    // With both x at 0, x is s³; with both at 1, it is 1 − (1 − s)³. So s is known, and y with it.
    const y = (y1: number, y2: number, s: number) => 3 * y1 * s * (1 - s) ** 2 + 3 * y2 * s * s * (1 - s) + s ** 3
    expect(ease('cubic-bezier(0, 0, 0, 1)', 1e-6)).toBeCloseTo(y(0, 1, 0.01), 7)
    expect(ease('cubic-bezier(1, 0.5, 1, 2)', 1 - 1e-6)).toBeCloseTo(y(0.5, 2, 0.99), 7)
  })
})

/** A damped oscillator let go at 0 with its rest at 1, by the classical Runge–Kutta method. */
function oscillated(stiffness: number, damping: number, mass: number, seconds: number): number {
  const steps = 4000
  const dt = seconds / steps
  const pull = (x: number, v: number) => (stiffness * (1 - x) - damping * v) / mass
  let [x, v] = [0, 0]
  for (let step = 0; step < steps; step++) {
    const [x1, v1] = [v, pull(x, v)]
    const [x2, v2] = [v + (dt / 2) * v1, pull(x + (dt / 2) * x1, v + (dt / 2) * v1)]
    const [x3, v3] = [v + (dt / 2) * v2, pull(x + (dt / 2) * x2, v + (dt / 2) * v2)]
    const [x4, v4] = [v + dt * v3, pull(x + dt * x3, v + dt * v3)]
    x += (dt / 6) * (x1 + 2 * x2 + 2 * x3 + x4)
    v += (dt / 6) * (v1 + 2 * v2 + 2 * v3 + v4)
  }
  return x
}

describe('a spring', () => {
  test.each([[170, 26, 1], [170, 8, 1], [100, 20, 1], [100, 60, 1], [40, 3, 2.5], [300, 90, 0.5]])('of stiffness %d, damping %d and mass %d follows its equation and rests when it says', (stiffness, damping, mass) => {
    const { ease: spring, naturalDurationMs } = parseEasing(`spring(${stiffness}, ${damping}, ${mass})`)
    const seconds = naturalDurationMs! / 1000
    for (const t of [0.1, 0.25, 0.5, 0.9]) expect(Math.abs(spring(t) - oscillated(stiffness, damping, mass, t * seconds))).toBeLessThan(REST + 1e-5)
    expect(Math.abs(1 - oscillated(stiffness, damping, mass, seconds))).toBeCloseTo(REST, 4)
  })

  test.each([[0], [0.2], [0.5], [0.8]])('of bounce %d is one of that damping ratio, over its own time', (bounce) => {
    const ratio = 1 - bounce
    const { naturalDurationMs } = parseEasing(`spring(100, ${2 * ratio * 10}, 1)`)
    for (const t of [0.07, 0.2, 0.5, 0.75]) expect(Math.abs(ease(`spring(${bounce})`, t) - oscillated(100, 20 * ratio, 1, (t * naturalDurationMs!) / 1000))).toBeLessThan(2 * REST)
    expect([ease(`spring(${bounce})`, -1), ease(`spring(${bounce})`, 0), ease(`spring(${bounce})`, 1), ease(`spring(${bounce})`, 2)]).toEqual([0, 0, 1, 1])
  })
})

describe('outlines', () => {
  const nearly = (a: string, b: string, p = 1e-9) => interpolateOutline(a, b)!(p)

  test('a quadratic curve is the cubic one that is the same, halved where the other has more', () => {
    expect(nearly('M0 0Q10 10 20 0', 'M0 0L10 0L20 0')).toBe('M0 0C3.333 3.333 6.667 5 10 5C13.333 5 16.667 3.333 20 0')
    expect(nearly('M1 2Q4 8 7 2', 'M0 0C1 1 2 2 3 3')).toBe('M1 2C3 6 5 6 7 2')
  })

  test('lines of every kind become straight curves', () => {
    expect(nearly('M3 6H12V9', 'M0 0L3 3L6 6')).toBe('M3 6C6 6 9 6 12 6C12 7 12 8 12 9')
    expect(nearly('M0 0L3 3L6 6', 'M3 6H12V9', 0.5)).toBe('M1.5 3C3.5 3.5 5.5 4 7.5 4.5C8 5.5 8.5 6.5 9 7.5')
  })

  test('the longest piece is halved first', () => {
    expect(nearly('M0 0H30V3', 'M0 0L1 1L2 2L3 3')).toBe('M0 0C5 0 10 0 15 0C20 0 25 0 30 0C30 1 30 2 30 3')
    expect(nearly('M0 0H3V30', 'M0 0L1 1L2 2L3 3')).toBe('M0 0C1 0 2 0 3 0C3 5 3 10 3 15C3 20 3 25 3 30')
  })

  test('a closed outline begins where its points have the shortest way, and is closed by a line where it is open', () => {
    expect(nearly('M0 0H9V9H0Z', 'M9 9L0 9L0 0L9 0Z', 0.5)).toBe('M0 0C3 0 6 0 9 0C9 3 9 6 9 9C6 9 3 9 0 9C0 6 0 3 0 0Z')
    expect(nearly('M0 0H9V9H0V0Z', 'M0 0L9 0L9 9L0 9Z', 0.5)).toBe('M0 0C3 0 6 0 9 0C9 3 9 6 9 9C6 9 3 9 0 9C0 6 0 3 0 0Z')
    // An open one keeps its direction.
    expect(nearly('M0 0H9', 'M9 0L0 0', 0.5)).toBe('M4.5 0C4.5 0 4.5 0 4.5 0')
    expect(nearly('M0 0H9Z', 'M0 0L9 0', 0)).toBe('M0 0H9Z')
  })

  test('several strokes go each to the one of its place, a point to what it becomes', () => {
    expect(nearly('M0 0H3M5 5', 'M0 0L3 0M5 5L8 5', 0.5)).toBe('M0 0C1 0 2 0 3 0M5 5C5.5 5 6 5 6.5 5')
  })

  test.each([
    ['M-1 .5 L1e1,-2', 'M1 1.5 L20,2', 'M0 1L15 0'], ['M0 0L-10-10', 'M0 0L10 10', 'M0 0L0 0'], ['M0,0 5 5 10 0', 'M0 0L5 5L20 0', 'M0 0L5 5L15 0'], ['M10 10l10 0', 'M10 10L40 10', 'M10 10L30 10'],
    ['M0 0a5 5 0 0110 0', 'M0 0A5 5 0 0 1 20 0', 'M0 0A5 5 0 0 1 15 0'], ['m1.5.5.5.5', 'M1.5 0.5L4 1', 'M1.5 0.5L3 1'],
  ])('numbers are mixed however they are written: half way from %s to %s is %s', (a, b, between) => expect(nearly(a, b, 0.5)).toBe(between))

  test('what says which way an arc turns is no number on its way: it goes by curves', () => {
    const half = nearly('M0 0A10 10 0 0 0 20 0', 'M0 0A10 10 0 0 1 20 0', 0.5)
    expect(half).toMatch(/^M0 0C/)
    expect(half).not.toMatch(/A/)
  })

  test('at both ends it is just what was given', () => {
    for (const [a, b] of [['M0 0l1.00004 1', 'm0 0 L2 2.123456'], ['M0 0A1 1 0 0 0 2 0', 'M0 0H9V9']] as const) expect([nearly(a, b, 0), nearly(a, b, 1)]).toEqual([a, b])
  })

  test('what cannot be matched is not mixed', () => {
    for (const [a, b] of [['', 'M0 0L1 1'], ['M0 0L1 1', ''], ['M0 0', 'M0 0L1 1M2 2'], ['Z', 'Z'], ['L1010', 'L20 20']] as const) expect(interpolateOutline(a, b)).toBeNull()
  })
})

describe('numbers and lists of them', () => {
  test('are kept within the bounds there are', () => {
    expect([interpolateNumber(0, 10)(1.5), interpolateNumber(0, 10, 0)(1.5), interpolateNumber(0, 10, 0)(-1), interpolateNumber(0, 10, -Infinity, 12)(1.5), interpolateNumber(0, 10, -Infinity, 12)(-1)]).toEqual([15, 15, 0, 12, -10])
    expect([interpolateNumber(3, 99, 0, 50)(1), interpolateNumber(0.1, 0.3)(1)]).toEqual([99, 0.3])
  })

  test('dashes go number by number, none counting as nothing', () => {
    expect([between('strokeDash', [4, 2], [8, 6], 0.5), between('strokeDash', [4], [8, 6], 0.5), between('strokeDash', [4, 2], [], 0.25), between('strokeDash', [4], [8], 1)]).toEqual([[6, 4], [6, 3], [3, 1.5], [8]])
    expect(between('strokeDash', [4], [0], 1.5)).toEqual([0])
  })

  test('turns', () => {
    expect([turnBetween(90, 100, 'as written'), turnBetween(10, 10, 'counterclockwise'), turnBetween(0, 90, 'counterclockwise'), turnBetween(200, 20, 'shortest'), turnBetween(20, 200, 'shortest'), turnBetween(0, 181, 'shortest')]).toEqual([10, 0, -270, -180, 180, -179])
  })

  test('shadows come out of nothing and go into it', () => {
    const shadow: Shadow = { x: 2, y: 4, blur: 6, spread: 8, colour: '#102030', inset: false }
    expect(between('shadow', [], [shadow], 0.5)).toEqual([{ x: 1, y: 2, blur: 3, spread: 4, colour: '#10203080', inset: false }])
    expect(between('shadow', [shadow, shadow], [{ ...shadow, x: 4, blur: 2, inset: true }], 0.5)).toEqual([{ ...shadow, x: 3, blur: 4, inset: true }, { ...shadow, x: 1, y: 2, blur: 3, spread: 4, colour: '#10203080' }])
    expect(between('shadow', [shadow], [{ ...shadow, blur: 0 }], 2)).toEqual([{ ...shadow, blur: 0 }])
    expect(between('shadow', [shadow], [], 1)).toEqual([])
  })
})

describe('paints', () => {
  const gradient = (more: Partial<Gradient> = {}): Gradient => ({ gradient: 'linear', angleDeg: 0, stops: [{ colour: '#000000', at: 0 }, { colour: '#000000', at: 1 }], ...more })

  test('none to none is none, and from none the colour grows out of itself', () => {
    expect(interpolatePaint(null, null, 'srgb')(0.5)).toBeNull()
    expect([interpolatePaint(null, '#102030', 'srgb')(0.25), interpolatePaint('#102030', null, 'srgb')(0.25), interpolatePaint('#102030', null, 'srgb')(1), interpolatePaint(null, '#102030', 'oklab')(1)]).toEqual(['#10203040', '#102030bf', null, '#102030'])
  })

  test('a colour becomes a gradient all over, and none a gradient that is not seen', () => {
    const to = gradient({ angleDeg: 40, stops: [{ colour: '#ffffff', at: 0.2 }, { colour: '#ffffff', at: 1 }] })
    expect(interpolatePaint('#000000', to, 'srgb')(0.5)).toEqual({ ...to, stops: [{ colour: '#808080', at: 0.2 }, { colour: '#808080', at: 1 }] })
    expect(interpolatePaint(to, '#000000', 'srgb')(0.5)).toEqual({ ...to, stops: [{ colour: '#808080', at: 0.2 }, { colour: '#808080', at: 1 }] })
    expect(interpolatePaint(null, to, 'srgb')(0.5)).toEqual({ ...to, stops: [{ colour: '#ffffff80', at: 0.2 }, { colour: '#ffffff80', at: 1 }] })
    expect([interpolatePaint('#000000', to, 'srgb')(1), interpolatePaint(to, '#000000', 'srgb')(1)]).toEqual([to, '#000000'])
  })

  test('gradients of other kinds change half way', () => {
    const [a, b] = [gradient(), gradient({ gradient: 'radial' })]
    expect([interpolatePaint(a, b, 'srgb')(0.49), interpolatePaint(a, b, 'srgb')(0.5)]).toEqual([a, b])
  })

  test('the last stop stands for those the shorter has not, and places move', () => {
    const three = gradient({ stops: [{ colour: '#ffffff', at: 0 }, { colour: '#ffffff', at: 0.5 }, { colour: '#ffffff', at: 0.8 }] })
    expect(interpolatePaint(gradient(), three, 'srgb')(0.5)).toEqual(gradient({ stops: [{ colour: '#808080', at: 0 }, { colour: '#808080', at: 0.75 }, { colour: '#808080', at: 0.9 }] }))
    expect(interpolatePaint(three, gradient(), 'srgb')(0.5)).toEqual(gradient({ stops: [{ colour: '#808080', at: 0 }, { colour: '#808080', at: 0.75 }, { colour: '#808080', at: 0.9 }] }))
    const placed = interpolatePaint(gradient({ place: [0, 0, 10, 10] } as never), gradient({ place: [10, 20, 30, 40] } as never), 'srgb')(0.5) as Gradient
    expect(placed.place).toEqual([5, 10, 20, 25])
    expect((interpolatePaint(gradient(), gradient({ place: [10, 20, 30, 40] } as never), 'srgb')(0.5) as Gradient).place).toEqual([10, 20, 30, 40])
  })
})

describe('what fades', () => {
  test.each([['icon', 'M0 0h1', 'M1 1h1'], ['picture', 'a', 'b'], ['text', 'Board', 'Aboard']])('%s goes over in shares, and is itself at the ends', (property, from, to) => {
    expect(between(property, from, to, 0.25)).toEqual({ crossFade: [{ value: from, share: 0.75 }, { value: to, share: 0.25 }] })
    expect([between(property, from, to, 0), between(property, from, to, -1), between(property, from, to, 1), between(property, from, to, 2), between(property, from, from, 0.5)]).toEqual([from, from, to, to, from])
    expect(isCrossFade(between(property, from, to, 0.5))).toBe(true)
  })

  test('an outline that cannot be mixed fades', () => expect(between('d', 'M0 0L1 1', 'M0 0L1 1M2 2L3 3', 0.5)).toEqual({ crossFade: [{ value: 'M0 0L1 1', share: 0.5 }, { value: 'M0 0L1 1M2 2L3 3', share: 0.5 }] }))

  test('what it is called, chosen or answers to does not', () => {
    for (const property of ['role', 'accessibleName', 'cursor', 'receivesInput', 'focusable', 'layout']) {
      const definition = propertyDefinition(property)
      if (definition) expect(interpolate(definition, definition.initial, definition.initial, mixing)).toBeNull()
    }
  })
})
