import { certain } from '../certain'
import type { Component } from '../component'
import type { NewId } from '../defaults'
import { EMPTY_MOTION, type LaneTiming, type Motion, type PairMotion, type Keyframe, type Timing } from '../motion'
import type { Project } from '../project'
import type { Id } from '../value'
import { batch, type Edit } from './edit'
import { fieldOf, inProject, inside, insertInto, removeFrom, setAt, setFields, unsetAt, type Place } from './place'

/** Whose motion it is: what a rule, two states, the component or the project says about how things move, or one pulse. */
export type MotionPlace =
  | { readonly of: 'rule'; readonly rule: Id }
  | { readonly of: 'pair'; readonly axis: Id; readonly from: Id | null; readonly to: Id | null }
  | { readonly of: 'component' }
  | { readonly of: 'project' }
  | { readonly of: 'pulse'; readonly rule: Id; readonly action: Id }
  | { readonly of: 'list'; readonly part: Id }

/** A motion in a document, whether or not anything is said about it yet. */
export interface MotionContext {
  readonly project: Project
  readonly component: Component
  readonly place: MotionPlace
  /** For what is said about a pair of states for the first time, and for a new lane. */
  readonly newId: NewId
}

/** What a motion says as a whole. */
export type MotionSetting = Exclude<keyof Motion, 'lanes' | 'keyframes'>

const pairAt = ({ pairs }: Component, place: Extract<MotionPlace, { of: 'pair' }>): PairMotion | undefined =>
  pairs.find((pair) => pair.axis === place.axis && pair.from === place.from && pair.to === place.to)

/** What is said about a motion; null when nothing is. */
export const motionAt = (project: Project, component: Component, place: MotionPlace): Motion | null =>
  place.of === 'project' ? project.motion : motionOf(component, place)

/** What a component says about a motion; null when it says nothing. */
export function motionOf(component: Component, place: MotionPlace): Motion | null {
  switch (place.of) {
    case 'rule':
      return component.rules.find(({ id }) => id === place.rule)?.motion ?? null
    case 'pair':
      return pairAt(component, place)?.motion ?? null
    case 'component':
      return component.motion
    case 'project':
      return null
    case 'pulse': {
      const action = component.rules.find(({ id }) => id === place.rule)?.actions.find(({ id }) => id === place.action)
      return action?.do === 'pulse' ? action.motion : null
    }
    case 'list': {
      const part = component.parts.find(({ id }) => id === place.part)
      return part?.kind === 'list' ? (part.motion ?? null) : null
    }
  }
}

/** Where a motion is kept. A pair about which nothing is said has no place yet. */
export function motionPath(component: Component, place: MotionPlace): Place<Motion> | null {
  const own = inProject('components', component.id)
  switch (place.of) {
    case 'rule':
      return inside(own, 'rules', place.rule, 'motion')
    case 'pair': {
      const pair = pairAt(component, place)
      return pair ? inside(own, 'pairs', pair.id, 'motion') : null
    }
    case 'component':
      return inside(own, 'motion')
    case 'project':
      return inProject('motion')
    case 'pulse':
      return inside(own, 'rules', place.rule, 'actions', place.action, 'motion')
    case 'list':
      return inside(own, 'parts', place.part, 'motion')
  }
}

/** The places in a component at which something is said about a motion. */
export const motionPlaces = ({ rules, pairs, motion, parts }: Component): readonly MotionPlace[] => [
  ...rules.flatMap((rule): MotionPlace[] => [
    ...(rule.motion ? [{ of: 'rule', rule: rule.id } as const] : []),
    ...rule.actions.flatMap((action): MotionPlace[] => (action.do === 'pulse' ? [{ of: 'pulse', rule: rule.id, action: action.id }] : [])),
  ]),
  ...pairs.map(({ axis, from, to }): MotionPlace => ({ of: 'pair', axis, from, to })),
  ...(motion ? [{ of: 'component' } as const] : []),
  ...parts.flatMap((part): MotionPlace[] => (part.kind === 'list' && part.motion ? [{ of: 'list', part: part.id }] : [])),
]

/** Says what a whole motion is to be. */
export function setMotion(context: MotionContext, to: Motion): Edit {
  const { component, place, newId } = context
  const path = motionPath(component, place)
  if (path) return setAt(path, to)
  if (place.of !== 'pair') throw new Error(`Only motions of pairs begin to be, not that of the ${place.of}.`)
  const { axis, from, to: towards } = place
  const item: PairMotion = { id: newId('pair'), axis, from, to: towards, motion: to }
  return insertInto(inProject('components', component.id, 'pairs'), item)
}

