import type { PropertyValues } from './look'
import type { Motion } from './motion'
import type { Id } from './value'

export const PART_KINDS = [
  'box', 'ellipse', 'path', 'text', 'picture', 'icon', 'container', 'instance', 'slot', 'list',
] as const

export type PartKind = (typeof PART_KINDS)[number]

/** How a part can be dragged. */
export interface Drag {
  readonly along: 'both' | 'across' | 'down'
  /** What it cannot leave: the part that holds it, the whole surface, or nothing. */
  readonly within: 'holder' | 'surface' | 'nothing'
  /** Where it comes to rest when it is let go: where it is, at the nearest edge, corner or point, or where it began. */
  readonly rests: 'anywhere' | 'edges' | 'corners' | 'points' | 'start'
  /** Places of its top left, in px, in what holds it. */
  readonly points: readonly { readonly x: number; readonly y: number }[]
  /** It goes on with the speed it is let go with. */
  readonly throws: boolean
  readonly settleMs: number
  readonly easing: string
}

interface PartBase {
  readonly id: Id
  readonly name: string
  /** The holding part; null for the root, which stands first in the list. */
  readonly parent: Id | null
  readonly base: PropertyValues
  readonly carryKey?: string
  readonly drag?: Drag
  readonly locked?: boolean
  readonly hidden?: boolean
}

export interface PlainPart extends PartBase {
  readonly kind: 'box' | 'ellipse' | 'path' | 'text' | 'picture' | 'icon' | 'container'
}

export interface InstancePart extends PartBase {
  readonly kind: 'instance'
  readonly component: Id
  /** Where axes of this instance begin, when not at their own start state. */
  readonly start: Readonly<Record<Id, Id>>
}

/** A place its holder fills with an instance of some component. */
export interface SlotPart extends PartBase {
  readonly kind: 'slot'
  /** The parameter, of type slot, that says of which. */
  readonly slot: Id
}

/** An instance of one component for each record of a table. */
export interface ListPart extends PartBase {
  readonly kind: 'list'
  readonly component: Id | null
  readonly table: Id | null
  /** An expression over `item.column`; null keeps every record. */
  readonly filter: string | null
  /** How items enter, leave and travel to their new places. */
  readonly motion?: Motion
}

export type Part = PlainPart | InstancePart | SlotPart | ListPart

/** Parts of the tree directly inside `parent`, in painting order (the last is on top). */
export const childrenOf = (parts: readonly Part[], parent: Id | null): readonly Part[] =>
  parts.filter((part) => part.parent === parent)

/** The part and everything inside it, the part first. */
export function withDescendants(parts: readonly Part[], id: Id): readonly Part[] {
  const part = parts.find((candidate) => candidate.id === id)
  if (!part) return []
  return [part, ...childrenOf(parts, id).flatMap((child) => withDescendants(parts, child.id))]
}

/** Whether `id` is `ancestor` or lies inside it. */
export function isWithin(parts: readonly Part[], id: Id, ancestor: Id): boolean {
  for (let at: Id | null = id; at !== null; at = parts.find((part) => part.id === at)?.parent ?? null) {
    if (at === ancestor) return true
  }
  return false
}
