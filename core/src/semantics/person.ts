import type { Id, KeyTrigger, Rule, Trigger, TriggerKind } from '../document'
import type { Ground, KeyInput, EventTarget, Names, Placed } from './ground'
import { rulesAt, type Interpreter } from './interpreter'

/** Two taps so near to one another, in ms, are a double tap. */
export const DOUBLE_TAP_MS = 300

/** What instances know of the person using them. */
type Circumstance = 'hovered' | 'pressed' | 'focused' | 'focusVisible'

/** What a person does, and what becomes of it, in the terms of Pointer Events 3 and UI Events: once, for a run and for an exploration. */
export class Person<T, P extends Placed<T>, F extends Placed<T>> {
  constructor(private readonly interpreter: Interpreter<T>, private readonly ground: Ground<T, P, F>) {}

  /**
   * The pointer is somewhere else, or there something else is under it: `leave` from the inside out, then `enter` from the
   * outside in, one for each level crossed.
   */
  hover(to: P | null): void {
    if (!this.ground.minds.hover) return
    const [before, now] = [wayOf(this.ground.hand.over), wayOf(to)]
    this.ground.hold({ over: to })
    const left = before.filter((level) => !isAmong(level, now))
    const entered = now.filter((level) => !isAmong(level, before)).toReversed()
    this.tellOn(before, now)
    for (const level of left) this.interpreter.dispatch('leave', [level])
    for (const level of entered) this.interpreter.dispatch('enter', [level])
  }

  /** A finger that is down is somewhere else, or is down no more: it enters nothing, but what it is on is told so. */
  touch(to: P | null): void {
    if (!this.ground.minds.hover) return
    const [before, now] = [wayOf(this.ground.hand.finger), wayOf(to)]
    this.ground.hold({ finger: to })
    this.tellOn(before, now)
  }

  /** What the pointer is on, and is still on of what it pressed. */
  private tellOn(before: readonly EventTarget<T>[], now: readonly EventTarget<T>[]): void {
    this.tell('hovered', before, now)
    const held = wayOf(this.ground.hand.pressed?.on)
    this.tell('pressed', common(held, before), common(held, now))
  }

  /** A press is told to what is pressed, then to whoever it is beside, then the focus moves. */
  press(on: P): void {
    const before = wayOf(this.ground.hand.pressed?.on)
    this.ground.hold({ pressed: { on, drags: false, isSpent: false } })
    this.tell('pressed', before, on.way)
    this.ground.hold({ longMs: this.longMs(on.way, -1) })
    this.interpreter.dispatch('press', on.way)
    for (const thing of this.ground.hearers('press outside')) this.pressBeside(thing, on.way)
    this.focus(this.ground.focusOn(on.way), false)
  }

  /** Release goes to what was pressed; a tap to what both press and release were on, when there is anything. */
  release(over: P | null): void {
    const { pressed } = this.ground.hand
    this.ground.hold({ pressed: null, longMs: null })
    if (!pressed) return
    const { on, drags, isSpent } = pressed
    this.tell('pressed', on.way, [])
    this.interpreter.dispatch('release', on.way)
    const way = common(on.way, wayOf(over))
    if (way.length > 0 && !isSpent) this.tap({ ...on, way })
    if (drags) this.endDrag(on, false)
  }

  /** The system takes the pointer away: whatever it was in the middle of ends, and nothing is tapped. Where nobody answers that, it counts as a release. */
  cancel(): void {
    const { pressed } = this.ground.hand
    this.ground.hold({ pressed: null, longMs: null })
    if (!pressed) return
    const { on, drags } = pressed
    this.tell('pressed', on.way, [])
    if (!this.interpreter.dispatch('cancel', on.way)) this.interpreter.dispatch('release', on.way)
    if (drags) this.endDrag(on, true)
  }

  private endDrag(on: P, isTakenAway: boolean): void {
    this.ground.letGo(on, isTakenAway)
    this.interpreter.dispatch('drag end', on.way)
    this.ground.dragIsOver()
  }

  /** The press has moved far enough to drag, so that it is no long one; what can be dragged along its way comes along. */
  drag(): void {
    const { pressed } = this.ground.hand
    if (!pressed) return
    const isFirst = !pressed.drags
    const isGrabbed = this.ground.dragAlong(isFirst) && isFirst
    const isAnswered = this.interpreter.dispatch(isFirst ? 'drag start' : 'drag', pressed.on.way)
    this.ground.hold({ longMs: null, pressed: { ...pressed, drags: true, isSpent: pressed.isSpent || isAnswered || isGrabbed } })
  }

