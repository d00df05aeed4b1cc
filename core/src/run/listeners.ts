import type { TriggerKind } from '../document'
import type { Compiled } from '../machine'

/** Which instances something can mean anything to, so that the others need not be asked. Each answer is in the order they appeared. */
export class Listeners {
  private readonly byTrigger = new Map<TriggerKind, Set<string>>()
  private readonly byName = new Map<string, Set<string>>()

  copy(): Listeners {
    const copy = new Listeners()
    for (const [trigger, paths] of this.byTrigger) copy.byTrigger.set(trigger, new Set(paths))
    for (const [name, paths] of this.byName) copy.byName.set(name, new Set(paths))
    return copy
  }

  add(path: string, { rulesOn, reads }: Compiled): void {
    for (const trigger of rulesOn.keys()) enlist(this.byTrigger, trigger, path)
    for (const name of reads) enlist(this.byName, name, path)
  }

  remove(path: string): void {
    for (const paths of [...this.byTrigger.values(), ...this.byName.values()]) paths.delete(path)
  }

  /** Those with a rule on a kind of trigger. */
  to(trigger: TriggerKind): readonly string[] {
    return [...(this.byTrigger.get(trigger) ?? [])]
  }

  /** Those with an expression that uses a name. */
  readers(name: string): readonly string[] {
    return [...(this.byName.get(name) ?? [])]
  }

  /** Those that want to know where the pointer is, with the names by which they ask. */
  toPointer(): ReadonlyMap<string, readonly string[]> {
    const found = new Map<string, string[]>()
    for (const [name, paths] of this.byName) {
      if (!/^pointer\.|^angleToPointer\(/.test(name)) continue
      for (const path of paths) found.set(path, [...(found.get(path) ?? []), name])
    }
    return found
  }
}

function enlist<Key>(lists: Map<Key, Set<string>>, key: Key, path: string): void {
  const paths = lists.get(key) ?? new Set<string>()
  lists.set(key, paths.add(path))
}
