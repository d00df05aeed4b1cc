import type { Rule, Trigger, TriggerKind } from '../document'
import type { Ground, KeyInput, Level, Placed } from './ground'
import { rulesAt, type Interpreter } from './interpreter'

/** Two taps so near to one another, in ms, are a double tap. */
export const DOUBLE_TAP_MS = 300

/** What instances know of the person using them. */
type Circumstance = 'hovered' | 'pressed' | 'focused'

/** What a person does, and what becomes of it, in the terms of Pointer Events 3 and UI Events: once, for a run and for an exploration. */
export class Person<T, P extends Placed<T>, F extends Placed<T>> {
  constructor(private readonly interpreter: Interpreter<T>, private readonly ground: Ground<T, P, F>) {}

  /** The pointer is somewhere else, or there something else is under it: `leave` from the inside out, then `enter` from the outside in, one for each level crossed. */
  hover(to: P | null): void {
    if (!this.ground.minds.hover) return
    const [before, now] = [wayOf(this.ground.hand.over), wayOf(to)]
    this.ground.hold({ over: to })
    const left = before.filter((level) => !isAmong(level, now))
    const entered = now.filter((level) => !isAmong(level, before)).toReversed()
    this.tell('hovered', before, now)
    for (const level of left) this.interpreter.dispatch('leave', [level])
    for (const level of entered) this.interpreter.dispatch('enter', [level])
  }

  press(on: P): void {
    const before = wayOf(this.ground.hand.pressed?.on)
    this.ground.hold({ pressed: { on, drags: false, isSpent: false } })
    this.tell('pressed', before, on.way)
    this.ground.hold({ longMs: this.longMs(on.way, -1) })
    this.interpreter.dispatch('press', on.way)
    this.focus(this.ground.focusOn(on.way))
  }

  /** Release goes to what was pressed; a tap to what both press and release were on, when there is anything. */
  release(over: P | null): void {
    const { pressed } = this.ground.hand
    this.ground.hold({ pressed: null, longMs: null })
    if (!pressed) return
    const { on, drags, isSpent } = pressed
    this.tell('pressed', on.way, [])
    this.interpreter.dispatch('release', on.way)
    const common = on.way.filter((level) => isAmong(level, wayOf(over)))
    if (common.length > 0 && !isSpent) this.tap({ ...on, way: common })
    if (!drags) return
    this.ground.letGo()
    this.interpreter.dispatch('drag end', on.way)
  }

  /** The press has moved far enough to drag; what can be dragged along its way comes along. */
  drag(): void {
    const { pressed } = this.ground.hand
    if (!pressed) return
    const isFirst = !pressed.drags
    const isGrabbed = this.ground.dragAlong(isFirst) && isFirst
    const isAnswered = this.interpreter.dispatch(isFirst ? 'drag start' : 'drag', pressed.on.way)
    this.ground.hold({ pressed: { ...pressed, drags: true, isSpent: pressed.isSpent || isAnswered || isGrabbed } })
  }

  /** The press has lasted as long as some rule waits for. */
  long(): void {
    const { pressed, longMs: heldMs } = this.ground.hand
    if (!pressed || heldMs === null) return
    const isAnswered = this.interpreter.dispatch('long press', pressed.on.way, (trigger) => trigger.on === 'long press' && trigger.thresholdMs <= heldMs)
    this.ground.hold(isAnswered ? { longMs: null, pressed: { ...pressed, isSpent: true } } : { longMs: this.longMs(pressed.on.way, heldMs) })
  }

  /** A tap that was kept back is sent when no second one has come. */
  lateTap(): void {
    const { tapped } = this.ground.hand
    this.ground.keepTap(null, false)
    if (tapped) this.interpreter.dispatch('tap', tapped.way)
  }

