import type { Motion, Part } from '../document'
import type { Instance, Pace } from '../machine'
import { formOf, resolveTiming, staggerDelayMs, type MotionSources } from '../motion'

const motionOf = (part: Part): Motion | undefined => (part.kind === 'list' ? part.motion : undefined)

/** What decides how an item enters or leaves — the list, its own component, the project — and how long it waits for its turn, which is the one at `place` of those of `count`. */
export function listEntrance({ compiled }: Instance, list: Part, place: number, count: number): { readonly sources: MotionSources; readonly delayMs: number } {
  const motion = motionOf(list)
  const stagger = motion ? formOf([motion]).stagger : null
  const { stagger: _turns, ...own } = motion ?? { lanes: [], keyframes: [] }
  const sources = [own, compiled.component.motion, compiled.project.motion].filter((each) => each !== null)
  return { sources, delayMs: stagger ? staggerDelayMs(stagger, place, count) : 0 }
}

/** How the others travel to their new places when items enter or leave a list. */
export function listPace({ compiled, isMotionReduced }: Instance, part: Part): Pace {
  const sources = [motionOf(part), compiled.component.motion, compiled.project.motion].filter((each) => each != null)
  if (isMotionReduced && formOf(sources).reducedMotion !== 'as is') return null
  const timing = resolveTiming(sources, compiled.project.tokens, part.id, 'y')
  return { timing, delayMs: timing.delayMs, durationMs: timing.durationMs }
}
