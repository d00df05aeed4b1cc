import { certain, drawnAs, isSameList, type DefinedValues, type DrawnKind } from '../document'
import { cycleValue, pathInside, type CompiledPart, type Instance } from '../machine'
import { keepsPace, laneProgress, shownAtProgress, type Lane, type Shown } from '../motion'
import { placedAt, type Matrix } from './matrix'

/** What a part shows, by property. */
export type ShownValues = Readonly<Record<string, Shown>> & Omit<DefinedValues, CrossFading> & Readonly<Record<CrossFading, Shown>>

/** What can be two things at once while one fades into the other. */
type CrossFading = 'd' | 'text' | 'picture' | 'icon'

/**
 * One part as it is to be drawn, with everything inside it. A part that did not change since the last frame is the
 * very same object, so that whoever draws it can leave it alone.
 */
export interface DrawItem {
  /** Unique in the list: the path of the instance and the part. */
  readonly key: string
  /** Path of the instance the part belongs to. */
  readonly instance: string
  readonly part: string
  readonly kind: DrawnKind
  readonly values: ShownValues
  readonly children: DrawList
}

/** Parts in painting order: the last is on top. */
export type DrawList = readonly DrawItem[]

export type InstanceLookup = (path: string) => Instance | undefined

/** Draws instances frame after frame, sharing whatever did not change. Keeps nothing that decides what is shown. */
export class SceneBuilder {
  private readonly drawn = new Map<string, DrawItem>()

  /** Surfaces, by their paths, at an instant no earlier than the last event of the run. */
  drawList(lookup: InstanceLookup, atMs: number, surfaces: readonly string[] = ['']): DrawList {
    return surfaces.flatMap((path) => {
      const surface = lookup(path)
      return surface ? [this.draw(surface, lookup, atMs)] : []
    })
  }

  private draw(instance: Instance, lookup: InstanceLookup, atMs: number): DrawItem {
    const values = shownValues(instance, atMs)
    const last = this.drawn.get(instance.path)
    const item = this.item(instance, instance.compiled.root, values, last, lookup, atMs)
    if (item !== last) this.drawn.set(instance.path, item)
    return item
  }

  private drawInside(path: string, lookup: InstanceLookup, atMs: number): DrawList {
    const inner = lookup(path)
    return inner ? [this.draw(inner, lookup, atMs)] : []
  }

  private drawItems({ contents }: Instance, list: string, lookup: InstanceLookup, atMs: number): DrawList {
    const items: DrawItem[] = []
    for (const { part, path } of contents.values()) {
      const inner = part === list ? lookup(path) : undefined
      if (inner) items.push(this.draw(inner, lookup, atMs))
    }
    return items
  }

  private item(
    instance: Instance, part: CompiledPart, values: readonly ShownValues[], last: DrawItem | undefined, lookup: InstanceLookup, atMs: number,
  ): DrawItem {
    const children = this.children(instance, part, values, last, lookup, atMs)
    const own = certain(values[part.index])
    if (last && last.values === own && last.part === part.part.id && isSameList(last.children, children)) return last
    // What is on its way is never the same twice.
    return own === instance.targets.values[part.index] ? itemFor(instance.path, part, own, children) : newItem(instance.path, part, own, children)
  }

  private children(
    instance: Instance, part: CompiledPart, values: readonly ShownValues[], last: DrawItem | undefined, lookup: InstanceLookup, atMs: number,
  ): DrawList {
    const { kind, id } = part.part
    if (kind === 'instance' || kind === 'slot') return this.drawInside(pathInside(instance.path, id), lookup, atMs)
    if (kind === 'list') return this.drawItems(instance, id, lookup, atMs)
    return part.children.map((child, index) => this.item(instance, child, values, last?.children[index], lookup, atMs))
  }
}

const known = new WeakMap<ShownValues, DrawItem>()

/** An item like one that was drawn before, of this or another run, is that very one. */
function itemFor(path: string, part: CompiledPart, values: ShownValues, children: DrawList): DrawItem {
  const { id, kind } = part.part
  const last = known.get(values)
  if (last && last.part === id && last.instance === path && last.kind === drawnAs(kind) && isSameList(last.children, children)) return last
  const item = newItem(path, part, values, children)
  known.set(values, item)
  return item
}

const newItem = (path: string, { part: { id, kind } }: CompiledPart, values: ShownValues, children: DrawList): DrawItem =>
  ({ key: `${path}#${id}`, instance: path, part: id, kind: drawnAs(kind), values, children })

/** What every part shows; parts nothing moves in are their targets themselves. */
export function shownValues(instance: Instance, atMs: number): readonly ShownValues[] {
  const { lanes, cycles, targets } = instance
  if (lanes.length === 0 && cycles.length === 0) return targets.values
  const shown: (Record<string, Shown> & ShownValues)[] = [...targets.values]
  const ofPart = (part: number): Record<string, Shown> => {
    if (shown[part] === targets.values[part]) shown[part] = { ...certain(targets.values[part]) }
    return certain(shown[part])
  }
  let pace: Lane | undefined
  let progress = 0
  for (const lane of lanes) {
    // Lanes of one motion mostly go at one pace, and easing is the dear part of a frame.
    if (!pace || !keepsPace(pace, lane)) {
      pace = lane
      progress = laneProgress(lane, atMs)
    }
    ofPart(lane.part)[lane.property] = shownAtProgress(lane, atMs, progress)
  }
  for (const cycle of cycles) ofPart(cycle.part)[cycle.property] = cycleValue(cycle, atMs)
  return shown
}

const matrices = new WeakMap<ShownValues, Matrix>()

/** From the coordinates of a part to those of what holds it. Worked out once for the same values, which most parts keep from frame to frame. */
export function matrixOf(values: ShownValues): Matrix {
  const known = matrices.get(values)
  if (known) return known
  const matrix = matrixFrom(values)
  matrices.set(values, matrix)
  return matrix
}

/** The same, not kept: of what is on its way it is never asked again. */
export function matrixFrom(values: ShownValues): Matrix {
  const { x, y, translateX, translateY, width, height, transformOriginX, transformOriginY, rotation, scaleX, scaleY } = values
  const anchor = { x: width * transformOriginX, y: height * transformOriginY }
  return placedAt({ x: x + translateX + anchor.x, y: y + translateY + anchor.y }, rotation, scaleX, scaleY, anchor)
}

/** The size of what an item shows, in px: an instance is as large as what it is of. */
export function shownSize({ kind, values, children }: DrawItem): { readonly width: number; readonly height: number } {
  const shown = kind === 'instance' && children.length === 1 ? certain(children[0]).values : values
  return { width: shown.width, height: shown.height }
}
