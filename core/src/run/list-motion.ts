import type { Motion, Part } from '../document'
import type { Compiled, Instance, Pace } from '../machine'
import { formOf, resolveTiming, staggerDelayMs, type MotionSources } from '../motion'

const motionOf = (part: Part): Motion | undefined => (part.kind === 'list' ? part.motion : undefined)

/** What decides how an item enters or leaves — the list, its own component, the project — and how long it waits for its turn, which is the one at `place` of those of `count`. */
export function listEntrance({ compiled }: Instance, list: Part, place: number, count: number): { readonly sources: MotionSources; readonly delayMs: number } {
  const motion = motionOf(list)
  const stagger = motion ? formOf([motion]).stagger : null
  return { sources: entranceSources(compiled, list), delayMs: stagger ? staggerDelayMs(stagger, place, count) : 0 }
}

function entranceSources(compiled: Compiled, list: Part): MotionSources {
  const { stagger: _turns, ...own } = motionOf(list) ?? { lanes: [], keyframes: [] }
  return [own, compiled.component.motion, compiled.project.motion].filter((each) => each !== null)
}

/** Whether an item has anything to show on its way into a list or out of it. */
export const showsItsWay = (compiled: Compiled, list: Part): boolean =>
  Object.keys(compiled.component.absent).length > 0 || formOf(entranceSources(compiled, list)).keyframes.length > 0

/** How the others travel to their new places when items enter or leave a list. */
export function listPace({ compiled, isMotionReduced }: Instance, part: Part): Pace {
  const sources = [motionOf(part), compiled.component.motion, compiled.project.motion].filter((each) => each != null)
  if (isMotionReduced && formOf(sources).reducedMotion !== 'as is') return null
  const timing = resolveTiming(sources, compiled.project.tokens, part.id, 'y')
  return { timing, delayMs: timing.delayMs, durationMs: timing.durationMs }
}
