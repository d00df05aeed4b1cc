import type { InputAction, PointerKind, Rule, TriggerKind } from '../document'
import { surfaceOf } from '../machine'
import { cursorOver, partsAt, type Point } from '../scene'
import { DOUBLE_TAP_MS, Hand, isAmong, isSameLevel, rulesAt, type Circumstance, type HandGround, type IsMeant, type KeyInput, type Level, type Pressed } from '../semantics'
import { focusStops, nextStop, type FocusStop } from './focus'
import { DRAG_PX, isNear, levelsOf, type Pointed, type Pointer, type Tapped } from './pointer'
import { pointerNames } from './pointer-names'
import type { Parts } from './parts'

type WheelInput = Extract<InputAction, { do: 'wheel' }>
type PointerInput = Extract<InputAction, { do: 'move' | 'press' | 'release' }>

/** What has the keyboard focus, and whether the keyboard put it there so that it is to be shown. */
export interface Focus extends FocusStop {
  readonly isShown: boolean
}

/** Pointer, gestures and focus in a run: finds what a person's hand is on, in the pictures of the run and at its instants. */
export class UserInput implements HandGround<string, Pointed, Focus> {
  pointer: Pointer
  over: Pointed | null
  pressed: Pressed<Pointed> | null
  longMs: number | null
  focus: Focus | null
  readonly minds = { hover: true, focus: true }
  private tap: Tapped | null
  /** What had the focus when each overlay opened that is open now; it gets it back. */
  private kept: readonly { readonly layer: string; readonly focus: Focus | null }[]
  private readonly hand: Hand<string, Pointed, Focus>

  /** As a run begins, or as it is in one that has come some way. */
  constructor(private readonly run: Parts, before?: UserInput) {
    this.hand = new Hand(this)
    this.pointer = before?.pointer ?? { at: null, kind: 'mouse', cursor: 'default' }
    this.over = before?.over ?? null
    this.pressed = before?.pressed ?? null
    this.longMs = before?.longMs ?? null
    this.focus = before?.focus ?? null
    this.tap = before?.tap ?? null
    this.kept = before?.kept ?? []
  }

  /** When a gesture comes to something without anyone doing anything; Infinity when it will not. */
  get nextDueMs(): number {
    return Math.min(this.longDueMs, this.tap?.dueMs ?? Infinity)
  }

  /** What is due of the gesture now: a tap that waited for a second one, then a press that has become long. */
  happen(): void {
    if (this.tap?.dueMs != null && this.tap.dueMs <= this.run.nowMs) this.hand.lateTap()
    else if (this.longDueMs <= this.run.nowMs) this.hand.long()
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
    const list = this.run.pictures.answering()
    this.run.dragging.scroll(list, levelsOf(partsAt(list, { x, y })), { x: deltaX, y: deltaY }, this.run.nowMs)
  }

  exit(): void {
    this.hand.hover(null)
    this.pointer = { ...this.pointer, at: null }
  }

  key(input: KeyInput): void {
    this.hand.key(input, this.focus)
  }

  /** Things move under a pointer that stands still, and what has the focus can go away. */
  lookUnderPointer(): void {
    const { at, kind } = this.pointer
    this.mindLayers()
    const { focus } = this
    if (focus && !focusStops(this.run.pictures.answering()).some(({ part }) => isSameLevel(part, focus.part))) this.hand.focus(null)
    if (at && kind !== 'touch') this.hand.hover(this.pointedAt(at, kind))
  }

  get tapped(): Pointed | null {
    return this.tap
  }

  dispatch(trigger: TriggerKind, way: readonly Level<string>[], isMeant?: IsMeant): boolean {
    return this.run.ground.dispatch(trigger, way, isMeant)
  }

  rulesAt({ thing, part }: Level<string>, trigger: TriggerKind): readonly Rule[] {
    const instance = this.run.instances.get(thing)
    return instance ? rulesAt(instance.compiled, part, trigger) : []
  }

  tell(path: string, what: Circumstance, isSo: boolean): void {
    this.run.ground.interpreter.name(path, { [what]: isSo })
  }