  /** The press has lasted as long as some rule waits for. */
  long(): void {
    const { pressed, longMs: heldMs } = this.ground.hand
    if (!pressed || heldMs === null) return
    const isAnswered = this.interpreter.dispatch('long press', pressed.on.way, (trigger) => trigger.on === 'long press' && trigger.thresholdMs <= heldMs)
    this.ground.hold(isAnswered ? { longMs: null, pressed: { ...pressed, isSpent: true } } : { longMs: this.longMs(pressed.on.way, heldMs) })
  }

  /** A tap that was kept back is sent when no second one has come, to what is there by then. */
  lateTap(): void {
    const { tapped } = this.ground.hand
    this.ground.keepTap(null, false)
    const under = tapped && this.ground.underTap(tapped)
    if (under) this.interpreter.dispatch('tap', under.way)
  }

  /** The wheel is turned, fingers are pinched, or something has scrolled: along a way, with what its names are by then. Says whether a rule has answered. */
  turn(trigger: 'wheel' | 'scroll' | 'pinch', way: readonly EventTarget<T>[], names: Names): boolean {
    this.let(way, names)
    return this.interpreter.dispatch(trigger, way)
  }

  /** @param isShown whether it is to be seen where the focus is */
  focus(to: F | null, isShown: boolean): void {
    if (!this.ground.minds.focus) return
    const { focus: before, isFocusShown: wasShown } = this.ground.hand
    this.ground.hold({ focus: to, isFocusShown: isShown })
    this.tell('focusVisible', wasShown ? wayOf(before) : [], isShown ? wayOf(to) : [])
    if (before === to || (before && to && this.ground.isSameFocus(before, to))) return
    this.ground.hold({ spaceOn: null })
    if (to) this.ground.reveal(to)
    this.tell('focused', wayOf(before), wayOf(to))
    if (before) this.interpreter.dispatch('blur', before.way)
    if (to) this.interpreter.dispatch('focus', to.way)
  }

  /**
   * A key goes to what has the focus and outward; then Tab moves the focus, Enter taps, Space will when it comes up, and
   * others go to whoever listens everywhere. One that is held says so, and taps once. `focus` is what has it. Says whether
   * anything came of it.
   */
  key(input: KeyInput, focus: F | null): boolean {
    if (!this.ground.hand.isFocusShown && !MODIFIER_KEYS.includes(input.key)) this.focus(this.ground.hand.focus, true)
    if (focus && this.hearKey('key', focus.way, input, false)) return true
    const next = this.ground.focusAfter(input)
    if (next !== undefined) this.focus(next, true)
    if (next !== undefined || (focus && this.writesInto(focus, input))) return true
    if (focus && isPlain(input) && input.key === ' ') {
      this.ground.hold({ spaceOn: focus })
      return true
    }
    if (focus && isPlain(input) && input.key === 'Enter' && this.interpreter.dispatch('tap', focus.way)) return true
    return this.hearAnywhere('key', input)
  }

  /** Whether a key is for the field that has the focus: it writes there, moves the caret, or submits what one line holds. */
  private writesInto(focus: F, input: KeyInput): boolean {
    const [level] = focus.way
    const part = level && this.ground.isThere(level.thing) ? this.ground.compiledOf(level.thing).component.parts.find(({ id }) => id === level.part) : undefined
    if (part?.kind !== 'field') return false
    if (input.key === 'Enter' && part.base.lines !== 'several') {
      if (isPlain(input)) this.interpreter.dispatch('submit', focus.way)
      return true
    }
    return EDITING.includes(input.key) || ([...input.key].length === 1 && input.modifiers.control !== true && input.modifiers.meta !== true) || input.key === 'Enter'
  }

  keyUp(input: KeyInput, focus: F | null): void {
    const { spaceOn } = this.ground.hand
    if (input.key === ' ') this.ground.hold({ spaceOn: null })
    if (focus && this.hearKey('key up', focus.way, input, false)) return
    const isTap = input.key === ' ' && spaceOn !== null && focus !== null && this.ground.isSameFocus(spaceOn, focus)
    if (isTap && this.interpreter.dispatch('tap', focus.way)) return
    this.hearAnywhere('key up', input)
  }

  private hearAnywhere(trigger: 'key' | 'key up', input: KeyInput): boolean {
    return this.ground.hearers(trigger).some((thing) => this.hearKey(trigger, [{ thing, part: null }], input, true))
  }

