import type { Id, Value } from './value'

export const PART_KINDS = [
  'box', 'ellipse', 'path', 'text', 'picture', 'icon', 'container', 'instance', 'slot', 'list',
] as const

export type PartKind = (typeof PART_KINDS)[number]

/** What is said about the properties of one part, by property name. */
export type PropertyValues = Readonly<Record<string, Value>>

/** What is said about the parts of a component, by part. A look holds only what differs from the base look. */
export type Look = Readonly<Record<Id, PropertyValues>>

interface PartBase {
  readonly id: Id
  readonly name: string
  /** The holding part; null for the root, which stands first in the list. */
  readonly parent: Id | null
  readonly base: PropertyValues
  readonly carryKey?: string
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
