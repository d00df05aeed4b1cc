import { certain, firstOf, type Drag, type PointerKind } from '../document'
import { dragTo, letGo, partAt, sampled, shiftOf, type Instance, type Sample } from '../machine'
import { inverse, itemOf, matrixTo, transformed, type DrawList, type Frame, type Matrix, type Point } from '../scene'
import type { FocusStop } from './focus'
import { scrolled, tellScrolling } from './leading'
import type { Moment } from './moment'
import { answering } from './pictures'
import { replace } from './population'
import type { Run } from './run'
import type { EventTarget, KeyInput } from '../semantics'
import { scrollAreas, scrollDrag, shiftToReveal, type Reach, type ScrollArea } from './scrolling'
import { speedOf } from './speed'

/** What is being dragged: how it is held, how far it may go and how fast it has gone of late. */
export interface Grip {
  readonly path: string
  /** The parts that go along, by index: the one that is dragged, or all that an area scrolls. */
  readonly parts: readonly number[]
  /** They are all that an area scrolls. */
  readonly isArea: boolean
  readonly drag: Drag
  /** From the surface to what holds the part. */
  readonly toHolder: Matrix
  readonly grabbedAt: Point
  readonly grabbedShift: Point
  readonly reach: Reach
  readonly samples: readonly Sample<Point>[]
}

/** What is thrown goes as far as it would in so many ms more. */
const THROW_MS = 240

/** Takes hold of the deepest part along a way that can be dragged, or of what an area scrolls; says where on the way that is, or -1 for nowhere. A mouse does not take hold of an area. */
export function grab(run: Run, way: readonly EventTarget<string>[], at: Point, kind: PointerKind): number {
  const list = answering(run)
  run.grip = null
  for (const [place, level] of way.entries()) {
    const { thing: path, part: id } = level
    if (kind !== 'mouse' && grabArea(run, list, level, at)) return place
    const instance = run.instances.get(path)
    const part = instance && id !== null ? instance.compiled.partIndex.get(id) : undefined
    const held = instance && part !== undefined ? partAt(instance.compiled, part) : undefined
    if (!instance || part === undefined || !held?.drag || held.parent === null) continue
    const holder = matrixTo(list, path, held.parent)
    const toHolder = holder && inverse(holder)
    if (!toHolder) continue
    run.grip = {
      path, parts: [part], isArea: false, drag: held.drag, toHolder, grabbedShift: shiftOf(instance, part, run.nowMs),
      grabbedAt: transformed(toHolder, at), reach: reachOf(list, instance, part, held.drag, toHolder), samples: [],
    }
    return place
  }
  return -1
}

function grabArea(run: Run, list: DrawList, level: EventTarget<string>, at: Point): boolean {
  const [area] = scrollAreas(list, [level], (path) => run.instances.get(path))
  const matrix = area && level.part !== null ? matrixTo(list, level.thing, level.part) : null
  const toHolder = matrix && inverse(matrix)
  if (!area || !toHolder || isStill(area.reach)) return false
  run.grip = {
    path: level.thing, parts: area.content, isArea: true, drag: scrollDrag(area.along), toHolder, grabbedShift: shiftOf(area.instance, firstOf(area.content), run.nowMs),
    grabbedAt: transformed(toHolder, at), reach: area.reach, samples: [],
  }
  return true
}

/** Takes what is held along. */
export function dragAlong(moment: Moment, at: Point): void {
  const { grip, instances, nowMs: atMs } = moment.run
  const instance = grip && instances.get(grip.path)
  if (!grip || !instance) return
  const { grabbedAt, grabbedShift, drag, reach } = grip
  const now = transformed(grip.toHolder, at)
  const by = { x: drag.along === 'down' ? 0 : now.x - grabbedAt.x, y: drag.along === 'across' ? 0 : now.y - grabbedAt.y }
  const shift = within(reach, { x: grabbedShift.x + by.x, y: grabbedShift.y + by.y })
  moment.run.grip = { ...grip, samples: sampled(grip.samples, shift, atMs) }
  shiftTo(moment, instance, grip.parts, shift)
  if (grip.isArea) tellScrolled(moment, grip.path, grip.parts)
}

/** Scrolls the innermost area along a way that still can be, by so many px; says whether one could. */
export function scroll(moment: Moment, way: readonly EventTarget<string>[], by: Point): boolean {
  const { run } = moment
  return scrollAreas(answering(run), way, (path) => run.instances.get(path)).some((area) => shiftArea(moment, area, { x: -by.x, y: -by.y }))
}

