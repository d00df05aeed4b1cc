import { PropertyValues } from './look'
import { Glide, Motion } from './motion'
import { array, boolean, choice, integer, kinds, list, number, object, optional, orNull, text, type Of } from './shape'
import { ExpressionText, Id, Ms, Name, Note, StatesByAxis } from './value'

export const PART_KINDS = [
  'box', 'ellipse', 'path', 'text', 'field', 'picture', 'icon', 'container', 'instance', 'slot', 'list',
] as const

export type PartKind = (typeof PART_KINDS)[number]

/** How a part can be dragged. */
export const Drag = object({
  along: choice('both', 'across', 'down'),
  /** What it cannot leave: the part that holds it, the whole surface, or nothing. */
  limitTo: choice('parent', 'surface', 'nothing'),
  /** Where it comes to rest when it is let go: where it is, at the nearest edge, corner or point, or where it began. */
  snapTo: choice('anywhere', 'edges', 'corners', 'points', 'start'),
  /** Places of its top left, in px, in what holds it. */
  points: array(object({ x: number(), y: number() })),
  /** It goes on with the speed it is let go with. */
  keepsMomentum: boolean,
  settleMs: Ms,
  easing: text(4000),
})
export interface Drag extends Of<typeof Drag> {}

const ofEveryPart = {
  id: Id,
  name: Name,
  /** The holding part; null for the root, which stands first in the list. */
  parent: orNull(Id),
  base: PropertyValues,
  transitionName: optional(Name),
  drag: optional(Drag),
  glides: optional(list(Glide)),
  /** All inside it is one stop for Tab: what had the focus there last, or else the first. */
  keepsFocus: optional(boolean),
  note: optional(Note),
  locked: optional(boolean),
  hidden: optional(boolean),
}

export const PlainPart = object({ ...ofEveryPart, kind: choice('box', 'ellipse', 'path', 'text', 'picture', 'icon', 'container') })
export interface PlainPart extends Of<typeof PlainPart> {}

export const InstancePart = object({
  ...ofEveryPart,
  kind: choice('instance'),
  component: Id,
  /** Where axes of this instance begin, when not at their own start state. */
  start: StatesByAxis,
})
export interface InstancePart extends Of<typeof InstancePart> {}

/** A place its holder fills with an instance of some component. */
export const SlotPart = object({
  ...ofEveryPart,
  kind: choice('slot'),
  /** The parameter, of type slot, that says of which. */
  slot: Id,
})
export interface SlotPart extends Of<typeof SlotPart> {}

/** What the items of a list are in order by: an expression over `item.column`. */
export const ItemOrder = object({ by: ExpressionText, isDown: boolean })
export interface ItemOrder extends Of<typeof ItemOrder> {}

/** An instance of one component for each record of a table. */
export const ListPart = object({
  ...ofEveryPart,
  kind: choice('list'),
  component: orNull(Id),
  table: orNull(Id),
  /** An expression over `item.column`; null keeps every record. */
  filter: orNull(ExpressionText),
  /** The order of the items; where one is the same for two, the next decides, and at last the order of the records. */
  order: optional(array(ItemOrder, { most: 8 })),
  /** Items beyond so many are not there. */
  most: optional(integer(0, 100_000)),
  /** How items enter, leave and travel to their new places. */
  motion: optional(Motion),
})
export interface ListPart extends Of<typeof ListPart> {}

/** A text that people write: what it holds is a variable, or a column of the record of an item. */
export const FieldPart = object({
  ...ofEveryPart,
  kind: choice('field'),
  /** The name of what it writes into; null where it writes nothing yet. */
  writes: orNull(Name),
  /** What is written is valid only where this holds as well as what its kind asks for. */
  accepts: optional(ExpressionText),
  /** What is typed is written once typing has paused for so long. */
  waitsMs: optional(Ms),
})
export interface FieldPart extends Of<typeof FieldPart> {}

export const Part = kinds('kind', PlainPart, FieldPart, InstancePart, SlotPart, ListPart)
export type Part = Of<typeof Part>

const fields = new WeakMap<readonly Part[], readonly FieldPart[]>()

/** The fields among the parts of something, in their order. */
export function textFieldsOf({ parts }: { readonly parts: readonly Part[] }): readonly FieldPart[] {
  const known = fields.get(parts) ?? parts.filter((part) => part.kind === 'field')
  fields.set(parts, known)
  return known
}

/** What a part is drawn as: a field as the text it holds. */
export const drawnAs = (kind: PartKind): DrawnKind => (kind === 'field' ? 'text' : kind)

export type DrawnKind = Exclude<PartKind, 'field'>

/** Everything that decides which items a list has, and in which order. */
export const expressionsOfList = ({ filter, order = [] }: ListPart): readonly string[] => [...(filter === null ? [] : [filter]), ...order.map(({ by }) => by)]

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
export function isPartWithin(parts: readonly Part[], id: Id, ancestor: Id): boolean {
  for (let at: Id | null = id; at !== null; at = parts.find((part) => part.id === at)?.parent ?? null) {
    if (at === ancestor) return true
  }
  return false
}
