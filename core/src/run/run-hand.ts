import type { InputAction, PointerKind, Rule, TriggerKind } from '../document'
import { surfaceOf } from '../machine'
import { cursorOver, partsAt, type Point } from '../scene'
import { DOUBLE_TAP_MS, Hand, isAmong, isSameLevel, rulesAt, type Circumstance, type HandGround, type IsMeant, type KeyInput, type Level, type Pressed } from '../semantics'
import { dragAlong, grab, letGoOf, reveal, scroll } from './dragging'
import { focusStops, nextStop, type FocusStop } from './focus'
import { longDueMs, type Focus, type HandState } from './hand-state'
import { listenersTo, listenersToPointer } from './listeners'
import type { Moment } from './moment'
import { answering, drawList } from './pictures'
import { DRAG_PX, isNear, levelsOf, type Pointed } from './pointer'
import { pointerNames } from './pointer-names'
import type { Run } from './run'
import { answeringSurfaces } from './shown'

type WheelInput = Extract<InputAction, { do: 'wheel' }>
type PointerInput = Extract<InputAction, { do: 'move' | 'press' | 'release' }>

/** The person's hand in a run: finds what it is on, in the pictures of the run and at its instants. */
export class RunHand implements HandGround<string, Pointed, Focus> {
  readonly minds = { hover: true, focus: true }
  private readonly hand = new Hand<string, Pointed, Focus>(this)

  constructor(private readonly moment: Moment) {}

  /** What is due of the gesture now: a tap that waited for a second one, then a press that has become long. */
  happen(): void {
    const { hand, nowMs } = this.run
    if (hand.tap?.dueMs != null && hand.tap.dueMs <= nowMs) this.hand.lateTap()
    else if (longDueMs(hand) <= nowMs) this.hand.long()
    this.lookUnderPointer()
  }

  point(input: PointerInput): void {
    const at = { x: input.x, y: input.y }
    const under = this.pointedAt(at, input.pointer)
    if (this.pressed && !isNear(this.pressed.on.at, at)) this.longMs = null
    this.tellPointer(at)
    if (input.do === 'move' && this.hasMovedFarEnough(at)) this.hand.drag()
    this.hand.hover(input.pointer === 'touch' ? null : under)
    if (input.do === 'press') this.hand.press(under)
    if (input.do === 'release') this.hand.release(under)
    this.lookUnderPointer()
  }

  /** Scrolls what is there; things may then be under a pointer that stands still. */
  wheel({ x, y, deltaX, deltaY }: WheelInput): void {
    scroll(this.moment, levelsOf(partsAt(answering(this.run), { x, y })), { x: deltaX, y: deltaY })
  }

  exit(): void {
    this.hand.hover(null)
    this.keep({ pointer: { ...this.run.hand.pointer, at: null } })
  }

  key(input: KeyInput): void {
    this.hand.key(input, this.focus)
  }

  /** Things move under a pointer that stands still, and what has the focus can go away. */
  lookUnderPointer(): void {
    const { at, kind } = this.run.hand.pointer
    this.mindLayers()
    const { focus } = this
    if (focus && !focusStops(answering(this.run)).some(({ part }) => isSameLevel(part, focus.part))) this.hand.focus(null)
    if (at && kind !== 'touch') this.hand.hover(this.pointedAt(at, kind))
  }

  get over(): Pointed | null {
    return this.run.hand.over
  }

  set over(over: Pointed | null) {
    this.keep({ over })
  }

  get pressed(): Pressed<Pointed> | null {
    return this.run.hand.pressed
  }

  set pressed(pressed: Pressed<Pointed> | null) {
    this.keep({ pressed })
  }

  get longMs(): number | null {
    return this.run.hand.longMs
  }

  set longMs(longMs: number | null) {
    this.keep({ longMs })
  }

  get focus(): Focus | null {
    return this.run.hand.focus
  }

  set focus(focus: Focus | null) {
    this.keep({ focus })
  }

  get tapped(): Pointed | null {
    return this.run.hand.tap
  }

  dispatch(trigger: TriggerKind, way: readonly Level<string>[], isMeant?: IsMeant): boolean {
    if (TOUCHES.includes(trigger) && way[0]) this.run.touched = way[0].thing
    return this.moment.interpreter.dispatch(trigger, way, isMeant)
  }

  rulesAt({ thing, part }: Level<string>, trigger: TriggerKind): readonly Rule[] {
    const instance = this.run.instances.get(thing)
    return instance ? rulesAt(instance.compiled, part, trigger) : []
  }

