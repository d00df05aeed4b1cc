import { certain, propertyDefinition, type Part } from '../document'
import { FROM_OUTSIDE, motionEndMs, partAt, type Compiled, type Instance } from '../machine'
import { formOf, isCrossFade, laneEndMs, resolveTiming, startLane, travels, type Lane, type MotionSources, type Shown } from '../motion'
import { SceneBuilder, IDENTITY, inverse, matrixOf, multiply, shownSize, transformed, type DrawItem, type Matrix } from '../scene'

type Lookup = (path: string) => Instance | undefined

/** How what is tied by transition names gets from one tree of parts to another. */
export interface Carrying {
  /** Everything that moves, by the path of its instance. */
  readonly lanes: ReadonlyMap<string, readonly Lane[]>
  /** The keys of the parts left behind, whose place others have taken. */
  readonly left: ReadonlySet<string>
}

export interface Carried {
  readonly lookup: Lookup
  readonly sources: MotionSources
  readonly atMs: number
  /** What is not carried comes in as it goes along. */
  readonly fadesOthers: boolean
  /** What shows of `to` so far, where that was still on its way out. */
  readonly shownLast?: DrawItem | undefined
  /** Where several parts have one key, the nearest to these instances is meant: in what is left, and in what comes. */
  readonly near: { readonly from: string; readonly to: string }
}

interface Keyed {
  readonly item: DrawItem
  readonly matrix: Matrix
}

/**
 * Lets the parts of `to` that share a transition name with one of `from` begin where and as that one is, and travel to
 * where and as they are to be. Null when nothing is tied. Both trees are in the coordinates of the surface; `to` is
 * at rest.
 */
export function carry(from: DrawItem, to: DrawItem, carried: Carried): Carrying | null {
  const [old, fresh] = [keyed(from, carried.lookup, carried.near.from), keyed(to, carried.lookup, carried.near.to)]
  const pairs = new Map([...fresh].flatMap(([key, { item }]) => {
    const source = old.get(key)
    return source && source.item.key !== item.key ? [[item.key, source] as const] : []
  }))
  if (pairs.size === 0) return null
  const shared = new SharedElements(carried, pairs)
  shared.visit(to, IDENTITY)
  return { lanes: shared.lanes, left: new Set([...pairs.values()].map(({ item }) => item.key)) }
}

/** Draws up the lanes, from the outermost part inward, because a part's place counts from what holds it. */
class SharedElements {
  readonly lanes = new Map<string, readonly Lane[]>()

  private readonly last: ReadonlyMap<string, DrawItem>

  constructor(private readonly carried: Carried, private readonly pairs: ReadonlyMap<string, Keyed>) {
    this.last = new Map(carried.shownLast ? everyItem(carried.shownLast).map((item) => [item.key, item]) : [])
  }

  visit(item: DrawItem, outer: Matrix): void {
    const source = this.pairs.get(item.key)
    if (source) return this.bring(item, source, outer)
    if (!this.holdsCarried(item)) {
      if (this.carried.fadesOthers) this.add(item, { opacity: this.last.get(item.key)?.values.opacity ?? 0 })
      return
    }
    const last = this.last.get(item.key)?.values
    if (this.carried.fadesOthers) this.add(item, { opacity: last?.opacity, fill: last?.fill ?? clear(item.values.fill), stroke: last?.stroke ?? clear(item.values.stroke) })
    for (const child of item.children) this.visit(child, multiply(outer, matrixOf(item.values)))
  }

  private bring(item: DrawItem, { item: source, matrix }: Keyed, outer: Matrix): void {
    const back = inverse(outer)
    const start = back ? startValues(item, source, multiply(back, matrix)) : {}
    this.add(item, { ...restyled(item, source), ...start })
    const inner = multiply(outer, matrixOf({ ...item.values, ...start }))
    for (const child of item.children) this.visit(child, inner)
  }

  private holdsCarried(item: DrawItem): boolean {
    return item.children.some((child) => this.pairs.has(child.key) || this.holdsCarried(child))
  }

  private add(item: DrawItem, from: Readonly<Record<string, Shown | undefined>>): void {
    const { lookup, sources, atMs } = this.carried
    const instance = lookup(item.instance)
    const part = instance?.compiled.partIndex.get(item.part)
    if (!instance || part === undefined) return
    const form = formOf(sources)
    const lanes = Object.entries(from).flatMap(([property, shown]): Lane[] => {
      const definition = propertyDefinition(property)
      const to = item.values[property]
      if (!definition || to === undefined || isCrossFade(to) || shown === undefined || shown === to || !travels(definition, form, instance.isMotionReduced)) return []
      const timing = resolveTiming(sources, instance.compiled.project.tokens, item.part, property)
      const lane = startLane({ part, definition, axis: FROM_OUTSIDE, atMs, shown, to, timing, running: undefined })
      return lane ? [lane] : []
    })
    this.lanes.set(item.instance, [...(this.lanes.get(item.instance) ?? []), ...lanes])
  }
}

const everyItem = (item: DrawItem): readonly DrawItem[] => [item, ...item.children.flatMap(everyItem)]

/** The parts that carry a key and are to be seen; of several with one key the one nearest to an instance. */
function keyed(root: DrawItem, lookup: Lookup, near: string): ReadonlyMap<string, Keyed> {
  const found = new Map<string, Keyed>()
  const visit = (item: DrawItem, outer: Matrix): void => {
    if (item.values.visible === false || item.values.opacity === 0) return
    const matrix = multiply(outer, matrixOf(item.values))
    const key = partOf(lookup, item)?.transitionName
    const known = key === undefined ? undefined : found.get(key)
    if (key !== undefined && (!known || common(item.instance, near) > common(known.item.instance, near))) found.set(key, { item, matrix })
    for (const child of item.children) visit(child, matrix)
  }
  visit(root, IDENTITY)
  return found
}