  private hearKey(trigger: 'key' | 'key up', way: readonly EventTarget<T>[], input: KeyInput, anywhere: boolean): boolean {
    const isMeant = (each: Trigger): boolean => isOnKey(each, input) && each.anywhere === anywhere
    if (!way.some((level) => this.rulesAt(level, trigger).some((rule) => isMeant(rule.trigger)))) return false
    this.let(way, { key: input.key, repeats: input.repeat === true })
    return this.interpreter.dispatch(trigger, way, isMeant)
  }

  /** A press elsewhere is told to the parts of a thing that wait for one, and to the thing itself. */
  private pressBeside(thing: T, way: readonly EventTarget<T>[]): void {
    const parts = new Set<Id | null>(this.ground.isThere(thing) ? this.ground.compiledOf(thing).rulesOn.get('press outside')?.map(({ part }) => part) : [])
    for (const part of parts) if (!isAmong({ thing, part }, way)) this.interpreter.dispatch('press outside', [{ thing, part }])
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
  private longMs(way: readonly EventTarget<T>[], heldMs: number): number | null {
    const thresholds = way.flatMap((level) => this.rulesAt(level, 'long press')).flatMap(({ trigger }) => (trigger.on === 'long press' && trigger.thresholdMs > heldMs ? [trigger.thresholdMs] : []))
    return thresholds.length > 0 ? Math.min(...thresholds) : null
  }

  /** The rules on a kind of trigger at a level, whether or not they could fire now. */
  private rulesAt({ thing, part }: EventTarget<T>, trigger: TriggerKind): readonly Rule[] {
    return this.ground.isThere(thing) ? rulesAt(this.ground.compiledOf(thing), part, trigger) : []
  }

  /** Tells those it is news for. */
  private tell(what: Circumstance, before: readonly EventTarget<T>[], now: readonly EventTarget<T>[]): void {
    const had = new Set(before.map(({ thing }) => thing))
    const has = new Set(now.map(({ thing }) => thing))
    for (const thing of had) if (!has.has(thing)) this.interpreter.name(thing, { [what]: false })
    for (const thing of has) if (!had.has(thing)) this.interpreter.name(thing, { [what]: true })
  }

  /** Lets names stand for something to everything along a way, where they are not names of its own. */
  private let(way: readonly EventTarget<T>[], names: Names): void {
    for (const thing of new Set(way.map((level) => level.thing))) {
      if (!this.ground.isThere(thing)) continue
      const { component: { variables, parameters }, project } = this.ground.compiledOf(thing)
      const own = [...variables, ...parameters, ...project.variables]
      this.interpreter.name(thing, Object.fromEntries(Object.entries(names).filter(([name]) => !own.some((each) => each.name === name))))
    }
  }
}

/** Whether two targets of events are the same part of the same thing. */
export const isSameLevel = <T>(a: EventTarget<T>, b: EventTarget<T>): boolean => a.thing === b.thing && a.part === b.part

/** Whether a target is one of several. */
export const isAmong = <T>(level: EventTarget<T>, levels: readonly EventTarget<T>[]): boolean => levels.some((other) => isSameLevel(level, other))

/** The levels of a way that are also on another. */
const common = <T>(way: readonly EventTarget<T>[], other: readonly EventTarget<T>[]): readonly EventTarget<T>[] => way.filter((level) => isAmong(level, other))

/** Whether a tap is kept back until no second one can come, where these rules are met on its way. */
export const keepsTapBack = (rules: readonly Rule[]): boolean => rules.some(({ trigger }) => trigger.on === 'double tap' && trigger.tapWaits)

const wayOf = <T>(placed: Placed<T> | null | undefined): readonly EventTarget<T>[] => placed?.way ?? []

const MODIFIERS = ['shift', 'control', 'alt', 'meta'] as const

/** Keys that a field has for itself besides those that write. */
const EDITING: readonly string[] = ['Backspace', 'Delete', 'ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'Home', 'End', 'PageUp', 'PageDown']

/** Keys that do nothing of themselves. */
const MODIFIER_KEYS: readonly string[] = ['Shift', 'Control', 'Alt', 'Meta']

/** Whether a key comes alone and for the first time. */
const isPlain = ({ modifiers, repeat }: KeyInput): boolean => repeat !== true && MODIFIERS.every((name) => modifiers[name] !== true)

/** Whether a trigger is this key with just these modifiers, or any key. */
export function isOnKey(trigger: Trigger, { key, modifiers }: KeyInput): trigger is KeyTrigger {
  if (trigger.on !== 'key' && trigger.on !== 'key up') return false
  if (trigger.key === null) return modifiers.control !== true && modifiers.meta !== true
  return trigger.key === key && MODIFIERS.every((name) => (trigger.modifiers[name] ?? false) === (modifiers[name] ?? false))
}
