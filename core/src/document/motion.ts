import { Look } from './look'
import { boolean, choice, either, integer, list, number, object, optional, orNull, text, type Of } from './shape'
import { Id, Ms, TokenValue } from './value'

/** How an angle goes from one value to the next. */
export const RotationDirection = choice('shortest', 'clockwise', 'counterclockwise', 'as written')
export type RotationDirection = Of<typeof RotationDirection>

/** What happens to a running motion when a new one starts on the same axis. */
export const InterruptionPolicy = choice('continue', 'finish first', 'ignore', 'skip to end')
export type InterruptionPolicy = Of<typeof InterruptionPolicy>

/** The space colours are mixed in. */
export const ColourSpace = choice('oklab', 'srgb')
export type ColourSpace = Of<typeof ColourSpace>

const EasingText = text(4000)
const Easing = either(EasingText, TokenValue)
const Duration = either(Ms, TokenValue)

const timing = {
  delayMs: optional(Duration),
  durationMs: optional(Duration),
  /** An easing in CSS notation, or `spring(…)`. */
  easing: optional(Easing),
  /** Change at once, at the start or at the end, instead of travelling. */
  switchAt: optional(choice('start', 'end')),
  rotationDirection: optional(RotationDirection),
  colourSpace: optional(ColourSpace),
}

/**
 * How long and along which curve. Whatever is absent is decided by something less specific:
 * lane, part, rule, state pair, component, project, in that order.
 */
export const Timing = object(timing)
export interface Timing extends Of<typeof Timing> {}

/** The timing of one property of one part; of the whole part when `property` is null. */
export const LaneTiming = object({ id: Id, part: Id, property: orNull(text(200)), ...timing })
export interface LaneTiming extends Of<typeof LaneTiming> {}

/** A look passed through on the way. It is not a state: nothing rests there. */
export const Keyframe = object({
  id: Id,
  look: Look,
  /** Part of the whole duration spent on the way to this look, relative to the other keyframes and to the way from the last one, which counts 1. */
  share: number({ above: 0 }),
  easing: optional(Easing),
  matchVelocity: boolean,
})
export interface Keyframe extends Of<typeof Keyframe> {}

/** What reduced motion makes of a motion: opacity and colour keep their timing and movement jumps, all jumps, or nothing changes. */
export const ReducedForm = choice('skip movement', 'skip all', 'as is')
export type ReducedForm = Of<typeof ReducedForm>

/** Each thing that moves begins some time after the one before it. */
export const Stagger = object({ stepMs: Ms, from: choice('first', 'last', 'middle', 'ends') })
export interface Stagger extends Of<typeof Stagger> {}

export const Motion = object({
  ...timing,
  policy: optional(InterruptionPolicy),
  /** Whether what is under way at the start gives its speed to what begins. */
  velocity: optional(choice('keep', 'reset')),
  lanes: list(LaneTiming),
  keyframes: list(Keyframe),
  stagger: optional(Stagger),
  reducedMotion: optional(ReducedForm),
})
export interface Motion extends Of<typeof Motion> {}

/** How a property travels to another value of its expression, or to where layout puts it, whatever makes it other. A number in a text counts. */
export const Glide = object({
  id: Id,
  property: text(200),
  delayMs: timing.delayMs, durationMs: timing.durationMs, easing: timing.easing, rotationDirection: timing.rotationDirection, colourSpace: timing.colourSpace,
  velocity: optional(choice('keep', 'reset')),
  reducedMotion: optional(ReducedForm),
})
export interface Glide extends Of<typeof Glide> {}

/** The motion of every change from one state to another; null stands for any state. */
export const PairMotion = object({ id: Id, axis: Id, from: orNull(Id), to: orNull(Id), motion: Motion })
export interface PairMotion extends Of<typeof PairMotion> {}

/** A motion that repeats for as long as a state lasts. */
export const Loop = object({
  durationMs: Duration,
  easing: Easing,
  direction: choice('forward', 'back and forth'),
  /** How many times; null repeats for ever. */
  count: orNull(integer(1, 1_000_000)),
  /** Where one repetition leads, from the state's own look. */
  to: Look,
  rotationDirection: optional(RotationDirection),
})
export interface Loop extends Of<typeof Loop> {}

export const EMPTY_MOTION: Motion = { lanes: [], keyframes: [] }
