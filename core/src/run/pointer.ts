import type { PointerKind, TriggerKind } from '../document'
import type { IsMeant } from '../machine'
import type { Hit, Point } from '../scene'

/** A part of an instance, or the instance itself when `part` is null. */
export interface Level {
  readonly instance: string
  readonly part: string | null
}

/** Where the pointer is and what it holds. */
export interface Pointer {
  readonly at: Point | null
  readonly kind: PointerKind
  /** What is under it, the deepest first; empty for touch, which does not hover. */
  readonly over: readonly Level[]
  /** What it was pressed on; null while it is up. */
  readonly pressedOn: readonly Level[] | null
  readonly cursor: string
}

export const AWAY: Pointer = { at: null, kind: 'mouse', over: [], pressedOn: null, cursor: 'default' }

/** An event for one level (`enter`, `leave`), or for a way outward that ends where a rule consumes it. */
export interface PointerEvent {
  readonly trigger: TriggerKind
  readonly way: readonly Level[]
  /** Which of the rules on that kind of trigger it is for; all when it is left out. */
  readonly isMeant?: IsMeant
}

/** The levels an event passes on its way outward: each part that was hit, and each instance after its last part. */
export function levelsOf(hits: readonly Hit[]): readonly Level[] {
  return hits.flatMap((hit, index): Level[] => {
    const part: Level = { instance: hit.instance, part: hit.part }
    const isLast = hits[index + 1]?.instance !== hit.instance
    return isLast ? [part, { instance: hit.instance, part: null }] : [part]
  })
}

const same = (a: Level, b: Level): boolean => a.instance === b.instance && a.part === b.part

const isAmong = (level: Level, levels: readonly Level[]): boolean => levels.some((other) => same(level, other))

/**
 * What it means that other levels are now under the pointer: `leave` from the inside out, then `enter` from the
 * outside in, one for each level crossed (UI Events, mouseenter and mouseleave).
 */
export function crossings(from: readonly Level[], to: readonly Level[]): readonly PointerEvent[] {
  const left = from.filter((level) => !isAmong(level, to))
  const entered = to.filter((level) => !isAmong(level, from)).toReversed()
  return [
    ...left.map((level): PointerEvent => ({ trigger: 'leave', way: [level] })),
    ...entered.map((level): PointerEvent => ({ trigger: 'enter', way: [level] })),
  ]
}

/** Release goes to what was pressed; a tap to what both press and release were on, when there is anything. */
export function releases(pressedOn: readonly Level[], over: readonly Level[]): readonly PointerEvent[] {
  const release: PointerEvent = { trigger: 'release', way: pressedOn }
  const common = pressedOn.filter((level) => isAmong(level, over))
  return common.length > 0 ? [release, { trigger: 'tap', way: common }] : [release]
}
