import fc from 'fast-check'
import type { InputAction } from '@rheoscope/core/document'

interface Size {
  readonly width: number
  readonly height: number
}

/** Inputs of every kind a person has, at any place of a surface, at any instant. */
export function anyInputs({ width, height }: Size, count = 100): fc.Arbitrary<readonly (readonly [waitMs: number, input: InputAction])[]> {
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
