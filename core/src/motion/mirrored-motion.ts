import { certain, type Id, type Keyframe, type LaneTiming, type Motion, type RotationDirection, type Stagger, type Timing, type Token } from '../document'
import { mirroredEasing } from './easing-text'
import { formOf, fromToken, resolveTiming, staggerDelayMs, type MotionSources, type ResolvedTiming } from './timing'

/** A change as it goes one way, as far as the way back follows from it. */
export interface WayThere {
  /** What decides how it goes, the most specific first. */
  readonly sources: MotionSources
  readonly tokens: readonly Token[]
  /** The parts in the order of the tree; the first holds all others, and no stagger makes it wait. */
  readonly parts: readonly Id[]
  /** Everything that changes. */
  readonly moves: readonly Move[]
  /** When the last of it ends, in ms. */
  readonly endMs: number
}

interface Move {
  readonly part: Id
  readonly property: string
}

/**
 * The motion that plays a change backwards: at every instant it shows what the change shows as long before its end.
 * Delays, durations and easings are written out, tokens too, because they are none of the tokens' any more. A seam that keeps its
 * speed keeps the speed the other way has there, and a lane with an easing of its own has that of the others on its way to the first stage.
 */
export function mirroredMotion(motion: Motion, change: WayThere): Motion {
  const { sources, tokens } = change
  const { keyframes } = formOf(sources)
  const moves = [...change.moves, ...touchedBy(keyframes, change)]
  const way = { ...change, moves }
  const whole = resolveTiming(sources, tokens, '', '')
  const isThroughAll = keyframes.length > 0 && moves.every((move) => isTouched(keyframes, move))
  const { stagger, waitMs } = turnsBack(way)
  const back: Motion = {
    ...motion,
    ...mirrored(whole, way, waitMs(null), isThroughAll ? easingBack(way, certain(moves[0]), whole) : mirroredEasing(whole.easing)),
    ...(stagger ? { stagger } : {}),
    lanes: motion.lanes.map((lane) => {
      const timing = resolveTiming(sources, tokens, lane.part, lane.property ?? '')
      return { id: lane.id, part: lane.part, property: lane.property, ...mirrored(timing, way, waitMs(lane.part), mirroredEasing(timing.easing)) }
    }),
    keyframes: stagesBack(way, keyframes, whole),
  }
  const lanes = moves.flatMap((move) => laneFor(move, back, way, waitMs(move.part)) ?? [])
  return { ...back, lanes: [...back.lanes.filter((lane) => !lanes.some(({ part, property }) => part === lane.part && property === lane.property)), ...lanes] }
}

const OTHER_END = { first: 'last', last: 'first', middle: 'ends', ends: 'middle' } as const

const OPPOSITE: Readonly<Record<RotationDirection, RotationDirection>> = { shortest: 'shortest', clockwise: 'counterclockwise', counterclockwise: 'clockwise', 'as written': 'as written' }

/** The turns of a change backwards, and how much of the whole time goes to them. */
interface TurnsBack {
  readonly stagger: Stagger | undefined
  /** How long a part waits there and back together, or anything without a lane of its own. */
  readonly waitMs: (part: Id | null) => number
}

/** Whose turn comes last goes first; where that leaves somebody too little time, each waits by a lane of its own. */
function turnsBack({ sources, tokens, parts, moves, endMs }: WayThere): TurnsBack {
  const { stagger } = formOf(sources)
  const turns = parts.slice(1).filter((id) => moves.some(({ part }) => part === id))
  if (!stagger || turns.length === 0) return { stagger: stagger ?? undefined, waitMs: () => 0 }
  const waits = turns.map((_, place) => staggerDelayMs(stagger, place, turns.length))
  const back = { ...stagger, from: OTHER_END[stagger.from] }
  const both = waits.map((waitsMs, place) => waitsMs + staggerDelayMs(back, place, turns.length))
  const bothOf = (part: Id | null) => (part === parts[0] ? 0 : (both[turns.indexOf(part ?? '')] ?? both[0] ?? 0))
  const hasTime = moves.every(({ part, property }) => {
    const { delayMs, durationMs, switchAt } = resolveTiming(sources, tokens, part, property)
    return endMs >= bothOf(part) + delayMs + (switchAt === 'start' ? 0 : durationMs)
  })
  if (hasTime) return { stagger: back, waitMs: bothOf }
  return { stagger: { ...stagger, stepMs: 0 }, waitMs: (part) => waits[turns.indexOf(part ?? '')] ?? 0 }
}

