import type { InputAction, Rule, TriggerKind } from '../document'
import { cursorOver, partsAt, type DrawList, type Point } from '../scene'
import { DRAG_PX, type Dragging } from './dragging'
import { focusStops, isSameLevel, nextStop, type FocusStop } from './focus'
import { DOUBLE_TAP_MS, gestureDueMs, isSecond, movedTo, NO_GESTURE, type Gesture } from './gesture'
import { AWAY, crossings, levelsOf, releases, type Level, type Pointer, type PointerEvent } from './pointer'

/** What user input needs of the run it goes into. */
export interface Stage {
  readonly nowMs: () => number
  readonly drawList: () => DrawList
  /** The overlays nothing beneath which answers, by the paths of their instances. */
  readonly layers: () => readonly string[]
  /** Sends an event outward along its way; says whether a rule consumed it. */
  readonly dispatch: (event: PointerEvent) => boolean
  /** The rules on a kind of trigger along a way, whether or not they could fire now. */
  readonly listeners: (trigger: TriggerKind, way: readonly Level[]) => readonly Rule[]
  /** Lets an instance know whether it is hovered, pressed or focused. */
  readonly tell: (path: string, what: Circumstance, isSo: boolean) => void
  /** Sends a key to whoever listens to it wherever the focus is. */
  readonly keyAnywhere: (isMeant: NonNullable<PointerEvent['isMeant']>) => void
  /** Lets whoever asks know where the pointer is. */
  readonly pointAt: (at: Point) => void
  readonly dragging: Dragging
}

/** What instances know of the person using them. */
export type Circumstance = 'hovered' | 'pressed' | 'focused'

const NOBODY: Readonly<Record<Circumstance, ReadonlySet<string>>> = { hovered: new Set(), pressed: new Set(), focused: new Set() }

type KeyInput = Extract<InputAction, { do: 'key' }>
type WheelInput = Extract<InputAction, { do: 'wheel' }>
type PointerInput = Extract<InputAction, { do: 'move' | 'press' | 'release' }>

/** Pointer, gestures and focus: turns what a person does into the events of Pointer Events 3 and UI Events. */
export class UserInput {
  pointer: Pointer = AWAY
  /** What has the keyboard focus, and whether the keyboard put it there so that it is to be shown. */
  focus: { readonly stop: FocusStop; readonly isShown: boolean } | null = null
  private gesture: Gesture = NO_GESTURE
  private told = NOBODY
  /** What had the focus when each overlay opened that is open now; it gets it back. */
  private kept: readonly { readonly layer: string; readonly focus: UserInput['focus'] }[] = []

  constructor(private readonly stage: Stage) {}

  copy(stage: Stage): UserInput {
    const copy = new UserInput(stage)
    Object.assign(copy, { pointer: this.pointer, focus: this.focus, gesture: this.gesture, told: this.told, kept: this.kept })
    return copy
  }

  /** When a gesture comes to something without anyone doing anything; Infinity when it will not. */
  get nextDueMs(): number {
    return gestureDueMs(this.gesture)
  }

  /** What is due of the gesture now: a tap that waited for a second one, then a press that has become long. */
  happen(): void {
    const { press, tapped } = this.gesture
    const now = this.stage.nowMs()
    if (tapped?.dueMs != null && tapped.dueMs <= now) {
      this.gesture = { ...this.gesture, tapped: null }
      this.stage.dispatch({ trigger: 'tap', way: tapped.way })
    } else if (press?.longDueMs != null && press.longDueMs <= now) {
      const heldMs = now - press.sinceMs
      const isAnswered = this.stage.dispatch({ trigger: 'long press', way: press.way, isMeant: (trigger) => trigger.on === 'long press' && trigger.thresholdMs <= heldMs })
      const longDueMs = isAnswered ? null : this.longDueMs(press.way, press.sinceMs, heldMs)
      this.gesture = { ...this.gesture, press: { ...press, longDueMs, isSpent: press.isSpent || isAnswered } }
    }
    this.lookUnderPointer()
  }

