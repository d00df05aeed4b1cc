import type { InputAction, PointerKind } from '../document'
import { cursorOver, partsAt, type Point } from '../scene'
import { isSameLevel } from '../semantics'
import { scroll } from './dragging'
import { firstFocusOf, focusStops, stopsBefore } from './focus'
import { tellScrolling } from './leading'
import { listenersToPointer } from './listeners'
import type { Moment } from './moment'
import { answering, drawList } from './pictures'
import { dragPx, levelsOf, pointAt, type Pointed } from './pointer'
import { pointerNames } from './pointer-names'
import type { Run } from './run'
import { longDueMs } from './run-hand'
import { answeringSurfaces } from './shown'

type WheelInput = Extract<InputAction, { do: 'wheel' }>
type PinchInput = Extract<InputAction, { do: 'pinch' }>
type PointerInput = Extract<InputAction, { do: 'move' | 'press' | 'release' }>

/** What is due of a gesture now: a tap that waited for a second one, then a press that has become long. */
export function finishGesture(moment: Moment): void {
  const { run: { hand, nowMs }, person } = moment
  if (hand.tapped?.dueMs != null && hand.tapped.dueMs <= nowMs) person.lateTap()
  else if (longDueMs(hand) <= nowMs) person.long()
  lookUnderPointer(moment)
}

/** A pointer moves, presses or lets go, in px of the surface. */
export function point(moment: Moment, input: PointerInput): void {
  const { run, person } = moment
  const at = { x: input.x, y: input.y }
  const under = pointedAt(run, at, input.pointer)
  const isFinger = input.pointer === 'touch'
  tellPointer(moment, at)
  if (input.do === 'move' && hasMovedFarEnough(run, at)) person.drag()
  person.hover(isFinger ? null : under)
  if (isFinger) person.touch(input.do === 'press' || run.hand.pressed ? under : null)
  if (input.do === 'press') press(moment, under)
  if (input.do === 'release') person.release(under)
  if (input.do === 'release' && isFinger) person.touch(null)
  lookUnderPointer(moment)
}

/** Where nothing that is pressed takes the focus, Tab goes on from there. */
function press({ run, person }: Moment, under: Pointed): void {
  const [first] = under.way
  const before = first ? stopsBefore(answering(run), first) : null
  person.press(under)
  if (!run.hand.focus && before) run.hand = { ...run.hand, tabsFrom: before }
}

/** The wheel is turned: where no rule answers that, what is there scrolls; things may then be under a pointer that stands still. */
export function wheel(moment: Moment, { x, y, deltaX, deltaY }: WheelInput): void {
  const way = levelsOf(partsAt(answering(moment.run), { x, y }))
  if (moment.person.turn('wheel', way, { 'wheel.x': deltaX, 'wheel.y': deltaY })) return
  scroll(moment, way, { x: deltaX, y: deltaY })
}

/** Two fingers pinch or turn over a place in px of the surface, by a scale and in degrees. */
export function pinch(moment: Moment, { x, y, scale, turn }: PinchInput): void {
  moment.person.turn('pinch', levelsOf(partsAt(answering(moment.run), { x, y })), { 'pinch.scale': scale, 'pinch.turn': turn })
}

/** The pointer leaves the surface. */
export function exit({ run, person }: Moment): void {
  person.hover(null)
  person.touch(null)
  run.hand = { ...run.hand, pointer: { ...run.hand.pointer, at: null } }
}

/** The system takes the pointer away. */
export function cancel(moment: Moment): void {
  moment.person.cancel()
  if (moment.run.hand.pointer.kind === 'touch') exit(moment)
}

/** Things move under a pointer that stands still, and what has the focus can go away. */
export function lookUnderPointer(moment: Moment): void {
  const { run, person } = moment
  const { at, kind } = run.hand.pointer
  mindLayers(moment)
  tellScrolling(moment)
  const { focus, isFocusShown } = run.hand
  if (focus && !focusStops(answering(run)).some(({ part }) => isSameLevel(part, focus.part))) person.focus(null, isFocusShown)
  if (!at) return
  if (kind !== 'touch') person.hover(pointedAt(run, at, kind))
  else if (run.hand.finger) person.touch(pointedAt(run, at, kind))
}

/** What is at a point now, where the pointer is from now on. */
function pointedAt(run: Run, at: Point, kind: PointerKind): Pointed {
  const cursor = cursorOver(partsAt(answering(run), at))
  run.hand = { ...run.hand, pointer: { at, kind, cursor } }
  return pointAt(run, at)
}

const hasMovedFarEnough = ({ hand: { pressed, pointer } }: Run, at: Point): boolean =>
  pressed !== null && (pressed.drags || Math.hypot(at.x - pressed.on.at.x, at.y - pressed.on.at.y) >= dragPx(pointer.kind))

/** Lets whoever asks know where the pointer is. */
function tellPointer({ run, interpreter }: Moment, at: Point): void {
  for (const [path, asked] of listenersToPointer(run.population.listeners)) {
    const instance = run.instances.get(path)
    if (instance) interpreter.name(path, pointerNames(drawList(run), instance, at, asked))
  }
}

/** An overlay that opens takes the focus in, to where it wants it first; one that closes gives it back. */
function mindLayers({ run, person }: Moment): void {
  const layers = answeringSurfaces(run).flatMap(({ path, isModal, kind, screen }) => (isModal && kind === 'overlay' ? [{ path, screen }] : []))
  const isOpen = (layer: string) => layers.some(({ path }) => path === layer)
  const { kept } = run.hand
  const closed = kept.find(({ layer }) => !isOpen(layer))
  const opened = layers.filter(({ path }) => !kept.some(({ layer }) => layer === path))
  if (closed) {
    run.hand = { ...run.hand, kept: kept.filter(({ layer }) => isOpen(layer)) }
    person.focus(closed.focus, run.hand.isFocusShown)
  }
  for (const { path, screen } of opened) {
    const { focus } = run.hand
    run.hand = { ...run.hand, kept: [...run.hand.kept, { layer: path, focus }] }
    const first = run.project.screens.find(({ id }) => id === screen)?.overlay?.firstFocus
    person.focus(firstFocusOf(focusStops(answering(run)), path, first), run.hand.isFocusShown)
  }
}
