import fc from 'fast-check'
import type { InputAction } from '@rheoscope/core/document'
import type { Point } from '@rheoscope/core/scene'

type Steps = readonly (readonly [waitMs: number, input: InputAction])[]

interface Size {
  readonly width: number
  readonly height: number
}

/** Inputs of every kind a person has, at any place of a surface, at any instant. */
export function anyInputs({ width, height }: Size, count = 100): fc.Arbitrary<Steps> {
  const place = { x: fc.integer({ min: -20, max: width + 20 }), y: fc.integer({ min: -20, max: height + 20 }), pointer: fc.constantFrom('mouse', 'touch', 'pen') } as const
  const modifiers = fc.record({ shift: fc.boolean(), control: fc.boolean() }, { requiredKeys: [] })
  const input = fc.oneof(
    { arbitrary: fc.record({ do: fc.constantFrom('move', 'press', 'release'), ...place }), weight: 8 },
    { arbitrary: fc.record({ do: fc.constant('key'), key: fc.constantFrom('Tab', 'Enter', ' ', 'ArrowRight', 'Escape', 'a'), modifiers }), weight: 3 },
    { arbitrary: fc.record({ do: fc.constant('exit'), pointer: place.pointer }), weight: 1 },
    { arbitrary: fc.record({ do: fc.constant('wheel'), x: place.x, y: place.y, deltaX: fc.integer({ min: -200, max: 200 }), deltaY: fc.integer({ min: -200, max: 200 }) }), weight: 1 },
  ) as fc.Arbitrary<InputAction>
  return fc.array(fc.tuple(fc.integer({ min: 0, max: 700 }), input), { minLength: count, maxLength: count })
}

/** Texts people write, of which some are what conditions ask for. */
const TEXTS = ['', 'a', 'ab', 'b', 'zz', '7']

/** A field people can write into. */
export interface Written {
  readonly instance: string
  readonly part: string
}

/** What people do with what is there: taps, long presses, drags and double taps at some places, keys, and texts in some fields, at any instant. */
export function anyGestures(places: readonly Point[], count: number, fields: readonly Written[] = []): fc.Arbitrary<Steps> {
  const waitMs = fc.integer({ min: 0, max: 900 })
  const pointer = fc.constantFrom<'mouse' | 'touch'>('mouse', 'touch')
  const place = fc.constantFrom(...places)
  const tap = fc.tuple(waitMs, place, pointer).map(([ms, at, kind]): Steps => [[ms, { do: 'press', ...at, pointer: kind }], [60, { do: 'release', ...at, pointer: kind }]])
  const gesture = fc.oneof(
    { arbitrary: tap, weight: 6 },
    { arbitrary: tap.map(([press, release]): Steps => (press && release ? [press, release, [80, press[1]], release] : [])), weight: 1 },
    { arbitrary: fc.tuple(tap, waitMs).map(([[press, release], ms]): Steps => (press && release ? [press, [ms, release[1]]] : [])), weight: 2 },
    { arbitrary: fc.tuple(waitMs, place, place, pointer).map(([ms, from, to, kind]): Steps => [[ms, { do: 'press', ...from, pointer: kind }], [30, { do: 'move', ...to, pointer: kind }], [30, { do: 'release', ...to, pointer: kind }]]), weight: 1 },
    { arbitrary: fc.tuple(waitMs, place).map(([ms, at]): Steps => [[ms, { do: 'move', ...at, pointer: 'mouse' }]]), weight: 2 },
    ...(fields.length > 0 ? [{ arbitrary: fc.tuple(waitMs, fc.constantFrom(...fields), fc.constantFrom(...TEXTS)).map(([ms, field, text]): Steps => [[ms, { do: 'type', ...field, text }]]), weight: 4 }] : []),
    { arbitrary: fc.tuple(waitMs, fc.constantFrom('Tab', 'Enter', ' ', 'Escape', 'ArrowRight', 'ArrowLeft')).map(([ms, key]): Steps => [[ms, { do: 'key', key, modifiers: {} }]]), weight: 3 },
  )
  return fc.array(gesture, { minLength: count, maxLength: count }).map((all) => all.flat())
}