  point(input: PointerInput): void {
    const at = { x: input.x, y: input.y }
    const hits = partsAt(this.stage.drawList(), at)
    const under = levelsOf(hits)
    this.pointer = { ...this.pointer, at, kind: input.pointer, cursor: cursorOver(hits) }
    this.gesture = movedTo(this.gesture, at)
    this.stage.pointAt(at)
    if (input.do === 'move') this.dragTo(at)
    this.hover(input.pointer === 'touch' ? [] : under)
    if (input.do === 'press') this.press(at, under)
    if (input.do === 'release') this.release(at, under)
    this.lookUnderPointer()
  }

  /** Scrolls what is there; things may then be under a pointer that stands still. */
  wheel({ x, y, deltaX, deltaY }: WheelInput): void {
    const list = this.stage.drawList()
    this.stage.dragging.scroll(list, levelsOf(partsAt(list, { x, y })), { x: deltaX, y: deltaY }, this.stage.nowMs())
  }

  exit(): void {
    this.hover([])
    this.pointer = { ...this.pointer, at: null }
  }

  /** A key goes to what has the focus and outward; then Tab moves the focus, Enter and Space tap, and others go to whoever listens everywhere. */
  key(input: KeyInput): void {
    const isMeant: NonNullable<PointerEvent['isMeant']> = (trigger) => trigger.on === 'key' && trigger.key === input.key && sameModifiers(trigger.modifiers, input.modifiers)
    if (this.focus && this.stage.dispatch({ trigger: 'key', way: this.focus.stop.way, isMeant: (trigger) => isMeant(trigger) && trigger.on === 'key' && !trigger.anywhere })) return
    if (input.key === 'Tab' && !input.modifiers.control && !input.modifiers.alt && !input.modifiers.meta) {
      const stops = focusStops(this.stage.drawList())
      this.focusOn(nextStop(stops, this.focus?.stop.part ?? null, input.modifiers.shift ? -1 : 1) ?? null, true)
      return
    }
    if (this.focus && (input.key === 'Enter' || input.key === ' ') && this.stage.dispatch({ trigger: 'tap', way: this.focus.stop.way })) return
    this.stage.keyAnywhere((trigger) => isMeant(trigger) && trigger.on === 'key' && trigger.anywhere)
  }

  /** Things move under a pointer that stands still, and what has the focus can go away. */
  lookUnderPointer(): void {
    const { at, kind } = this.pointer
    this.mindLayers()
    if (this.focus && !focusStops(this.stage.drawList()).some(({ part }) => isSameLevel(part, this.focus!.stop.part))) this.focusOn(null, false)
    if (!at || kind === 'touch') return
    const hits = partsAt(this.stage.drawList(), at)
    this.pointer = { ...this.pointer, cursor: cursorOver(hits) }
    this.hover(levelsOf(hits))
  }

  /** An overlay that opens takes the focus in; one that closes gives it back. */
  private mindLayers(): void {
    const layers = this.stage.layers()
    const closed = this.kept.find(({ layer }) => !layers.includes(layer))
    const opened = layers.filter((layer) => !this.kept.some((each) => each.layer === layer))
    if (closed) {
      this.kept = this.kept.filter(({ layer }) => layers.includes(layer))
      this.focusOn(closed.focus?.stop ?? null, closed.focus?.isShown ?? false)
    }
    for (const layer of opened) {
      this.kept = [...this.kept, { layer, focus: this.focus }]
      this.focusOn(focusStops(this.stage.drawList())[0] ?? null, this.focus?.isShown ?? false)
    }
  }

  /** A press that has moved far enough drags; what can be dragged along its way comes along. */
  private dragTo(at: Point): void {
    const { press } = this.gesture
    if (!press || (!press.drags && Math.hypot(at.x - press.at.x, at.y - press.at.y) < DRAG_PX)) return
    const now = this.stage.nowMs()
    const isGrabbed = !press.drags && this.stage.dragging.grab(this.stage.drawList(), press.way, press.at, now, this.pointer.kind)
    this.stage.dragging.move(at, now)
    const isAnswered = this.stage.dispatch({ trigger: press.drags ? 'drag' : 'drag start', way: press.way })
    this.gesture = { ...this.gesture, press: { ...press, drags: true, isSpent: press.isSpent || isAnswered || isGrabbed } }
  }