/** A timing backwards: what began first ends last. A jump at its end is one at its start, and the other way round. */
function mirrored({ delayMs, durationMs, rotationDirection, colourSpace, switchAt }: ResolvedTiming, { endMs }: WayThere, waitsMs: number, easing: string): Timing {
  const begins = Math.max(0, endMs - waitsMs - delayMs - (switchAt === 'start' ? 0 : durationMs))
  return {
    delayMs: begins, durationMs: switchAt === 'start' ? 0 : durationMs, easing,
    ...(rotationDirection === 'shortest' ? {} : { rotationDirection: OPPOSITE[rotationDirection] }),
    ...(colourSpace === 'oklab' ? {} : { colourSpace }),
    ...(switchAt === null ? {} : { switchAt: switchAt === 'start' ? 'end' : 'start' }),
  }
}

/** A lane of its own for what would not go backwards otherwise. */
function laneFor(move: Move, back: Motion, way: WayThere, waitsMs: number): LaneTiming | null {
  const { sources, tokens } = way
  const timing = resolveTiming(sources, tokens, move.part, move.property)
  const wanted = mirrored(timing, way, waitsMs, easingBack(way, move, timing))
  const got = resolveTiming([back], [], move.part, move.property)
  const isSo = wanted.delayMs === got.delayMs && wanted.durationMs === got.durationMs && wanted.easing === got.easing && (wanted.switchAt ?? null) === got.switchAt
    && (wanted.rotationDirection ?? 'shortest') === got.rotationDirection && (wanted.colourSpace ?? 'oklab') === got.colourSpace
  return isSo ? null : { id: `back-${move.part}-${move.property}`.slice(0, 63), ...move, ...wanted }
}

/** The easing of the last leg of the way back: what the first leg of the way there is, backwards. */
function easingBack({ sources, tokens }: WayThere, move: Move, timing: ResolvedTiming): string {
  const { keyframes } = formOf(sources)
  const [first] = keyframes
  if (!first || !isTouched(keyframes, move)) return mirroredEasing(timing.easing)
  return isTouched([first], move) ? mirroredEasing(easingOf(first, tokens)) : 'linear'
}

/** What stages touch besides. */
const touchedBy = (stages: readonly Keyframe[], { parts, moves }: WayThere): readonly Move[] => {
  const touched = parts.flatMap((part) => [...new Set(stages.flatMap(({ look }) => Object.keys(look[part] ?? {})))].map((property): Move => ({ part, property })))
  return touched.filter(({ part, property }) => !moves.some((move) => move.part === part && move.property === property))
}

const isTouched = (stages: readonly Keyframe[], { part, property }: Move): boolean => stages.some(({ look }) => look[part]?.[property] !== undefined)

const easingOf = ({ easing }: Keyframe, tokens: readonly Token[]): string => fromToken<string>(easing ?? 'linear', tokens)

/** The same looks in the opposite order: each leg is gone the other way, so its share and easing belong to the look it now leads to. */
function stagesBack({ sources, tokens, moves }: WayThere, stages: readonly Keyframe[], whole: ResolvedTiming): Motion['keyframes'] {
  const [first] = stages
  if (!first) return []
  const last = stages.slice(-1)
  const along = new Set(moves.filter((move) => isTouched(last, move)).map(({ part, property }) => resolveTiming(sources, tokens, part, property).easing))
  const [only] = along
  const legs = [...stages.map((stage) => ({ share: stage.share, easing: easingOf(stage, tokens) })), { share: 1, easing: along.size === 1 && only !== undefined ? only : whole.easing }].toReversed()
  return stages.toReversed().map((stage, index) => ({ ...stage, share: certain(legs[index]).share / first.share, easing: mirroredEasing(certain(legs[index]).easing) }))
}
