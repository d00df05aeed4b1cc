import { describe, expect, test } from '@jest/globals'
import { TwoFingers } from '../src/playing/two-fingers'

describe('two fingers', () => {
  test('pinch from where the second one comes down', () => {
    const fingers = new TwoFingers()
    expect(fingers.press(1, { x: 0, y: 0 })).toBe(false)
    expect(fingers.move(1, { x: 10, y: 0 })).toBeNull()
    expect(fingers.press(2, { x: 110, y: 0 })).toBe(true)
    expect(fingers.move(2, { x: 210, y: 0 })).toEqual({ x: 110, y: 0, scale: 2, turn: 0 })
    expect(fingers.move(2, { x: 10, y: 100 })).toEqual({ x: 10, y: 50, scale: 1, turn: 90 })
  })

  test('pinch no more once one of them is up', () => {
    const fingers = new TwoFingers()
    fingers.press(1, { x: 0, y: 0 })
    fingers.press(2, { x: 100, y: 0 })
    expect([fingers.letGo(1), fingers.letGo(2), fingers.letGo(2)]).toEqual([true, false, false])
    expect(fingers.move(2, { x: 50, y: 0 })).toBeNull()
  })

  test('turn the short way round', () => {
    const fingers = new TwoFingers()
    fingers.press(1, { x: 0, y: 0 })
    fingers.press(2, { x: -100, y: 1 })
    expect(fingers.move(2, { x: -100, y: -1 })?.turn).toBeCloseTo(1.15, 1)
  })
})
