import { orElse, RheoError, type ColourSpace, type Component, type InterruptionPolicy, type Motion, type Project, type PropertyDefinition, type ReducedForm, type Rule, type Keyframe, type Stagger, type Timing, type Token, type TokenValue, type RotationDirection } from '../document'
import { parseEasing, type Easing, type ParsedEasing } from './easing'

/** A timing with nothing left open. */
export interface ResolvedTiming {
  readonly delayMs: number
  readonly durationMs: number
  readonly ease: Easing
  /** As written, for people. */
  readonly easing: string
  readonly switchAt: 'start' | 'end' | null
  readonly rotationDirection: RotationDirection
  readonly colourSpace: ColourSpace
}

/** The motions that may decide a timing, the most specific first. */
export type MotionSources = readonly Motion[]

/** What decides the motion of a change: the rule, the pair of states, the component, the project. */
export function motionSources(
  project: Project, component: Component, axis: string, from: string, to: string, rule: Rule | null,
): MotionSources {
  const matches = (said: string | null, state: string) => said === null || said === state
  const pairs = component.pairs
    .filter((pair) => pair.axis === axis && matches(pair.from, from) && matches(pair.to, to))
    .toSorted((a, b) => specificity(b) - specificity(a))
    .map((pair) => pair.motion)
  return [rule?.motion, ...pairs, component.motion, project.motion].filter((motion) => motion != null)
}

const specificity = (pair: { from: string | null; to: string | null }): number =>
  (pair.from === null ? 0 : 1) + (pair.to === null ? 0 : 1)

/**
 * The timing of one property of one part: for each question the most specific answer of lane, part, rule, state
 * pair, component and project. Throws `dangling` for a token that is gone.
 */
export function resolveTiming(sources: MotionSources, tokens: readonly Token[], part: string, property: string): ResolvedTiming {
  const levels = sources.flatMap((motion): Timing[] => [
    ...motion.lanes.filter((lane) => lane.part === part && lane.property === property),
    ...motion.lanes.filter((lane) => lane.part === part && lane.property === null),
    motion,
  ])
  const said = <K extends keyof Timing>(key: K): NonNullable<Timing[K]> | undefined =>
    levels.find((level) => level[key] !== undefined)?.[key] ?? undefined
  const easing = fromToken<string>(said('easing') ?? 'ease', tokens)
  const { ease, naturalDurationMs } = readable(easing)
  return {
    delayMs: fromToken<number>(said('delayMs') ?? 0, tokens),
    durationMs: naturalDurationMs ?? fromToken<number>(said('durationMs') ?? 0, tokens),
    ease,
    easing,
    switchAt: said('switchAt') ?? null,
    rotationDirection: said('rotationDirection') ?? 'shortest',
    colourSpace: said('colourSpace') ?? 'oklab',
  }
}

/** An easing that cannot be read is a finding; until it is mended the change is even. */
export function readable(easing: string): ParsedEasing {
  return orElse(() => parseEasing(easing), { ease: (t) => t })
}

/** What a motion is as a whole, lanes aside: for each question what the most specific source says about it. */
export interface MotionForm {
  readonly policy: InterruptionPolicy
  readonly carriesVelocity: boolean
  readonly keyframes: readonly Keyframe[]
  readonly stagger: Stagger | null
  readonly reducedMotion: ReducedForm
}

/** How a motion deals with what is in its way, with speed and with stages: each from the first source that says it. */
export const formOf = (sources: MotionSources): MotionForm => ({
  policy: sources.find(({ policy }) => policy !== undefined)?.policy ?? 'continue',
  carriesVelocity: sources.find(({ velocity }) => velocity !== undefined)?.velocity === 'keep',
  keyframes: sources.find(({ keyframes }) => keyframes.length > 0)?.keyframes ?? [],
  stagger: sources.find(({ stagger }) => stagger !== undefined)?.stagger ?? null,
  reducedMotion: sources.find(({ reducedMotion }) => reducedMotion !== undefined)?.reducedMotion ?? 'skip movement',
})

/** What a stagger makes the thing at a place among several wait, in ms. */
export function staggerDelayMs({ stepMs, from }: Stagger, place: number, count: number): number {
  const last = count - 1
  const fromMiddle = Math.round(Math.abs(place - last / 2) * stepMs)
  switch (from) {
    case 'first':
      return Math.round(place * stepMs)
    case 'last':
      return Math.round((last - place) * stepMs)
    case 'middle':
      return fromMiddle
    case 'ends':
      return Math.round((last / 2) * stepMs) - fromMiddle
  }
}

/** Whether a property moves something, rather than tinting it or letting it shine through. */
export const isMovement = ({ name, type }: PropertyDefinition): boolean => MOVING.has(type) && name !== 'opacity' && name !== 'blur'

const MOVING: ReadonlySet<PropertyDefinition['type']> = new Set(['number', 'length', 'ratio', 'angle', 'path', 'dash'])

/** Whether a property travels in a run, given what reduced motion makes of its motion. */
export const travels = (definition: PropertyDefinition, { reducedMotion: reduced }: MotionForm, isReduced: boolean): boolean =>
  !isReduced || reduced === 'as is' || (reduced === 'skip movement' && !isMovement(definition))

/** The value a token stands for, or the value itself. Throws `dangling` for a token that is gone. */
export function fromToken<T extends string | number>(value: T | TokenValue, tokens: readonly Token[]): T {
  if (typeof value !== 'object') return value
  const token = tokens.find(({ id }) => id === value.token)
  if (!token) throw new RheoError('dangling', value.token, 'A motion refers to a token that is gone.')
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- a duration refers to a token that is one, an easing to one of those
  return token.value as T
}
