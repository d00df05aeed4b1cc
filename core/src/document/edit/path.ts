import { RheoError } from '../error'
import { areIdentified, hasKeys, isIdentified, type Identified } from '../fields'
import { itemAt } from '../certain'

/**
 * Where something is in a project: property names and, inside lists, the identifiers of their items —
 * `['components', 'c1', 'axes', 'a1', 'start']`. Because items are named by identifier, a path still means
 * the same thing after others have inserted, moved or removed around it.
 */
export type Path = readonly string[]

/** The error for something that is no longer at a path. */
export const gone = (path: Path): RheoError =>
  new RheoError('gone', path.join('/'), `What this edit is about (${path.join(' / ')}) is no longer there.`)

const indexIn = (list: readonly unknown[], id: string): number =>
  list.findIndex((item) => isIdentified(item) && item.id === id)

/** The steps by which a path leads further in than another; null when it leads elsewhere. */
export const stepsInside = (outer: Path, path: Path): Path | null =>
  outer.every((step, index) => step === path[index]) ? path.slice(outer.length) : null

/** What stands at `path`; undefined where the last step is absent. Throws `gone` where an earlier one is. */
export function valueAt(root: unknown, path: Path): unknown {
  let node: unknown = root
  for (const [depth, key] of path.entries()) {
    if (!hasKeys(node)) throw gone(path.slice(0, depth + 1))
    node = Array.isArray(node) ? node[indexIn(node, key)] : Object.hasOwn(node, key) ? node[key] : undefined
  }
  return node
}

/** The list of identified things at `path`; throws `gone` when there is none. */
export function listAt(root: unknown, path: Path): readonly Identified[] {
  const list = valueAt(root, path)
  if (!areIdentified(list)) throw gone(path)
  return list
}

/**
 * A copy of `root` in which the value at `path` is `change` of what it was. Everything off the path is shared
 * with the original. Returning undefined takes the key away. Throws `gone` when something before the last step is missing.
 */
export function replaceAt<T>(root: T, path: Path, change: (old: unknown) => unknown): T {
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is set at a place is held against its shape by `attempt`
  return descend(root, 0) as T

  function descend(node: unknown, depth: number): unknown {
    if (depth === path.length) return change(node)
    if (!hasKeys(node)) throw gone(path.slice(0, depth))
    const key = itemAt(path, depth)
    if (Array.isArray(node)) {
      const index = indexIn(node, key)
      if (index < 0) throw gone(path.slice(0, depth + 1))
      return node.with(index, descend(node[index], depth + 1))
    }
    const value = descend(Object.hasOwn(node, key) ? node[key] : undefined, depth + 1)
    if (value !== undefined) return { ...node, [key]: value }
    const { [key]: _taken, ...rest } = node
    return rest
  }
}
