import type { Targets } from './compiled'

/** How far parts have been dragged from where they would be, in px, by part index. */
export type Dragged = ReadonlyMap<number, { readonly x: number; readonly y: number }>

export const NOT_DRAGGED: Dragged = new Map()

const known = new WeakMap<Dragged, WeakMap<Targets, Targets>>()

/** Targets with what has been dragged where it was dragged to; the same ones for the same arguments. */
export function shifted(targets: Targets, dragged: Dragged): Targets {
  if (dragged.size === 0) return targets
  const of = known.get(dragged) ?? new WeakMap<Targets, Targets>()
  const before = of.get(targets)
  if (before) return before
  const values = targets.values.map((own, part) => {
    const by = dragged.get(part)
    return by ? { ...own, translateX: own.translateX + by.x, translateY: own.translateY + by.y } : own
  })
  const moved = { ...targets, values }
  known.set(dragged, of.set(targets, moved))
  return moved
}