/** Says one thing about a motion; undefined leaves it to something less specific. */
export function setOfMotion<K extends MotionSetting>(context: MotionContext, field: K, to: Motion[K]): Edit {
  return changed(context, { ...(to === undefined ? {} : { [field]: to }) }, (path) => setAt(fieldOf(path, field), to))
}

/** Says something about the timing of one lane; the rest of the lane stays as it was. */
export function setLane(context: MotionContext, part: Id, property: string | null, timing: Timing): Edit {
  const lane = (): LaneTiming => ({ id: context.newId(property ?? 'lane'), part, property, ...timing })
  return changed(context, { lanes: [lane()] }, (path, { lanes }) => {
    const old = lanes.find((each) => each.part === part && each.property === property)
    if (!old) return insertInto(inside(path, 'lanes'), lane())
    return batch(...setFields(inside(path, 'lanes', old.id), timing))
  })
}

/** Takes back what a motion says about one lane. Null when it says nothing. */
export function removeLane({ project, component, place }: MotionContext, part: Id, property: string | null): Edit | null {
  const path = motionPath(component, place)
  const lane = motionAt(project, component, place)?.lanes.find((each) => each.part === part && each.property === property)
  return path && lane ? removeFrom(inside(path, 'lanes'), lane.id) : null
}

/** Takes back the time of one lane, so that it has that of the rest; whatever else is said of it stays. Null when it has none. */
export function takeBackLaneTime(context: MotionContext, part: Id, property: string | null): Edit | null {
  const { project, component, place } = context
  const path = motionPath(component, place)
  const lane = motionAt(project, component, place)?.lanes.find((each) => each.part === part && each.property === property)
  if (!path || !lane || (lane.durationMs === undefined && lane.delayMs === undefined)) return null
  const { id, part: _part, property: _property, durationMs, delayMs, ...rest } = lane
  if (Object.keys(rest).length === 0) return removeLane(context, part, property)
  const at = inside(path, 'lanes', id)
  return batch(...(durationMs === undefined ? [] : [unsetAt(fieldOf(at, 'durationMs'))]), ...(delayMs === undefined ? [] : [unsetAt(fieldOf(at, 'delayMs'))]))
}

/** A look to pass through before the last leg of a motion. */
export const addStage = (context: MotionContext, stage: Keyframe): Edit =>
  changed(context, { keyframes: [stage] }, (path) => insertInto(inside(path, 'keyframes'), stage))

/** Says one thing about a stage; undefined takes it away. */
export function setOfStage<K extends Exclude<keyof Keyframe, 'id'>>({ component, place }: MotionContext, stage: Id, field: K, to: Keyframe[K]): Edit {
  return setAt(fieldOf(inside(certain(motionPath(component, place)), 'keyframes', stage), field), to)
}

/** An edit that takes a stage out of a motion. */
export const removeStage = ({ component, place }: MotionContext, stage: Id): Edit =>
  removeFrom(inside(certain(motionPath(component, place)), 'keyframes'), stage)

/** Puts what is said into a motion about which nothing was said, or changes just that in one about which something was. */
function changed(context: MotionContext, said: Partial<Motion>, precisely: (path: Place<Motion>, motion: Motion) => Edit): Edit {
  const { project, component, place } = context
  const motion = motionAt(project, component, place)
  return motion ? precisely(certain(motionPath(component, place)), motion) : setMotion(context, { ...EMPTY_MOTION, ...said })
}

/** A motion so many times as long: what it says of delays, durations and staggers in proportion. What it leaves to tokens or to something less specific stays. */
export function scaledMotion(motion: Motion, factor: number): Motion {
  const scaled = <T extends Timing>(timing: T): T => ({
    ...timing,
    ...(typeof timing.delayMs === 'number' ? { delayMs: Math.round(timing.delayMs * factor) } : {}),
    ...(typeof timing.durationMs === 'number' ? { durationMs: Math.round(timing.durationMs * factor) } : {}),
  })
  const { stagger } = motion
  return { ...scaled(motion), lanes: motion.lanes.map(scaled), ...(stagger ? { stagger: { ...stagger, stepMs: Math.round(stagger.stepMs * factor) } } : {}) }
}