/** A key nobody answers scrolls the innermost area around what has the focus that still can be, as in a browser. */
export function scrollByKey(moment: Moment, { key, modifiers: { control, alt, meta } }: KeyInput): void {
  const { run } = moment
  const way = run.hand.focus?.way ?? []
  const [area] = scrollAreas(answering(run), way, (path) => run.instances.get(path))
  const by = area && !control && !alt && !meta ? scrolledBy(key, certain(area.instance.targets.values[area.part])) : undefined
  if (by) scroll(moment, way, by)
}

const LINE_PX = 40

/** How far a key scrolls an area, in px; undefined for one that does not. */
function scrolledBy(key: string, { height }: { readonly height: number }): Point | undefined {
  const pagePx = height - LINE_PX
  switch (key) {
    case 'ArrowDown':
    case 'ArrowUp':
      return { x: 0, y: key === 'ArrowDown' ? LINE_PX : -LINE_PX }
    case 'ArrowRight':
    case 'ArrowLeft':
      return { x: key === 'ArrowRight' ? LINE_PX : -LINE_PX, y: 0 }
    case 'PageDown':
    case 'PageUp':
      return { x: 0, y: key === 'PageDown' ? pagePx : -pagePx }
    case 'Home':
    case 'End':
      return { x: 0, y: key === 'End' ? Infinity : -Infinity }
    default:
      return undefined
  }
}

/** Scrolls whatever holds what has the focus so that it is to be seen. */
export function reveal(moment: Moment, stop: FocusStop): void {
  const { run } = moment
  const areas = () => scrollAreas(answering(run), stop.way, (path) => run.instances.get(path))
  for (const { part } of areas()) {
    const area = areas().find((each) => each.part === part)
    if (area) shiftArea(moment, area, shiftToReveal(answering(run), area, stop))
  }
}

/** Lets go: what is held goes to where it rests, with the speed it has when it can be thrown. */
export function letGoOf(moment: Moment): void {
  const { grip, instances, nowMs: atMs } = moment.run
  const instance = grip && instances.get(grip.path)
  moment.run.grip = null
  if (!grip || !instance) return
  const { drag, parts, reach } = grip
  const part = firstOf(parts)
  const shift = shiftOf(instance, part, atMs)
  const speed = drag.keepsMomentum ? speedOf(grip.samples, atMs) : { x: 0, y: 0 }
  const aim = within(reach, { x: shift.x + speed.x * THROW_MS, y: shift.y + speed.y * THROW_MS })
  const rest = restFor(drag, reach, aim, placeOf(instance, part))
  shown(moment, instance, parts.reduce((now, each) => letGo(now, { part: each, rest, speed, least: reach.least, most: reach.most, drag, atMs }), instance))
  if (grip.isArea) tellScrolled(moment, grip.path, parts, drag)
}

function shiftArea(moment: Moment, { instance, content, reach }: ScrollArea, by: Point): boolean {
  const before = instance.dragged.get(firstOf(content)) ?? { x: 0, y: 0 }
  const after = within(reach, { x: before.x + by.x, y: before.y + by.y })
  if (after.x === before.x && after.y === before.y) return false
  shiftTo(moment, instance, content, after)
  tellScrolled(moment, instance.path, content)
  return true
}

function shiftTo(moment: Moment, instance: Instance, parts: readonly number[], to: Point): void {
  shown(moment, instance, parts.reduce((now, part) => dragTo(now, part, to), instance))
}

/** Tells the area whose content is shifted, and whatever holds it, how far that is scrolled, in px, or is to be once it has coasted. */
function tellScrolled(moment: Moment, path: string, content: readonly number[], coasting: Drag | null = null): void {
  const instance = moment.run.instances.get(path)
  const first = firstOf(content)
  const area = instance && partAt(instance.compiled, first).parent
  if (!area) return
  const { x, y } = instance.dragged.get(first) ?? { x: 0, y: 0 }
  moment.person.turn('scroll', [{ thing: path, part: area }, { thing: path, part: null }], { 'scroll.x': 0 - x, 'scroll.y': 0 - y })
  tellScrolling(moment)
  scrolled(moment, path, area, coasting)
}

function shown(moment: Moment, before: Instance, after: Instance): void {
  moment.run.frames.drawn = null
  replace(moment, before, after)
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