  isSecond({ at }: Pointed): boolean {
    return this.tap !== null && this.run.nowMs - this.tap.sinceMs <= DOUBLE_TAP_MS && isNear(this.tap.at, at)
  }

  keepTap(tap: Pointed | null, waits: boolean): void {
    const now = this.run.nowMs
    this.tap = tap && { ...tap, sinceMs: now, dueMs: waits ? now + DOUBLE_TAP_MS : null }
  }

  focusOn(way: readonly Level<string>[]): Focus | null {
    return hidden(focusStops(this.run.pictures.answering()).findLast(({ part }) => isAmong(part, way)))
  }

  isSameFocus(a: Focus, b: Focus): boolean {
    return isSameLevel(a.part, b.part)
  }

  reveal(focus: Focus): void {
    if (focus.isShown) this.run.dragging.reveal(() => this.run.pictures.answering(), focus, this.run.nowMs)
  }

  dragAlong(isFirst: boolean): boolean {
    const { nowMs, dragging, pictures } = this.run
    const isGrabbed = isFirst && this.pressed !== null && dragging.grab(pictures.answering(), this.pressed.on.way, this.pressed.on.at, nowMs, this.pointer.kind)
    if (this.pointer.at) dragging.move(this.pointer.at, nowMs)
    return isGrabbed
  }

  letGo(): void {
    this.run.dragging.letGo(this.run.nowMs)
  }

  focusAfter({ key, modifiers }: KeyInput): Focus | null | undefined {
    if (key !== 'Tab' || modifiers.control || modifiers.alt || modifiers.meta) return undefined
    const stop = nextStop(focusStops(this.run.pictures.answering()), this.focus?.part ?? null, modifiers.shift ? -1 : 1)
    return stop ? { ...stop, isShown: true } : null
  }

  hearKeys(): readonly string[] {
    const answer = new Set(this.run.surfaces.answering.map(({ path }) => path))
    return this.run.instances.listeners.to('key').filter((path) => answer.has(surfaceOf(path)))
  }

  private get longDueMs(): number {
    return this.pressed && this.longMs !== null ? this.pressed.on.sinceMs + this.longMs : Infinity
  }

  /** What is at a point now, where the pointer is from now on. */
  private pointedAt(at: Point, kind: PointerKind): Pointed {
    const hits = partsAt(this.run.pictures.answering(), at)
    this.pointer = { at, kind, cursor: cursorOver(hits) }
    return { at, sinceMs: this.run.nowMs, way: levelsOf(hits) }
  }

  private hasMovedFarEnough(at: Point): boolean {
    const { pressed } = this
    return pressed !== null && (pressed.drags || Math.hypot(at.x - pressed.on.at.x, at.y - pressed.on.at.y) >= DRAG_PX)
  }

  /** Lets whoever asks know where the pointer is. */
  private tellPointer(at: Point): void {
    const { instances, pictures, ground } = this.run
    for (const [path, asked] of instances.listeners.toPointer()) {
      const instance = instances.get(path)
      if (instance) ground.interpreter.name(path, pointerNames(pictures.now(), instance, at, asked))
    }
  }

  /** An overlay that opens takes the focus in; one that closes gives it back. */
  private mindLayers(): void {
    const layers = this.run.surfaces.answering.flatMap(({ path, isModal, kind }) => (isModal && kind === 'overlay' ? [path] : []))
    const closed = this.kept.find(({ layer }) => !layers.includes(layer))
    const opened = layers.filter((layer) => !this.kept.some((each) => each.layer === layer))
    if (closed) {
      this.kept = this.kept.filter(({ layer }) => layers.includes(layer))
      this.hand.focus(closed.focus)
    }
    for (const layer of opened) {
      const { focus } = this
      this.kept = [...this.kept, { layer, focus }]
      const [first] = focusStops(this.run.pictures.answering())
      this.hand.focus(first ? { ...first, isShown: focus?.isShown ?? false } : null)
    }
  }
}

const hidden = (stop: FocusStop | undefined): Focus | null => (stop ? { ...stop, isShown: false } : null)
