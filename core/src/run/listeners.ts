import type { TriggerKind } from '../document'
import type { Compiled } from '../machine'

/** Which instances something can mean anything to, so that the others need not be asked; each in the order they appeared. */
export interface Listeners {
  /** Those with a rule on a kind of trigger. */
  readonly byTrigger: Map<TriggerKind, Set<string>>
  /** Those with an expression that uses a name. */
  readonly byName: Map<string, Set<string>>
}

/** A register nobody is in. */
export const noListeners = (): Listeners => ({ byTrigger: new Map(), byName: new Map() })

/** The register once more, for a run that goes on apart. */
export const copyOfListeners = ({ byTrigger, byName }: Listeners): Listeners => ({ byTrigger: copyOf(byTrigger), byName: copyOf(byName) })

const copyOf = <Key>(lists: ReadonlyMap<Key, ReadonlySet<string>>): Map<Key, Set<string>> =>
  new Map([...lists].map(([key, paths]) => [key, new Set(paths)]))

/** Enters an instance for all it listens to. */
export function enlist({ byTrigger, byName }: Listeners, path: string, { rulesOn, reads }: Compiled): void {
  for (const trigger of rulesOn.keys()) enter(byTrigger, trigger, path)
  for (const name of reads) enter(byName, name, path)
}

function enter<Key>(lists: Map<Key, Set<string>>, key: Key, path: string): void {
  const paths = lists.get(key) ?? new Set<string>()
  lists.set(key, paths.add(path))
}

/** Takes an instance out of the register. */
export function strike({ byTrigger, byName }: Listeners, path: string): void {
  for (const paths of [...byTrigger.values(), ...byName.values()]) paths.delete(path)
}

/** The paths of the instances with a rule for a trigger. */
export const listenersTo = ({ byTrigger }: Listeners, trigger: TriggerKind): readonly string[] => [...(byTrigger.get(trigger) ?? [])]

/** The paths of the instances that read a name. */
export const readersOf = ({ byName }: Listeners, name: string): readonly string[] => [...(byName.get(name) ?? [])]

/** Those that want to know where the pointer is, with the names by which they ask. */
export const listenersToPointer = (listeners: Listeners): ReadonlyMap<string, readonly string[]> => whoAsks(listeners, /^pointer\.|^angleToPointer\(/)

/** Those that want to know how far something is scrolled, or can be, with the names by which they ask. */
export const listenersToScrolling = (listeners: Listeners): ReadonlyMap<string, readonly string[]> => whoAsks(listeners, /\.scroll(able)?[XY]$/)

function whoAsks({ byName }: Listeners, what: RegExp): ReadonlyMap<string, readonly string[]> {
  const found = new Map<string, string[]>()
  for (const [name, paths] of byName) {
    if (!what.test(name)) continue
    for (const path of paths) found.set(path, [...(found.get(path) ?? []), name])
  }
  return found
}
