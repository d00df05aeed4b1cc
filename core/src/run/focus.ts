import type { Id } from '../document'
import type { DrawItem, DrawList } from '../scene'
import { isSameLevel, type EventTarget } from '../semantics'

/** A part that can have the focus, with the way outward that events on it take. */
export interface FocusStop {
  readonly part: EventTarget<string>
  readonly way: readonly EventTarget<string>[]
}

const known = new WeakMap<DrawList, readonly FocusStop[]>()

/** The parts that take focus, in the order they are drawn; what is not to be seen or takes no input is passed over with all inside it. The same list is looked through once. */
export function focusStops(list: DrawList): readonly FocusStop[] {
  const found = known.get(list) ?? stopsIn(list, ({ values }) => values.focusable === true)
  known.set(list, found)
  return found
}

/** The stops that lie before a place in the order they are drawn, the nearest first: the place itself may be any part that is drawn. */
export function stopsBefore(list: DrawList, place: EventTarget<string>): readonly EventTarget<string>[] {
  const order = stopsIn(list, ({ values, instance: thing, part }) => values.focusable === true || isSameLevel({ thing, part }, place))
  const at = order.findIndex(({ part }) => isSameLevel(part, place))
  const stops = focusStops(list)
  return order.slice(0, Math.max(0, at)).map(({ part }) => part).filter((part) => stops.some((stop) => isSameLevel(stop.part, part))).toReversed()
}

function stopsIn(list: DrawList, isStop: (item: DrawItem) => boolean): readonly FocusStop[] {
  const visit = (items: DrawList, outer: readonly DrawItem[]): readonly FocusStop[] =>
    items.flatMap((item) => {
      if (item.values.visible === false || item.values.receivesInput === false) return []
      const around = [item, ...outer]
      const own = isStop(item) ? [{ part: { thing: item.instance, part: item.part }, way: wayOf(around) }] : []
      return [...own, ...visit(item.children, around)]
    })
  return visit(list, [])
}

/** Each part, and each instance after its last part, from the inside out. */
const wayOf = (items: readonly DrawItem[]): readonly EventTarget<string>[] =>
  items.flatMap(({ instance: thing, part }, index): EventTarget<string>[] =>
    items[index + 1]?.instance === thing ? [{ thing, part }] : [{ thing, part }, { thing, part: null }])

/** A level as one word. */
export const levelKey = ({ thing, part }: EventTarget<string>): string => `${thing} ${part ?? ''}`

/** Whether a part keeps the focus, so that all inside it is one stop for Tab. */
export type KeepsFocus = (level: EventTarget<string>) => boolean

/** The stops Tab goes through: of those inside a part that keeps the focus the one that had it last, or else the first. */
export function tabStops(stops: readonly FocusStop[], keepsFocus: KeepsFocus, lastIn: ReadonlyMap<string, EventTarget<string>>): readonly FocusStop[] {
  const keeperOf = ({ way }: FocusStop) => way.slice(1).findLast(keepsFocus)
  return stops.filter((stop) => {
    const keeper = keeperOf(stop)
    if (!keeper) return true
    const inside = stops.filter(({ way }) => way.some((level) => isSameLevel(level, keeper)))
    const last = lastIn.get(levelKey(keeper))
    const chosen = inside.find(({ part }) => last !== undefined && isSameLevel(part, last)) ?? inside[0]
    return chosen === stop
  })
}

/** What can have the focus at a part or inside it: the part itself, what had it there last, or the first. */
export function stopIn(stops: readonly FocusStop[], place: EventTarget<string>, lastIn: ReadonlyMap<string, EventTarget<string>>): FocusStop | null {
  const inside = stops.filter(({ way }) => way.some((level) => isSameLevel(level, place)))
  const last = lastIn.get(levelKey(place))
  return inside.find(({ part }) => isSameLevel(part, place)) ?? inside.find(({ part }) => last !== undefined && isSameLevel(part, last)) ?? inside[0] ?? null
}

/** The stop a step on from where the focus is or was, round and round. `from` has what could have it up to there, the nearest first; `isThere` whether the focus is at the nearest. */
export function nextStop(stops: readonly FocusStop[], from: readonly EventTarget<string>[], isThere: boolean, step: 1 | -1): FocusStop | undefined {
  const nearest = from.find((level) => stops.some(({ part }) => isSameLevel(part, level)))
  const at = nearest ? stops.findIndex(({ part }) => isSameLevel(part, nearest)) : -1
  if (at < 0) return step === 1 ? stops[0] : stops.at(-1)
  const isBack = step === -1 && !(isThere && nearest === from[0])
  return isBack ? stops[at] : stops[(at + step + stops.length) % stops.length]
}

/** The part a screen or overlay wants the focus to be on first. */
export const firstFocusOf = (stops: readonly FocusStop[], path: string, first: Id | undefined): FocusStop | null =>
  (first === undefined ? null : stopIn(stops, { thing: path, part: first }, new Map())) ?? stops[0] ?? null
