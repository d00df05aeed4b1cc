import type { InputAction, Rule, Trigger, TriggerKind } from '../document'
import type { Level } from './ground'
import type { IsMeant } from './interpreter'

/** Two taps so near to one another, in ms, are a double tap. */
export const DOUBLE_TAP_MS = 300

export type KeyInput = Pick<Extract<InputAction, { do: 'key' }>, 'key' | 'modifiers'>

/** Where something is, with the way outward that events on it take. */
export interface Placed<T> {
  readonly way: readonly Level<T>[]
}

/** A press as long as it lasts. */
export interface Pressed<P> {
  readonly on: P
  /** It has moved far enough to drag. */
  readonly drags: boolean
  /** A long press or a drag has been answered, so no tap follows. */
  readonly isSpent: boolean
}

/** What instances know of the person using them. */
export type Circumstance = 'hovered' | 'pressed' | 'focused'

/** What a person's hand finds: what it is in the middle of, and who is there to answer. `P` is a place one can point at, `F` one that can have the focus. */
export interface HandGround<T, P extends Placed<T>, F extends Placed<T>> {
  /** Where the pointer hovers. */
  over: P | null
  pressed: Pressed<P> | null
  /** How long the press has to last to be a long one for whoever comes next; null when for nobody any more. */
  longMs: number | null
  /** The tap that another one may follow. */
  readonly tapped: P | null
  focus: F | null
  /** Whether it makes a difference to anybody where the pointer hovers, or what has the focus. */
  readonly minds: Readonly<Record<'hover' | 'focus', boolean>>
  /** Sends an event outward along its way and says whether a rule consumed it. */
  dispatch(trigger: TriggerKind, way: readonly Level<T>[], isMeant?: IsMeant): boolean
  /** The rules on a kind of trigger at a level, whether or not they could fire now. */
  rulesAt(level: Level<T>, trigger: TriggerKind): readonly Rule[]
  tell(thing: T, what: Circumstance, isSo: boolean): void
  /** Whether a tap is the second of two. */
  isSecond(tap: P): boolean
  /** Keeps a tap that another one may follow, which is sent for itself only later where `waits`; null forgets it. */
  keepTap(tap: P | null, waits: boolean): void
  /** The innermost of what lies on a way that can have the focus. */
  focusOn(way: readonly Level<T>[]): F | null
  isSameFocus(a: F, b: F): boolean
  /** What has the focus now is to be seen. */
  reveal(focus: F): void
  /** Takes along what is held; says whether anything is, the first time. */
  dragAlong(isFirst: boolean): boolean
  letGo(): void
  /** Where Tab puts the focus; undefined when the key does not move it. */
  focusAfter(key: KeyInput): F | null | undefined
  /** Those that hear keys wherever the focus is, in their order. */
  hearKeys(): readonly T[]
}

/** What a person does, and what becomes of it, in the terms of Pointer Events 3 and UI Events: once, for a run and for an exploration. */
export class Hand<T, P extends Placed<T>, F extends Placed<T>> {
  constructor(private readonly ground: HandGround<T, P, F>) {}

  /** The pointer is somewhere else, or there something else is under it: `leave` from the inside out, then `enter` from the outside in, one for each level crossed. */
  hover(to: P | null): void {
    if (!this.ground.minds.hover) return
    const [before, now] = [wayOf(this.ground.over), wayOf(to)]
    this.ground.over = to
    const left = before.filter((level) => !isAmong(level, now))
    const entered = now.filter((level) => !isAmong(level, before)).toReversed()
    this.tell('hovered', before, now)
    for (const level of left) this.ground.dispatch('leave', [level])
    for (const level of entered) this.ground.dispatch('enter', [level])
  }

  press(on: P): void {
    const before = wayOf(this.ground.pressed?.on)
    this.ground.pressed = { on, drags: false, isSpent: false }
    this.tell('pressed', before, on.way)
    this.focus(this.ground.focusOn(on.way))
    this.ground.longMs = this.longMs(on.way, -1)
    this.ground.dispatch('press', on.way)
  }

  /** Release goes to what was pressed; a tap to what both press and release were on, when there is anything. */
  release(over: P | null): void {
    const { pressed } = this.ground
    this.ground.pressed = null
    this.ground.longMs = null
    if (!pressed) return
    const { on, drags, isSpent } = pressed
    this.tell('pressed', on.way, [])
    this.ground.dispatch('release', on.way)
    const common = on.way.filter((level) => isAmong(level, wayOf(over)))
    if (common.length > 0 && !isSpent) this.tap({ ...on, way: common })
    if (!drags) return
    this.ground.letGo()
    this.ground.dispatch('drag end', on.way)
  }