  tell(path: string, what: Circumstance, isSo: boolean): void {
    this.moment.interpreter.name(path, { [what]: isSo })
  }

  isSecond({ at }: Pointed): boolean {
    const { hand: { tap }, nowMs } = this.run
    return tap !== null && nowMs - tap.sinceMs <= DOUBLE_TAP_MS && isNear(tap.at, at)
  }

  keepTap(tap: Pointed | null, waits: boolean): void {
    const { nowMs } = this.run
    this.keep({ tap: tap && { ...tap, sinceMs: nowMs, dueMs: waits ? nowMs + DOUBLE_TAP_MS : null } })
  }

  focusOn(way: readonly Level<string>[]): Focus | null {
    return hidden(focusStops(answering(this.run)).findLast(({ part }) => isAmong(part, way)))
  }

  isSameFocus(a: Focus, b: Focus): boolean {
    return isSameLevel(a.part, b.part)
  }

  reveal(focus: Focus): void {
    if (focus.isShown) reveal(this.moment, focus)
  }

  dragAlong(isFirst: boolean): boolean {
    const { pointer: { at, kind } } = this.run.hand
    const isGrabbed = isFirst && this.pressed !== null && grab(this.run, this.pressed.on.way, this.pressed.on.at, kind)
    if (at) dragAlong(this.moment, at)
    return isGrabbed
  }

  letGo(): void {
    letGoOf(this.moment)
  }

  focusAfter({ key, modifiers }: KeyInput): Focus | null | undefined {
    if (key !== 'Tab' || modifiers.control || modifiers.alt || modifiers.meta) return undefined
    const stop = nextStop(focusStops(answering(this.run)), this.focus?.part ?? null, modifiers.shift ? -1 : 1)
    return stop ? { ...stop, isShown: true } : null
  }

  hearKeys(): readonly string[] {
    const answer = new Set(answeringSurfaces(this.run).map(({ path }) => path))
    return listenersTo(this.run.population.listeners, 'key').filter((path) => answer.has(surfaceOf(path)))
  }

  private get run(): Run {
    return this.moment.run
  }

  private keep(change: Partial<HandState>): void {
    this.run.hand = { ...this.run.hand, ...change }
  }

  /** What is at a point now, where the pointer is from now on. */
  private pointedAt(at: Point, kind: PointerKind): Pointed {
    const hits = partsAt(answering(this.run), at)
    this.keep({ pointer: { at, kind, cursor: cursorOver(hits) } })
    return { at, sinceMs: this.run.nowMs, way: levelsOf(hits) }
  }

  private hasMovedFarEnough(at: Point): boolean {
    const { pressed } = this
    return pressed !== null && (pressed.drags || Math.hypot(at.x - pressed.on.at.x, at.y - pressed.on.at.y) >= DRAG_PX)
  }

  /** Lets whoever asks know where the pointer is. */
  private tellPointer(at: Point): void {
    for (const [path, asked] of listenersToPointer(this.run.population.listeners)) {
      const instance = this.run.instances.get(path)
      if (instance) this.moment.interpreter.name(path, pointerNames(drawList(this.run), instance, at, asked))
    }
  }

  /** An overlay that opens takes the focus in; one that closes gives it back. */
  private mindLayers(): void {
    const layers = answeringSurfaces(this.run).flatMap(({ path, isModal, kind }) => (isModal && kind === 'overlay' ? [path] : []))
    const { kept } = this.run.hand
    const closed = kept.find(({ layer }) => !layers.includes(layer))
    const opened = layers.filter((layer) => !kept.some((each) => each.layer === layer))
    if (closed) {
      this.keep({ kept: kept.filter(({ layer }) => layers.includes(layer)) })
      this.hand.focus(closed.focus)
    }
    for (const layer of opened) {
      const { focus } = this
      this.keep({ kept: [...this.run.hand.kept, { layer, focus }] })
      const [first] = focusStops(answering(this.run))
      this.hand.focus(first ? { ...first, isShown: focus?.isShown ?? false } : null)
    }
  }
}

const hidden = (stop: FocusStop | undefined): Focus | null => (stop ? { ...stop, isShown: false } : null)

/** Events that come of somebody pointing at or touching what they are for. */
const TOUCHES: readonly TriggerKind[] = ['tap', 'double tap', 'press', 'release', 'long press', 'drag end']
