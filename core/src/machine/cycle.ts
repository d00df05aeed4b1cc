import { certain, propertyDefinition, type Literal } from '../document'
import { fromToken, interpolate, isMovement, parseEasing, type Easing, type Interpolator, type Shown } from '../motion'
import { axisAt, type Targets } from './compiled'
import type { Instance } from './instance'

/** A property of a part in a continuous motion: it repeats for as long as its state lasts. */
export interface Cycle {
  readonly part: number
  readonly property: string
  readonly axis: number
  readonly startMs: number
  readonly durationMs: number
  readonly ease: Easing
  readonly turnsBack: boolean
  /** How many times; Infinity for ever. */
  readonly count: number
  readonly from: Literal
  readonly to: Literal
  readonly valueAt: Interpolator
}

/** The continuous motions a state brings with it; none when it is not continuous. Under reduced motion nothing goes on moving. */
export function cyclesOf({ compiled, isMotionReduced }: Pick<Instance, 'compiled' | 'isMotionReduced'>, targets: Targets, axisIndex: number, state: string, atMs: number): readonly Cycle[] {
  const loop = axisAt(compiled, axisIndex).states.find(({ id }) => id === state)?.loop
  if (!loop) return []
  const { tokens } = compiled.project
  const durationMs = fromToken<number>(loop.durationMs, tokens)
  const { ease } = parseEasing(fromToken<string>(loop.easing, tokens))
  return Object.entries(loop.to).flatMap(([part, properties]) => {
    const index = compiled.partIndex.get(part)
    if (index === undefined) return []
    return Object.entries(properties).flatMap(([property, to]): Cycle[] => {
      const definition = propertyDefinition(property)
      const from = certain(targets.values[index])[property]
      if (!definition || from === undefined || typeof to === 'object' || (isMotionReduced && isMovement(definition))) return []
      const valueAt = interpolate(definition, from, to, { rotationDirection: loop.rotationDirection ?? 'as written', colourSpace: 'oklab' })
      if (!valueAt) return []
      return [{
        part: index, property, axis: axisIndex, startMs: atMs, durationMs, ease, valueAt, from, to,
        turnsBack: loop.direction === 'back and forth', count: loop.count ?? Infinity,
      }]
    })
  })
}

/** How many repetitions are through at an instant, with the fraction of the present one. */
export const turnsDone = (cycle: Cycle, atMs: number): number =>
  cycle.durationMs <= 0 ? cycle.count : Math.min(cycle.count, Math.max(0, (atMs - cycle.startMs) / cycle.durationMs))

/** What a continuous motion shows at an instant, in ms of the run. */
export function cycleValue(cycle: Cycle, atMs: number): Shown {
  const turns = turnsDone(cycle, atMs)
  const isOver = turns === cycle.count
  const round = isOver ? Math.ceil(turns) - 1 : Math.floor(turns)
  const fraction = isOver ? 1 : turns - round
  const runsBack = cycle.turnsBack && round % 2 === 1
  return cycle.valueAt(cycle.ease(runsBack ? 1 - fraction : fraction))
}