function partOf(lookup: Lookup, { instance: path, part }: DrawItem): Part | undefined {
  const compiled = lookup(path)?.compiled
  const index = compiled?.partIndex.get(part)
  return index === undefined ? undefined : compiled?.component.parts[index]
}

/** How many steps two paths have in common. */
function common(a: string, b: string): number {
  const [one, other] = [a.split('/'), b.split('/')]
  const end = one.findIndex((step, index) => step !== other[index])
  return end < 0 ? one.length : end
}

/** Place, size and turn of a part so that it lies where another one is; `between` leads from that one to what holds the part. */
function startValues(item: DrawItem, source: DrawItem, between: Matrix): Readonly<Record<string, number>> {
  const { translateX, translateY, transformOriginX, transformOriginY, scaleX, scaleY, width, rotation } = item.values
  const [across, down] = [Math.hypot(between[0], between[1]), Math.hypot(between[2], between[3])]
  const old = shownSize(source)
  if (item.kind === 'text') {
    const share = SHARES[String(item.values.textAlign)] ?? 0
    const at = transformed(between, { x: old.width * share, y: 0 })
    return { x: at.x - translateX - width * share, y: at.y - translateY }
  }
  if (item.children.length === 1 && item.kind === 'instance') {
    const at = transformed(between, { x: 0, y: 0 })
    return { x: at.x - translateX, y: at.y - translateY }
  }
  const size = { width: (old.width * across) / scaleX, height: (old.height * down) / scaleY }
  const at = transformed(between, { x: old.width * transformOriginX, y: old.height * transformOriginY })
  const turned = (Math.atan2(between[1], between[0]) * 180) / Math.PI
  return {
    ...size, x: at.x - translateX - transformOriginX * size.width, y: at.y - translateY - transformOriginY * size.height,
    ...(Math.abs(turned - rotation) > 0.01 ? { rotation: turned } : {}),
  }
}

const SHARES: Readonly<Record<string, number>> = { start: 0, center: 0.5, end: 1 }

const STYLE = new Set(['paint', 'shape', 'text', 'effect'])

/** What another part looks like where the part itself can look like it. */
const restyled = (item: DrawItem, source: DrawItem): Readonly<Record<string, Shown>> =>
  Object.fromEntries(Object.keys(item.values).flatMap((property): [string, Shown][] => {
    const shown = source.values[property]
    const definition = propertyDefinition(property)
    return definition && STYLE.has(definition.group) && definition.type !== 'yesNo' && shown !== undefined ? [[property, shown]] : []
  }))

const clear = (paint: Shown | undefined): Shown | undefined => (typeof paint === 'string' ? `${paint.slice(0, 7)}00` : undefined)

/** Whether parts of one component are tied to one another, so that its states carry them. */
export function isTied({ compiled }: Instance): boolean {
  const known = tied.get(compiled)
  if (known !== undefined) return known
  const keys = compiled.component.parts.flatMap(({ transitionName }) => transitionName ?? [])
  const found = new Set(keys).size < keys.length
  tied.set(compiled, found)
  return found
}

const tied = new WeakMap<Compiled, boolean>()

/** An instance as it shows, or as it is to be once nothing of it moves. */
export function treeOf(instance: Instance, lookup: Lookup, atMs: number, isAtRest: boolean): DrawItem {
  const own = isAtRest ? { ...instance, lanes: [] } : instance
  return certain(new SceneBuilder().drawList((path) => (path === instance.path ? own : lookup(path)), atMs, [instance.path])[0])
}

/** The instance, gone to another state of an axis, with what is tied on its way from the place of the part it replaces, which is gone at once. */
export function carriedWithin(instance: Instance, before: DrawItem, { lookup, sources, atMs, axis }: Pick<Carried, 'lookup' | 'sources' | 'atMs'> & { readonly axis: number }): Instance {
  const after = treeOf(instance, lookup, atMs, true)
  const carrying = carry(before, after, { lookup: (path) => (path === instance.path ? instance : lookup(path)), sources, atMs, fadesOthers: false, near: { from: '', to: '' } })
  const lanes = (carrying?.lanes.get(instance.path) ?? []).map((lane) => ({ ...lane, axis }))
  if (!carrying || lanes.length === 0) return instance
  const brought = new Set(lanes.map(({ part }) => part))
  const stands = (lane: Lane) => {
    const isPresence = lane.property === 'opacity' || lane.property === 'visible'
    const { id } = partAt(instance.compiled, lane.part)
    return !isPresence || !(brought.has(lane.part) || carrying.left.has(`${instance.path}#${id}`))
  }
  const endMs = lanes.reduce((end, lane) => Math.max(end, laneEndMs(lane)), motionEndMs(instance, axis, atMs))
  return { ...withLanes({ ...instance, lanes: instance.lanes.filter(stands) }, lanes), clocks: instance.clocks.with(axis, endMs) }
}

/** The instance with further lanes; those of the same properties give way. */
export const withLanes = (instance: Instance, lanes: readonly Lane[]): Instance => {
  const stands = (lane: Lane) => !lanes.some(({ part, property }) => part === lane.part && property === lane.property)
  return { ...instance, lanes: [...instance.lanes.filter(stands), ...lanes] }
}

/** A tree of parts without those that others have taken the place of, and what they hold. */
export const withoutLeft = (item: DrawItem, left: ReadonlySet<string>): DrawItem =>
  ({ ...item, children: item.children.filter(({ key }) => !left.has(key)).map((child) => withoutLeft(child, left)) })
