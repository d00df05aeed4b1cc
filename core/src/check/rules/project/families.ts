import { isToken, itemAt, type Component, type Id, type Motion, type Project, type Rule } from '../../../document'
import { fromToken } from '../../../motion'
import type { About } from '../../model/finding'

/** A duration or easing somebody has given, and what kind of change it is for. */
export interface FamilyGiven {
  readonly about: About
  /** What kind of change: what sets it off. */
  readonly family: string
  readonly durationMs: number | null
  readonly easing: string | null
  readonly isToken: boolean
  readonly where: string
  readonly rule: Id
  readonly component: Id
}

/** Things that happen for the same reason are expected to take equally long. */
const FAMILIES: Readonly<Record<string, readonly Rule['trigger']['on'][]>> = {
  'pointing at something': ['enter', 'leave', 'focus', 'blur'],
  'pressing something': ['press', 'release', 'cancel'],
  'choosing something': ['tap', 'double tap', 'key', 'key up', 'long press', 'press outside'],
}

/** Every duration and easing of the rules of a project that lead somewhere, by the kind of change they are for. */
export function givenIn(project: Project): readonly FamilyGiven[] {
  return project.components.flatMap((component) => component.rules.flatMap((rule) => givenOf(project, component, rule)))
}

function givenOf(project: Project, component: Component, rule: Rule): readonly FamilyGiven[] {
  const family = Object.entries(FAMILIES).find(([, kinds]) => kinds.includes(rule.trigger.on))?.[0]
  if (!family || !rule.motion || rule.target.go === 'ignored' || rule.target.go === 'stay') return []
  const { durationMs, easing } = rule.motion
  return [{
    about: { component: component.id, axis: rule.axis, rule: rule.id }, family, rule: rule.id, component: component.id,
    durationMs: durationMs === undefined ? null : fromToken<number>(durationMs, project.tokens),
    easing: easing === undefined ? null : fromToken<string>(easing, project.tokens),
    isToken: isTokenOf(rule.motion), where: `${component.name}, ${rule.trigger.on}`,
  }]
}

const isTokenOf = ({ durationMs }: Motion): boolean => durationMs !== undefined && isToken(durationMs)

/** A duration somebody has given. */
export type Timed = FamilyGiven & { readonly durationMs: number }

/** A family of durations: how many there are, and where its middle half lies, in ms. */
export interface Family {
  readonly name: string
  readonly members: readonly Timed[]
  readonly lowMs: number
  readonly medianMs: number
  readonly highMs: number
}

/** The kinds of change of a project that there are enough motions of to say what is usual. */
export function familiesIn(given: readonly FamilyGiven[]): readonly Family[] {
  return Object.keys(FAMILIES).flatMap((name): Family[] => {
    const members = given.filter((each): each is Timed => each.family === name && each.durationMs !== null && each.durationMs > 0)
    if (members.length === 0) return []
    const sorted = members.map(({ durationMs }) => durationMs).toSorted((a, b) => a - b)
    const at = (share: number) => itemAt(sorted, Math.min(sorted.length - 1, Math.floor(share * sorted.length)))
    return [{ name, members, lowMs: at(0.25), medianMs: at(0.5), highMs: at(0.75) }]
  })
}

/**
 * How many times as long or as short as its family usually is; 1 within the middle half. Twice or more is out of
 * family: people notice a change of pace of about that size, and the middle half is not moved by the one that differs.
 */
export const timesApart = ({ lowMs, highMs }: Family, ms: number): number => (ms > highMs ? ms / highMs : ms < lowMs ? lowMs / ms : 1)