  focus(to: F | null): void {
    if (!this.ground.minds.focus) return
    const before = this.ground.hand.focus
    this.ground.hold({ focus: to })
    if (before === to || (before && to && this.ground.isSameFocus(before, to))) return
    if (to) this.ground.reveal(to)
    this.tell('focused', wayOf(before), wayOf(to))
    if (before) this.interpreter.dispatch('blur', before.way)
    if (to) this.interpreter.dispatch('focus', to.way)
  }

  /** A key goes to what has the focus and outward; then Tab moves the focus, Enter and Space tap, and others go to whoever listens everywhere. `focus` is what has it. */
  key(input: KeyInput, focus: F | null): void {
    const isMeant = (anywhere: boolean) => (trigger: Trigger): boolean => isOnKey(trigger, input) && trigger.anywhere === anywhere
    if (focus && this.interpreter.dispatch('key', focus.way, isMeant(false))) return
    const next = this.ground.focusAfter(input)
    if (next !== undefined) return this.focus(next)
    if (focus && (input.key === 'Enter' || input.key === ' ') && this.interpreter.dispatch('tap', focus.way)) return
    for (const thing of this.ground.hearKeys()) if (this.interpreter.dispatch('key', [{ thing, part: null }], isMeant(true))) return
  }

  /** A tap, or the second of a double tap. The first is kept back where a part would rather wait for the second. */
  private tap(on: P): void {
    const doubles = on.way.flatMap((level) => this.rulesAt(level, 'double tap'))
    const isSecond = this.ground.isSecond(on)
    const waits = keepsTapBack(doubles)
    this.ground.keepTap(isSecond || doubles.length === 0 ? null : on, waits)
    if (!waits) this.interpreter.dispatch('tap', on.way)
    if (isSecond) this.interpreter.dispatch('double tap', on.way)
  }

  /** When a press that has lasted so long next becomes a long press for a rule along its way. */
  private longMs(way: readonly Level<T>[], heldMs: number): number | null {
    const thresholds = way.flatMap((level) => this.rulesAt(level, 'long press')).flatMap(({ trigger }) => (trigger.on === 'long press' && trigger.thresholdMs > heldMs ? [trigger.thresholdMs] : []))
    return thresholds.length > 0 ? Math.min(...thresholds) : null
  }

  /** The rules on a kind of trigger at a level, whether or not they could fire now. */
  private rulesAt({ thing, part }: Level<T>, trigger: TriggerKind): readonly Rule[] {
    return this.ground.isThere(thing) ? rulesAt(this.ground.compiledOf(thing), part, trigger) : []
  }

  /** Tells those it is news for. */
  private tell(what: Circumstance, before: readonly Level<T>[], now: readonly Level<T>[]): void {
    const had = new Set(before.map(({ thing }) => thing))
    const has = new Set(now.map(({ thing }) => thing))
    for (const thing of had) if (!has.has(thing)) this.interpreter.name(thing, { [what]: false })
    for (const thing of has) if (!had.has(thing)) this.interpreter.name(thing, { [what]: true })
  }
}

export const isSameLevel = <T>(a: Level<T>, b: Level<T>): boolean => a.thing === b.thing && a.part === b.part

export const isAmong = <T>(level: Level<T>, levels: readonly Level<T>[]): boolean => levels.some((other) => isSameLevel(level, other))

/** Whether a tap is kept back until no second one can come, where these rules are met on its way. */
export const keepsTapBack = (rules: readonly Rule[]): boolean => rules.some(({ trigger }) => trigger.on === 'double tap' && trigger.tapWaits)

const wayOf = <T>(placed: Placed<T> | null | undefined): readonly Level<T>[] => placed?.way ?? []

/** Whether a trigger is this key with just these modifiers. */
export const isOnKey = (trigger: Trigger, { key, modifiers }: KeyInput): trigger is Extract<Trigger, { on: 'key' }> =>
  trigger.on === 'key' && trigger.key === key && (['shift', 'control', 'alt', 'meta'] as const).every((name) => (trigger.modifiers[name] ?? false) === (modifiers[name] ?? false))
