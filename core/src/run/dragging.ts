import { certain, type Drag, type PointerKind } from '../document'
import { dragTo, letGo, partAt, shiftOf, type Instance } from '../machine'
import { inverse, itemOf, matrixTo, transformed, type DrawList, type Frame, type Matrix, type Point } from '../scene'
import type { FocusStop } from './focus'
import type { Parts } from './parts'
import type { Level } from '../semantics'
import { scrollAreas, scrollDrag, shiftToReveal, type Reach, type ScrollArea } from './scrolling'

/** What is being dragged: how it is held, how far it may go and how fast it has gone of late. */
interface Grip {
  readonly path: string
  /** The parts that go along, by index: the one that is dragged, or all that an area scrolls. */
  readonly parts: readonly number[]
  readonly drag: Drag
  /** From the surface to what holds the part. */
  readonly toHolder: Matrix
  readonly grabbedAt: Point
  readonly grabbedShift: Point
  readonly reach: Reach
  readonly samples: readonly Sample[]
}

interface Sample extends Point {
  readonly atMs: number
}

/** Only how it went in the last so many ms counts for a throw; what is thrown goes as far as it would in so many ms more. */
const RECENT_MS = 100
const THROW_MS = 240

/** Takes parts along with the pointer that holds them, and lets them go. */
export class Dragging {
  private grip: Grip | null

  constructor(private readonly run: Parts, before?: Dragging) {
    this.grip = before?.grip ?? null
  }

  /** Takes hold of the deepest part along a way that can be dragged, or of what an area scrolls; says whether there is one. A mouse does not take hold of an area. */
  grab(list: DrawList, way: readonly Level<string>[], at: Point, atMs: number, kind: PointerKind): boolean {
    this.grip = null
    for (const level of way) {
      const { thing: path, part: id } = level
      if (kind !== 'mouse' && this.grabArea(list, level, at, atMs)) return true
      const instance = this.run.instances.get(path)
      const part = instance && id !== null ? instance.compiled.partIndex.get(id) : undefined
      const held = instance && part !== undefined ? partAt(instance.compiled, part) : undefined
      if (!instance || part === undefined || !held?.drag || held.parent === null) continue
      const holder = matrixTo(list, path, held.parent)
      const toHolder = holder && inverse(holder)
      if (!toHolder) continue
      const grabbedShift = shiftOf(instance, part, atMs)
      this.grip = {
        path, parts: [part], drag: held.drag, toHolder, grabbedShift,
        grabbedAt: transformed(toHolder, at), reach: reachOf(list, instance, part, held.drag, toHolder), samples: [],
      }
      return true
    }
    return false
  }

  /** Takes what is held along. */
  move(at: Point, atMs: number): void {
    const instance = this.grip && this.run.instances.get(this.grip.path)
    if (!this.grip || !instance) return
    const { grabbedAt, grabbedShift, drag, reach } = this.grip
    const now = transformed(this.grip.toHolder, at)
    const by = { x: drag.along === 'down' ? 0 : now.x - grabbedAt.x, y: drag.along === 'across' ? 0 : now.y - grabbedAt.y }
    const shift = within(reach, { x: grabbedShift.x + by.x, y: grabbedShift.y + by.y })
    this.grip = { ...this.grip, samples: [...this.grip.samples.filter((sample) => sample.atMs > atMs - RECENT_MS), { ...shift, atMs }] }
    this.shift(instance, this.grip.parts, shift, atMs)
  }

  /** Scrolls the innermost area along a way that still can be, by so many px; says whether one could. */
  scroll(list: DrawList, way: readonly Level<string>[], by: Point, atMs: number): boolean {
    for (const area of scrollAreas(list, way, (path) => this.run.instances.get(path))) if (this.shiftArea(area, { x: -by.x, y: -by.y }, atMs)) return true
    return false
  }

  /** Scrolls whatever holds what has the focus so that it is to be seen. */
  reveal(list: () => DrawList, stop: FocusStop, atMs: number): void {
    for (const { part } of scrollAreas(list(), stop.way, (path) => this.run.instances.get(path))) {
      const area = scrollAreas(list(), stop.way, (path) => this.run.instances.get(path)).find((each) => each.part === part)
      if (area) this.shiftArea(area, shiftToReveal(list(), area, stop), atMs)
    }
  }

  /** Lets go: what is held goes to where it rests, with the speed it has when it can be thrown. */
  letGo(atMs: number): void {
    const { grip } = this
    const instance = grip && this.run.instances.get(grip.path)
    this.grip = null
    if (!grip || !instance) return
    const { drag, parts, reach } = grip
    const part = certain(parts[0])
    const shift = shiftOf(instance, part, atMs)
    const speed = drag.keepsMomentum ? speedOf(grip.samples, atMs) : { x: 0, y: 0 }
    const aim = within(reach, { x: shift.x + speed.x * THROW_MS, y: shift.y + speed.y * THROW_MS })
    const rest = restFor(drag, reach, aim, placeOf(instance, part))
    const after = parts.reduce((now, each) => letGo(now, { part: each, rest, speed, least: reach.least, most: reach.most, drag, atMs }), instance)
    this.replace(instance, after, atMs)
  }

