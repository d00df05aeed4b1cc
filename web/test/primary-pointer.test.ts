import { describe, expect, test } from '@jest/globals'
import { PrimaryPointer, type PointerFacts } from '../src/playing/primary-pointer'

const NONE = -1
const [LEFT, MIDDLE, RIGHT] = [0, 1, 2]
const [LEFT_DOWN, RIGHT_DOWN] = [1, 2]

type Happened = readonly [type: 'move' | 'down' | 'up' | 'cancel', button: number, buttons: number, pointerId?: number]

/** What some events come to, one after another. */
function inputs(...events: readonly Happened[]): readonly (string | null)[] {
  const pointer = new PrimaryPointer()
  return events.map(([type, button, buttons, pointerId = 1]) => pointer.inputOf({ type: `pointer${type}`, pointerId, button, buttons } satisfies PointerFacts))
}

describe('the pointer of the page, in a run', () => {
  test('moves, presses and releases with its primary button', () => {
    expect(inputs(['move', NONE, 0], ['down', LEFT, LEFT_DOWN], ['move', NONE, LEFT_DOWN], ['up', LEFT, 0], ['move', NONE, 0])).toEqual(['move', 'press', 'move', 'release', 'move'])
  })

  test('does nothing with another button', () => {
    expect(inputs(['down', RIGHT, RIGHT_DOWN], ['up', RIGHT, 0], ['down', MIDDLE, 4], ['up', MIDDLE, 0])).toEqual([null, null, null, null])
  })

  test('presses and releases with other buttons down as well', () => {
    expect(inputs(['down', RIGHT, RIGHT_DOWN], ['move', LEFT, LEFT_DOWN | RIGHT_DOWN], ['move', LEFT, RIGHT_DOWN], ['up', RIGHT, 0])).toEqual([null, 'press', 'release', null])
  })

  test('is one finger until that lets go, whatever a second one does', () => {
    expect(inputs(['down', LEFT, LEFT_DOWN, 1], ['down', LEFT, LEFT_DOWN, 2], ['move', NONE, LEFT_DOWN, 2], ['up', LEFT, 0, 2], ['move', NONE, LEFT_DOWN, 1], ['up', LEFT, 0, 1], ['down', LEFT, LEFT_DOWN, 2]))
      .toEqual(['press', null, null, null, 'move', 'release', 'press'])
  })

  test('lets go when the system takes it away', () => {
    expect(inputs(['cancel', NONE, 0], ['down', LEFT, LEFT_DOWN], ['cancel', NONE, 0], ['down', LEFT, LEFT_DOWN, 2])).toEqual([null, 'press', 'cancel', 'press'])
  })
})