  /** The press has moved far enough to drag; what can be dragged along its way comes along. */
  drag(): void {
    const { pressed } = this.ground
    if (!pressed) return
    const isFirst = !pressed.drags
    const isGrabbed = this.ground.dragAlong(isFirst) && isFirst
    const isAnswered = this.ground.dispatch(isFirst ? 'drag start' : 'drag', pressed.on.way)
    this.ground.pressed = { ...pressed, drags: true, isSpent: pressed.isSpent || isAnswered || isGrabbed }
  }

  /** The press has lasted as long as some rule waits for. */
  long(): void {
    const { pressed, longMs: heldMs } = this.ground
    if (!pressed || heldMs === null) return
    const isAnswered = this.ground.dispatch('long press', pressed.on.way, (trigger) => trigger.on === 'long press' && trigger.thresholdMs <= heldMs)
    this.ground.longMs = isAnswered ? null : this.longMs(pressed.on.way, heldMs)
    if (isAnswered) this.ground.pressed = { ...pressed, isSpent: true }
  }

  /** A tap that was kept back is sent when no second one has come. */
  lateTap(): void {
    const { tapped } = this.ground
    this.ground.keepTap(null, false)
    if (tapped) this.ground.dispatch('tap', tapped.way)
  }

  focus(to: F | null): void {
    if (!this.ground.minds.focus) return
    const before = this.ground.focus
    this.ground.focus = to
    if (before === to || (before && to && this.ground.isSameFocus(before, to))) return
    if (to) this.ground.reveal(to)
    this.tell('focused', wayOf(before), wayOf(to))
    if (before) this.ground.dispatch('blur', before.way)
    if (to) this.ground.dispatch('focus', to.way)
  }

  /** A key goes to what has the focus and outward; then Tab moves the focus, Enter and Space tap, and others go to whoever listens everywhere. `focus` is what has it. */
  key(input: KeyInput, focus: F | null): void {
    const isMeant = (anywhere: boolean) => (trigger: Trigger): boolean =>
      trigger.on === 'key' && trigger.key === input.key && trigger.anywhere === anywhere && haveSameModifiers(trigger, input)
    if (focus && this.ground.dispatch('key', focus.way, isMeant(false))) return
    const next = this.ground.focusAfter(input)
    if (next !== undefined) return this.focus(next)
    if (focus && (input.key === 'Enter' || input.key === ' ') && this.ground.dispatch('tap', focus.way)) return
    for (const thing of this.ground.hearKeys()) if (this.ground.dispatch('key', [{ thing, part: null }], isMeant(true))) return
  }

  /** A tap, or the second of a double tap. The first is kept back where a part would rather wait for the second. */
  private tap(on: P): void {
    const doubles = on.way.flatMap((level) => this.ground.rulesAt(level, 'double tap'))
    const isSecond = this.ground.isSecond(on)
    const waits = keepsTapBack(doubles)
    this.ground.keepTap(isSecond || doubles.length === 0 ? null : on, waits)
    if (!waits) this.ground.dispatch('tap', on.way)
    if (isSecond) this.ground.dispatch('double tap', on.way)
  }

  /** When a press that has lasted so long next becomes a long press for a rule along its way. */
  private longMs(way: readonly Level<T>[], heldMs: number): number | null {
    const thresholds = way.flatMap((level) => this.ground.rulesAt(level, 'long press')).flatMap(({ trigger }) => (trigger.on === 'long press' && trigger.thresholdMs > heldMs ? [trigger.thresholdMs] : []))
    return thresholds.length > 0 ? Math.min(...thresholds) : null
  }

  /** Tells those it is news for. */
  private tell(what: Circumstance, before: readonly Level<T>[], now: readonly Level<T>[]): void {
    const had = new Set(before.map(({ thing }) => thing))
    const has = new Set(now.map(({ thing }) => thing))
    for (const thing of had) if (!has.has(thing)) this.ground.tell(thing, what, false)
    for (const thing of has) if (!had.has(thing)) this.ground.tell(thing, what, true)
  }
}

export const isSameLevel = <T>(a: Level<T>, b: Level<T>): boolean => a.thing === b.thing && a.part === b.part

export const isAmong = <T>(level: Level<T>, levels: readonly Level<T>[]): boolean => levels.some((other) => isSameLevel(level, other))

/** Whether a tap is kept back until no second one can come, where these rules are met on its way. */
export const keepsTapBack = (rules: readonly Rule[]): boolean => rules.some(({ trigger }) => trigger.on === 'double tap' && trigger.tapWaits)

const wayOf = <T>(placed: Placed<T> | null | undefined): readonly Level<T>[] => placed?.way ?? []

const haveSameModifiers = (trigger: Extract<Trigger, { on: 'key' }>, input: KeyInput): boolean =>
  (['shift', 'control', 'alt', 'meta'] as const).every((name) => (trigger.modifiers[name] ?? false) === (input.modifiers[name] ?? false))