  private grabArea(list: DrawList, level: Level<string>, at: Point, atMs: number): boolean {
    const [area] = scrollAreas(list, [level], (path) => this.run.instances.get(path))
    const matrix = area && level.part !== null ? matrixTo(list, level.thing, level.part) : null
    const toHolder = matrix && inverse(matrix)
    if (!area || !toHolder || isStill(area.reach)) return false
    this.grip = {
      path: level.thing, parts: area.content, drag: scrollDrag(area.along), toHolder, grabbedShift: shiftOf(area.instance, certain(area.content[0]), atMs),
      grabbedAt: transformed(toHolder, at), reach: area.reach, samples: [],
    }
    return true
  }

  private shiftArea({ instance, content, reach }: ScrollArea, by: Point, atMs: number): boolean {
    const before = instance.dragged.get(certain(content[0])) ?? { x: 0, y: 0 }
    const after = within(reach, { x: before.x + by.x, y: before.y + by.y })
    if (after.x === before.x && after.y === before.y) return false
    this.shift(instance, content, after, atMs)
    return true
  }

  private shift(instance: Instance, parts: readonly number[], to: Point, atMs: number): void {
    this.replace(instance, parts.reduce((now, part) => dragTo(now, part, to), instance), atMs)
  }

  private replace(before: Instance, after: Instance, atMs: number): void {
    this.run.pictures.forget()
    this.run.instances.replace(before, after, atMs)
  }
}

const isStill = ({ least, most }: Reach): boolean => least.x === most.x && least.y === most.y

const EVERYWHERE: Reach = { least: { x: -Infinity, y: -Infinity }, most: { x: Infinity, y: Infinity } }

/** Where the part would be if nobody had dragged it. */
function placeOf({ targets, dragged }: Instance, part: number): Frame {
  const { x, y, width, height, translateX, translateY } = certain(targets.values[part])
  const by = dragged.get(part) ?? { x: 0, y: 0 }
  return { x: x + translateX - by.x, y: y + translateY - by.y, width, height }
}

function reachOf(list: DrawList, instance: Instance, part: number, { limitTo: inside }: Drag, toHolder: Matrix): Reach {
  const held = partAt(instance.compiled, part)
  const surface = list[0]
  const holder = inside === 'surface' ? surface : held.parent === null ? undefined : itemOf(list, instance.path, held.parent)
  if (inside === 'nothing' || !holder) return EVERYWHERE
  const { width, height } = holder.values
  const corners = [{ x: 0, y: 0 }, { x: width, y: height }].map((corner) => (inside === 'surface' ? transformed(toHolder, corner) : corner))
  const own = placeOf(instance, part)
  const room = (axis: 'x' | 'y', side: 'width' | 'height') => {
    const ends = corners.map((corner) => corner[axis])
    const [start, end] = [Math.min(...ends) - own[axis], Math.max(...ends) - own[axis] - own[side]]
    return { least: Math.min(start, end), most: Math.max(start, end) }
  }
  const [across, down] = [room('x', 'width'), room('y', 'height')]
  return { least: { x: across.least, y: down.least }, most: { x: across.most, y: down.most } }
}

const within = ({ least, most }: Reach, { x, y }: Point): Point =>
  ({ x: Math.min(most.x, Math.max(least.x, x)), y: Math.min(most.y, Math.max(least.y, y)) })

/** The speed in px per ms over the last moves; none when the pointer has stood still. */
function speedOf(samples: readonly Sample[], atMs: number): Point {
  const recent = samples.filter((sample) => sample.atMs > atMs - RECENT_MS)
  const [first, last] = [recent[0], recent.at(-1)]
  if (!first || !last || last.atMs <= first.atMs) return { x: 0, y: 0 }
  const tookMs = last.atMs - first.atMs
  return { x: (last.x - first.x) / tookMs, y: (last.y - first.y) / tookMs }
}

/** Where something that is let go comes to rest. */
function restFor(drag: Drag, { least, most }: Reach, aim: Point, place: Point): Point {
  const nearest = (values: readonly number[], to: number) => values.filter(Number.isFinite).toSorted((a, b) => Math.abs(a - to) - Math.abs(b - to))[0] ?? to
  const [across, down] = [nearest([least.x, most.x], aim.x), nearest([least.y, most.y], aim.y)]
  switch (drag.snapTo) {
    case 'anywhere':
      return aim
    case 'start':
      return { x: 0, y: 0 }
    case 'edges':
      if (drag.along === 'across') return { ...aim, x: across }
      if (drag.along === 'down') return { ...aim, y: down }
      return Math.abs(across - aim.x) <= Math.abs(down - aim.y) ? { ...aim, x: across } : { ...aim, y: down }
    case 'corners':
      return { x: across, y: down }
    case 'points': {
      const shifts = drag.points.map((point) => ({ x: drag.along === 'down' ? aim.x : point.x - place.x, y: drag.along === 'across' ? aim.y : point.y - place.y }))
      return shifts.toSorted((a, b) => Math.hypot(a.x - aim.x, a.y - aim.y) - Math.hypot(b.x - aim.x, b.y - aim.y))[0] ?? aim
    }
  }
}
