import type { InputAction, PointerKind } from '../document'
import { cursorOver, partsAt, type Point } from '../scene'
import { isSameLevel, type KeyInput } from '../semantics'
import { scroll } from './dragging'
import { focusStops } from './focus'
import { listenersToPointer } from './listeners'
import type { Moment } from './moment'
import { answering, drawList } from './pictures'
import { DRAG_PX, isNear, levelsOf, type Pointed } from './pointer'
import { pointerNames } from './pointer-names'
import type { Run } from './run'
import { longDueMs } from './run-hand'
import { answeringSurfaces } from './shown'

type WheelInput = Extract<InputAction, { do: 'wheel' }>
type PointerInput = Extract<InputAction, { do: 'move' | 'press' | 'release' }>

/** What is due of a gesture now: a tap that waited for a second one, then a press that has become long. */
export function finishGesture(moment: Moment): void {
  const { run: { hand, nowMs }, person } = moment
  if (hand.tapped?.dueMs != null && hand.tapped.dueMs <= nowMs) person.lateTap()
  else if (longDueMs(hand) <= nowMs) person.long()
  lookUnderPointer(moment)
}

export function point(moment: Moment, input: PointerInput): void {
  const { run, person } = moment
  const at = { x: input.x, y: input.y }
  const under = pointedAt(run, at, input.pointer)
  if (run.hand.pressed && !isNear(run.hand.pressed.on.at, at)) moment.hold({ longMs: null })
  tellPointer(moment, at)
  if (input.do === 'move' && hasMovedFarEnough(run, at)) person.drag()
  person.hover(input.pointer === 'touch' ? null : under)
  if (input.do === 'press') person.press(under)
  if (input.do === 'release') person.release(under)
  lookUnderPointer(moment)
}

/** Scrolls what is there; things may then be under a pointer that stands still. */
export function wheel(moment: Moment, { x, y, deltaX, deltaY }: WheelInput): void {
  scroll(moment, levelsOf(partsAt(answering(moment.run), { x, y })), { x: deltaX, y: deltaY })
}

export function exit({ run, person }: Moment): void {
  person.hover(null)
  run.hand = { ...run.hand, pointer: { ...run.hand.pointer, at: null } }
}

export function key({ run, person }: Moment, input: KeyInput): void {
  person.key(input, run.hand.focus)
}

/** Things move under a pointer that stands still, and what has the focus can go away. */
export function lookUnderPointer(moment: Moment): void {
  const { run, person } = moment
  const { at, kind } = run.hand.pointer
  mindLayers(moment)
  const { focus } = run.hand
  if (focus && !focusStops(answering(run)).some(({ part }) => isSameLevel(part, focus.part))) person.focus(null)
  if (at && kind !== 'touch') person.hover(pointedAt(run, at, kind))
}

/** What is at a point now, where the pointer is from now on. */
function pointedAt(run: Run, at: Point, kind: PointerKind): Pointed {
  const hits = partsAt(answering(run), at)
  run.hand = { ...run.hand, pointer: { at, kind, cursor: cursorOver(hits) } }
  return { at, sinceMs: run.nowMs, way: levelsOf(hits) }
}

const hasMovedFarEnough = ({ hand: { pressed } }: Run, at: Point): boolean =>
  pressed !== null && (pressed.drags || Math.hypot(at.x - pressed.on.at.x, at.y - pressed.on.at.y) >= DRAG_PX)

/** Lets whoever asks know where the pointer is. */
function tellPointer({ run, interpreter }: Moment, at: Point): void {
  for (const [path, asked] of listenersToPointer(run.population.listeners)) {
    const instance = run.instances.get(path)
    if (instance) interpreter.name(path, pointerNames(drawList(run), instance, at, asked))
  }
}

/** An overlay that opens takes the focus in; one that closes gives it back. */
function mindLayers({ run, person }: Moment): void {
  const layers = answeringSurfaces(run).flatMap(({ path, isModal, kind }) => (isModal && kind === 'overlay' ? [path] : []))
  const { kept } = run.hand
  const closed = kept.find(({ layer }) => !layers.includes(layer))
  const opened = layers.filter((layer) => !kept.some((each) => each.layer === layer))
  if (closed) {
    run.hand = { ...run.hand, kept: kept.filter(({ layer }) => layers.includes(layer)) }
    person.focus(closed.focus)
  }
  for (const layer of opened) {
    const { focus } = run.hand
    run.hand = { ...run.hand, kept: [...run.hand.kept, { layer, focus }] }
    const [first] = focusStops(answering(run))
    person.focus(first ? { ...first, isShown: focus?.isShown ?? false } : null)
  }
}
