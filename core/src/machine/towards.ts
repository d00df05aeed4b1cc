import { certain, orElse, propertyDefinition, type Literal } from '../document'
import {
  formOf, fromToken, laneEndMs, laneSpeed, readable, resolveTiming, staggerDelayMs, startLane, travels,
  type Lane, type MotionForm, type MotionSources, type Waypoint,
} from '../motion'
import { partAt, type Targets } from './compiled'
import { shownValue, type Instance } from './instance'
import type { TargetChange } from './targets'

/** No axis of its own waits for a motion that comes from outside. */
export const FROM_OUTSIDE = -1

/** A change of targets, and what decides how it comes about. */
export interface Change {
  readonly targets: Targets
  readonly changes: readonly TargetChange[]
  /** The axis that waits for it to end, by index, or `FROM_OUTSIDE`. */
  readonly axis: number
  readonly sources: MotionSources
  readonly atMs: number
  /** So much later than its motion says. */
  readonly delayMs?: number
}

/**
 * The lanes of an instance once its targets change: what changes, and what a stage of the motion touches, starts
 * from what it shows now; everything else keeps going where it was going.
 */
export function lanesTowards(instance: Instance, change: Change): readonly Lane[] {
  const { targets, axis, sources, atMs } = change
  const form = formOf(sources)
  const lanes = instance.lanes.filter((lane) => laneEndMs(lane) > atMs)
  const changes = [...change.changes, ...passedThrough(instance, form, change.changes)]
  const turns = form.stagger && turnsOf(changes)
  for (const { part, property } of changes) {
    const definition = propertyDefinition(property)
    const at = lanes.findIndex((lane) => lane.part === part && lane.property === property)
    const running = lanes[at]
    if (at >= 0) lanes.splice(at, 1)
    if (!definition || !travels(definition, form, instance.isMotionReduced)) continue
    const to = certain(targets.values[part])[property] ?? definition.initial
    const timing = resolveTiming(sources, instance.compiled.project.tokens, partAt(instance.compiled, part).id, property)
    const waitsMs = (change.delayMs ?? 0) + (turns?.has(part) ? staggerDelayMs(certain(form.stagger), certain(turns.get(part)), turns.size) : 0)
    const lane = startLane({
      part, definition, axis, atMs, to, running,
      shown: shownValue(instance, part, property, atMs),
      timing: waitsMs > 0 ? { ...timing, delayMs: timing.delayMs + waitsMs } : timing,
      waypoints: waypointsOf(instance, form, part, property),
      speed: form.carriesVelocity && running ? laneSpeed(running, atMs) : null,
    })
    if (lane) lanes.push(lane)
  }
  return lanes
}

/** What the keyframes of a motion touch without its ends being different there. */
function passedThrough({ compiled }: Instance, { keyframes }: MotionForm, changes: readonly TargetChange[]): readonly TargetChange[] {
  const found: TargetChange[] = []
  for (const { look } of keyframes) {
    for (const [id, said] of Object.entries(look)) {
      const part = compiled.partIndex.get(id)
      if (part === undefined) continue
      for (const property of Object.keys(said)) {
        if (![...changes, ...found].some((each) => each.part === part && each.property === property)) found.push({ part, property })
      }
    }
  }
  return found
}

/** The stages a property comes past, each at its own instant for all that it says; none where no stage touches it. A value that cannot be worked out is a finding, and as if it were not said. */
function waypointsOf({ compiled, environment }: Instance, { keyframes }: MotionForm, part: number, property: string): readonly Waypoint[] {
  const id = partAt(compiled, part).id
  const waypoints = keyframes.map(({ look, share, easing, matchVelocity }): Waypoint => {
    const said = look[id]?.[property]
    const value = said === undefined ? undefined : worth(() => compiled.valueOf(property, said, environment))
    return { value, share, ease: readable(fromToken<string>(easing ?? 'linear', compiled.project.tokens)).ease, matchVelocity }
  })
  return waypoints.some(({ value }) => value !== undefined) ? waypoints : []
}

function worth(value: () => Literal): Literal | undefined {
  return orElse(() => value(), undefined)
}

/** Whose turn it is when, by part: the parts that change in the order of the tree. The frame does not wait for anyone. */
function turnsOf(changes: readonly TargetChange[]): ReadonlyMap<number, number> {
  const parts = [...new Set(changes.map(({ part }) => part))].filter((part) => part !== 0).toSorted((a, b) => a - b)
  return new Map(parts.map((part, place) => [part, place]))
}
