import type { DrawItem, DrawList } from '../scene'
import { isSameLevel, type Level } from '../semantics'

/** A part that can have the focus, with the way outward that events on it take. */
export interface FocusStop {
  readonly part: Level<string>
  readonly way: readonly Level<string>[]
}

const known = new WeakMap<DrawList, readonly FocusStop[]>()

/** The parts that take focus, in the order they are drawn; what is not to be seen or takes no input is passed over with all inside it. The same list is looked through once. */
export function focusStops(list: DrawList): readonly FocusStop[] {
  const found = known.get(list) ?? stopsIn(list)
  known.set(list, found)
  return found
}

function stopsIn(list: DrawList): readonly FocusStop[] {
  const visit = (items: DrawList, outer: readonly DrawItem[]): readonly FocusStop[] =>
    items.flatMap((item) => {
      if (item.values.visible === false || item.values.receivesInput === false) return []
      const around = [item, ...outer]
      const own = item.values.focusable === true ? [{ part: { thing: item.instance, part: item.part }, way: wayOf(around) }] : []
      return [...own, ...visit(item.children, around)]
    })
  return visit(list, [])
}

/** Each part, and each instance after its last part, from the inside out. */
const wayOf = (items: readonly DrawItem[]): readonly Level<string>[] =>
  items.flatMap(({ instance: thing, part }, index): Level<string>[] =>
    items[index + 1]?.instance === thing ? [{ thing, part }] : [{ thing, part }, { thing, part: null }])

/** The stop a step before or after one, round and round; the first or last when none has the focus. */
export function nextStop(stops: readonly FocusStop[], from: Level<string> | null, step: 1 | -1): FocusStop | undefined {
  const at = from === null ? -1 : stops.findIndex(({ part }) => isSameLevel(part, from))
  if (at < 0) return step === 1 ? stops[0] : stops.at(-1)
  return stops[(at + step + stops.length) % stops.length]
}
