import { EMPTY_MOTION, propertyDefinition, type Glide } from '../document'
import { counting, formOf, laneEndMs, laneSpeed, resolveTiming, startLane, travels, type Lane } from '../motion'
import { partAt, type Targets } from './compiled'
import { shownValue, type Instance } from './instance'
import type { TargetChange } from './targets'

/** A lane that belongs to no axis, and that nothing waits for. */
export const GLIDING = -2

/** How a property of a part glides; undefined where it does not. */
export const glideOf = ({ compiled }: Pick<Instance, 'compiled'>, { part, property }: TargetChange): Glide | undefined =>
  partAt(compiled, part).glides?.find((glide) => glide.property === property)

/** The lane of a property that glides to another target, from what shows; null where it is there at once. */
export function glideTo(instance: Instance, change: TargetChange, targets: Targets, atMs: number): Lane | null {
  const glide = glideOf(instance, change)
  const definition = propertyDefinition(change.property)
  if (!glide || !definition) return null
  const sources = [{ ...EMPTY_MOTION, ...glide }, instance.compiled.project.motion]
  const form = formOf([{ ...EMPTY_MOTION, ...glide }])
  if (!travels(definition, form, instance.isMotionReduced)) return null
  const lane = instance.lanes.find((each) => each.part === change.part && each.property === change.property)
  const running = lane && laneEndMs(lane) > atMs ? lane : undefined
  return startLane({
    part: change.part, definition, axis: GLIDING, atMs, running, shown: shownValue(instance, change.part, change.property, atMs),
    to: targets.values[change.part]?.[change.property] ?? definition.initial,
    timing: resolveTiming(sources, instance.compiled.project.tokens, partAt(instance.compiled, change.part).id, change.property),
    speed: form.carriesVelocity && running ? laneSpeed(running, atMs) : null,
    between: definition.type === 'text' ? counting : undefined,
  })
}
