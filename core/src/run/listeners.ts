import type { TriggerKind } from '../document'
import { isScrollReading } from '../expression'
import type { Compiled } from '../machine'

/** Which instances something can mean anything to, so that the others need not be asked; each in the order they appeared. */
export interface Listeners {
  /** Those with a rule on a kind of trigger. */
  readonly byTrigger: Map<TriggerKind, Set<string>>
  /** Those with an expression that uses a name. */
  readonly byName: Map<string, Set<string>>
  /** The names among those that say how far something is scrolled: they are asked for whenever anything has happened. */
  readonly scrolling: Set<string>
}

/** A register nobody is in. */
export const noListeners = (): Listeners => ({ byTrigger: new Map(), byName: new Map(), scrolling: new Set() })

/** The register once more, for a run that goes on apart. */
export const copyOfListeners = ({ byTrigger, byName, scrolling }: Listeners): Listeners => ({ byTrigger: copyOf(byTrigger), byName: copyOf(byName), scrolling: new Set(scrolling) })

const copyOf = <Key>(lists: ReadonlyMap<Key, ReadonlySet<string>>): Map<Key, Set<string>> =>
  new Map([...lists].map(([key, paths]) => [key, new Set(paths)]))

/** Enters an instance for all it listens to. */
export function enlist({ byTrigger, byName, scrolling }: Listeners, path: string, { rulesOn, reads }: Compiled): void {
  for (const trigger of rulesOn.keys()) enter(byTrigger, trigger, path)
  for (const name of reads) {
    if (!byName.has(name) && isScrollReading(name)) scrolling.add(name)
    enter(byName, name, path)
  }
}

function enter<Key>(lists: Map<Key, Set<string>>, key: Key, path: string): void {
  const paths = lists.get(key) ?? new Set<string>()
  lists.set(key, paths.add(path))
}

/** Takes an instance out of the register. */
export function strike({ byTrigger, byName }: Listeners, path: string, { rulesOn, reads }: Compiled): void {
  for (const trigger of rulesOn.keys()) byTrigger.get(trigger)?.delete(path)
  for (const name of reads) byName.get(name)?.delete(path)
}

/** The paths of the instances with a rule for a trigger. */
export const listenersTo = ({ byTrigger }: Listeners, trigger: TriggerKind): readonly string[] => [...(byTrigger.get(trigger) ?? [])]

/** The paths of the instances that read a name. */
export const readersOf = ({ byName }: Listeners, name: string): readonly string[] => [...(byName.get(name) ?? [])]

/** Those that want to know where the pointer is, with the names by which they ask. */
export const listenersToPointer = (listeners: Listeners): ReadonlyMap<string, readonly string[]> =>
  askersOf(listeners, [...listeners.byName.keys()].filter((name) => /^pointer\.|^angleToPointer\(/.test(name)))

/** Those that want to know how far something is scrolled, or can be, with the names by which they ask. */
export const listenersToScrolling = (listeners: Listeners): ReadonlyMap<string, readonly string[]> => askersOf(listeners, listeners.scrolling)

function askersOf(listeners: Listeners, names: Iterable<string>): ReadonlyMap<string, readonly string[]> {
  const found = new Map<string, string[]>()
  for (const name of names) for (const path of readersOf(listeners, name)) found.set(path, [...(found.get(path) ?? []), name])
  return found
}