  private press(at: Point, under: readonly Level[]): void {
    const now = this.stage.nowMs()
    this.pointer = { ...this.pointer, pressedOn: under }
    this.tell('pressed', under)
    this.focusOn(focusStops(this.stage.drawList()).findLast(({ part }) => under.some((level) => isSameLevel(level, part))) ?? null, false)
    this.gesture = { ...this.gesture, press: { at, sinceMs: now, way: under, longDueMs: this.longDueMs(under, now, -1), isSpent: false, drags: false } }
    this.stage.dispatch({ trigger: 'press', way: under })
  }

  private release(at: Point, under: readonly Level[]): void {
    const { pressedOn } = this.pointer
    const { press } = this.gesture
    this.pointer = { ...this.pointer, pressedOn: null }
    this.tell('pressed', [])
    this.gesture = { ...this.gesture, press: null }
    if (!pressedOn) return
    for (const event of releases(pressedOn, under)) {
      if (event.trigger !== 'tap') this.stage.dispatch(event)
      else if (!press?.isSpent) this.tap(at, event.way)
    }
    if (!press?.drags) return
    this.stage.dragging.letGo(this.stage.nowMs())
    this.stage.dispatch({ trigger: 'drag end', way: press.way })
  }

  /** A tap, or the second of a double tap. The first is kept back where a part would rather wait for the second. */
  private tap(at: Point, way: readonly Level[]): void {
    const now = this.stage.nowMs()
    const doubles = this.stage.listeners('double tap', way)
    if (isSecond(this.gesture, at, now)) {
      const wasKeptBack = this.gesture.tapped?.dueMs != null
      this.gesture = { ...this.gesture, tapped: null }
      if (!wasKeptBack) this.stage.dispatch({ trigger: 'tap', way })
      this.stage.dispatch({ trigger: 'double tap', way })
      return
    }
    const waits = doubles.some(({ trigger }) => trigger.on === 'double tap' && trigger.tapWaits)
    this.gesture = { ...this.gesture, tapped: doubles.length > 0 ? { at, atMs: now, way, dueMs: waits ? now + DOUBLE_TAP_MS : null } : null }
    if (!waits) this.stage.dispatch({ trigger: 'tap', way })
  }

  /** When a press that has lasted so long next becomes a long press for a rule along its way. */
  private longDueMs(way: readonly Level[], sinceMs: number, heldMs: number): number | null {
    const thresholds = this.stage.listeners('long press', way).flatMap(({ trigger }) => (trigger.on === 'long press' && trigger.thresholdMs > heldMs ? [trigger.thresholdMs] : []))
    return thresholds.length > 0 ? sinceMs + Math.min(...thresholds) : null
  }

  private hover(under: readonly Level[]): void {
    const events = crossings(this.pointer.over, under)
    this.pointer = { ...this.pointer, over: under }
    if (events.length > 0) this.tell('hovered', under)
    events.forEach((event) => this.stage.dispatch(event))
  }

  /** Tells those it is news for. */
  private tell(what: Circumstance, levels: readonly Level[]): void {
    const [before, now] = [this.told[what], new Set(levels.map(({ instance }) => instance))]
    this.told = { ...this.told, [what]: now }
    for (const path of before) if (!now.has(path)) this.stage.tell(path, what, false)
    for (const path of now) if (!before.has(path)) this.stage.tell(path, what, true)
  }

  private focusOn(stop: FocusStop | null, isShown: boolean): void {
    const before = this.focus?.stop ?? null
    this.focus = stop && { stop, isShown }
    if (isSameLevel(before?.part ?? null, stop?.part ?? null)) return
    if (stop && isShown) this.stage.dragging.reveal(this.stage.drawList, stop, this.stage.nowMs())
    this.tell('focused', stop?.way ?? [])
    if (before) this.stage.dispatch({ trigger: 'blur', way: before.way })
    if (stop) this.stage.dispatch({ trigger: 'focus', way: stop.way })
  }
}

const sameModifiers = (a: KeyInput['modifiers'], b: KeyInput['modifiers']): boolean =>
  (['shift', 'control', 'alt', 'meta'] as const).every((name) => (a[name] ?? false) === (b[name] ?? false))
