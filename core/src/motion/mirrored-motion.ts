import { certain, type Motion, type Timing, type RotationDirection } from '../document'
import { mirroredEasing } from './easing-text'

/** What a timing comes to where it is not said: in ms, and as an easing. */
export interface WholeTiming {
  readonly delayMs: number
  readonly durationMs: number
  readonly easing: string
}

/**
 * The way back of a motion: everything happens in the opposite order, so that what began last ends first, and along
 * the same curves from their ends. `timing` is what the motion comes to as a whole, and `endMs` when the last of its
 * lanes ends. Easings that are tokens stay, because they are what they are called.
 */
export function mirroredMotion(motion: Motion, timing: WholeTiming, endMs: number): Motion {
  const mirrored = <T extends Timing>(own: T): T => {
    const delayMs = typeof own.delayMs === 'number' ? own.delayMs : timing.delayMs
    const durationMs = typeof own.durationMs === 'number' ? own.durationMs : timing.durationMs
    return {
      ...own,
      delayMs: Math.max(0, endMs - delayMs - durationMs), durationMs,
      ...(typeof own.easing === 'string' ? { easing: mirroredEasing(own.easing) } : {}),
      ...(own.rotationDirection ? { rotationDirection: OPPOSITE[own.rotationDirection] } : {}),
      ...(own.switchAt ? { switchAt: own.switchAt === 'start' ? 'end' : 'start' } : {}),
    }
  }
  const whole = mirrored({ ...motion, easing: motion.easing ?? timing.easing })
  return withKeyframes({ ...whole, lanes: motion.lanes.map(mirrored), ...staggeredBack(motion) }, motion, timing)
}

const OPPOSITE: Readonly<Record<RotationDirection, RotationDirection>> = { shortest: 'shortest', clockwise: 'counterclockwise', counterclockwise: 'clockwise', 'as written': 'as written' }

const staggeredBack = ({ stagger }: Motion): Pick<Motion, 'stagger'> =>
  stagger ? { stagger: { ...stagger, from: stagger.from === 'first' ? 'last' : stagger.from === 'last' ? 'first' : 'middle' } } : {}

/** The same looks in the opposite order: each leg is gone the other way, so its share and easing belong to the look it now leads to. */
function withKeyframes(mirrored: Motion, { keyframes, easing }: Motion, timing: WholeTiming): Motion {
  const [first] = keyframes
  if (!first) return mirrored
  const legs = [...keyframes.map((stage) => ({ share: stage.share, easing: stage.easing ?? 'linear' })), { share: 1, easing: easing ?? timing.easing }].toReversed()
  const back = (of: (typeof legs)[number]['easing']) => (typeof of === 'string' ? mirroredEasing(of) : of)
  return {
    ...mirrored,
    easing: back(first.easing ?? 'linear'),
    keyframes: keyframes.toReversed().map((stage, index) => ({ ...stage, share: certain(legs[index]).share / first.share, easing: back(certain(legs[index]).easing) })),
  }
}
