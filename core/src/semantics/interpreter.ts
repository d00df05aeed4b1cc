import { asLiteral, decidedBy, decidedState, holdsIn, isTable, leadsFrom, type Id, type Literal, type Rule, type Trigger, type TriggerKind, type Worth } from '../document'
import { axisAt, cameFrom, queuedRule, stateKept, type Compiled, type TimerRule } from '../machine'
import { groupsOf } from './action-groups'
import { act } from './actions'
import { changesIn } from './changes'
import type { Ends, Ground, EventTarget, Names } from './ground'
import { endlessWith, type LoopGuard } from './loop'
import { rulesPassedBy } from './passing'
import { tableWithItem } from './records'
import { isOfInside, settleWithInside, waitsForInside } from './settling'
import { Step, type Move } from './step'
import { beginAllTimers, beginTimers, countTimers, elapse, holdTimers, stopTimers } from './timers'

/** Which of the rules on a kind of trigger an event is meant for: those of a key, a message, a length of time. */
export type IsMeant = (trigger: Trigger) => boolean

/** A rule that fires, with the place of its axis. */
export interface Firing {
  readonly axis: number
  readonly rule: Rule
}

/** A rule that an event meets, and whether the motion on its axis lets it lead nowhere. */
interface Met extends Firing {
  readonly isRefused: boolean
}

/** That an axis goes from a state to another. */
interface Passing<T> {
  readonly thing: T
  readonly axis: number
  readonly from: Id
  readonly to: Id
}

/** A rule that answers an event on its way. */
interface Answer<T> extends Firing {
  readonly thing: T
}

/** Actions of a rule that go on at this instant. */
interface Continuation<T> {
  readonly thing: T
  readonly rule: Rule
}

/**
 * What happens when something happens, as `docs/semantics.md` says it. One event is one step: the rules it meets are found
 * and their conditions decided, all their actions are done, then states change, then what is bound follows, and what that
 * tells are further steps at the same instant. It keeps nothing but what belongs to the instant; all else is its ground's,
 * of which there are two: that of a run and that of an exploration.
 */
export class Interpreter<T> {
  private step: Step<T> | null = null
  private waiting: (() => void)[] = []
  private continuing: readonly Continuation<T>[] = []
  private isTelling = false

  constructor(private readonly ground: Ground<T>, private readonly loop: LoopGuard<T> = { fired: [], isStopped: false }) {}

  /** Lets something happen as a step, with what it tells after it, or as part of the step that goes on. */
  asStep<Result>(what: (step: Step<T>) => Result): Result {
    if (this.step) return what(this.step)
    const step = new Step<T>()
    this.step = step
    const result = what(step)
    this.takeEffect(step)
    this.step = null
    this.waiting.push(...step.told)
    this.tellWaiting()
    return result
  }

  /** States change, what is bound follows, and last come surfaces; each of that can bring about more of the others. */
  private takeEffect(step: Step<T>): void {
    for (;;) {
      const move = step.takeMove()
      if (move) {
        this.enter(step, move)
        continue
      }
      const fresh = step.takeFresh()
      for (const [thing, names] of fresh) this.decide(thing, [...names])
      if (fresh.size > 0) continue
      const next = step.takeFollower() ?? step.shows.shift()
      if (!next) break
      next()
    }
    this.postpone(step)
    const changes = [...step.before].flatMap(([thing, before]) => changesIn(this, this.ground, thing, before))
    step.told.unshift(...changes)
  }

  /** Sends an event outward along its way until something has consumed it, and says whether it was. */
  dispatch(trigger: TriggerKind, way: readonly EventTarget<T>[], isMeant?: IsMeant): boolean {
    return this.asStep(() => {
      const [from] = way
      if (from) this.ground.note({ what: 'sent', from, trigger })
      const answers = this.answersTo(trigger, way, isMeant)
      for (const { thing, ...firing } of answers) this.fire(thing, firing)
      return answers.some(({ rule }) => !rule.letThrough)
    })
  }

  /**
   * The rules an event meets on its way outward, one an axis. Each axis is for itself: what one of them answers does not
   * keep the event from another one of the same thing, but the event goes no further out.
   */
  private answersTo(trigger: TriggerKind, way: readonly EventTarget<T>[], isMeant?: IsMeant): readonly Answer<T>[] {
    const answers: Answer<T>[] = []
    for (const [index, { thing, part }] of way.entries()) {
      if (this.ground.isThere(thing)) {
        const met = this.met(thing, trigger, part, isMeant).filter(({ axis }) => !answers.some((each) => each.thing === thing && each.axis === axis))
        this.ground.note({ what: 'offered', thing, part, trigger, isAnswered: met.length > 0 })
        answers.push(...met.filter(({ isRefused }) => !isRefused).map(({ axis, rule }) => ({ thing, axis, rule })))
      }
      const isLeft = way[index + 1]?.thing !== thing
      if (isLeft && answers.some(({ rule }) => !rule.letThrough)) break
    }
    return answers
  }

  /** Sends an event to a thing as a whole. */
  offer(thing: T, trigger: TriggerKind, isMeant?: IsMeant): boolean {
    return this.dispatch(trigger, [{ thing, part: null }], isMeant)
  }

  /** Sends an event to a thing as a whole once what is going on has been done. */
  offerLater(thing: T, trigger: TriggerKind): void {
    this.tellLater(() => this.offer(thing, trigger))
  }

  private tellLater(telling: () => void): void {
    (this.step?.told ?? this.waiting).push(telling)
  }

  /** What is told is told one after another until nothing is left; then time goes on. */
  tellWaiting(): void {
    if (this.isTelling || this.step) return
    this.isTelling = true
    for (let next = this.waiting.shift(); next && !this.loop.isStopped; next = this.waiting.shift()) next()
    this.waiting = []
    this.isTelling = false
  }

  /** Fires a rule, unless the motion on its axis refuses it; one that goes nowhere never waits. */
  fire(thing: T, firing: Firing): void {
    const { axis, rule } = firing
    if (!this.ground.isThere(thing) || this.loop.isStopped || this.isRefused(thing, firing) || this.isEndless(thing, rule)) return
    if (this.isMoving(thing, firing) && this.ground.inTheWay(thing, axis) === 'finish first') return this.queue(thing, axis, rule)
    const to = this.targetOf(thing, firing)
    this.asStep((step) => {
      this.ground.note({ what: 'fired', thing, axis, rule })
      this.perform(step, thing, rule, 0)
      if (to !== null) step.move({ thing, axis, to, rule })
    })
  }

  private isRefused(thing: T, firing: Firing): boolean {
    return this.ground.inTheWay(thing, firing.axis) === 'ignore' && this.isMoving(thing, firing)
  }

  /** Puts an axis of a thing into a state; one it is in is left alone. */
  put(thing: T, axisId: Id, state: Id): void {
    if (!this.ground.isThere(thing)) return
    const { axes } = this.ground.compiledOf(thing).component
    const axis = axes.findIndex(({ id }) => id === axisId)
    if (!axes[axis]?.states.some(({ id }) => id === state) || this.stateOf(thing, axis) === state) return
    const tied = this.ground.tied(thing, axis, state)
    if (tied) this.assign(thing, tied.variable, tied.value)
    else this.asStep((step) => step.move({ thing, axis, to: state, rule: null }))
  }

  /** A thing has begun: the timers of its states count, what it holds begins inside it, and then it is told that it is shown. */
  appear(thing: T): void {
    beginAllTimers(this.ground, thing)
    this.ground.fill(thing)
    if (this.ground.compiledOf(thing).rulesOn.has('shown')) this.offerLater(thing, 'shown')
  }

  /** A thing is about to go, and does nothing more of itself. */
  retire(thing: T): void {
    stopTimers(this.ground, thing)
    for (const rule of this.ground.compiledOf(thing).awaiting) this.forget(thing, rule)
  }

  /** The axes of a thing that the step which goes on has moved. */
  movedAxes(thing: T): readonly number[] {
    return this.step?.moved.flatMap((move) => (move.thing === thing ? [move.axis] : [])) ?? []
  }

  /** Gives a variable a value, or a table its records, for everyone it means something to; or a column of the record of an item. */
  assign(thing: T, name: string, value: Worth | undefined): void {
    const changed = isTable(value) ? null : tableWithItem(this.ground, thing, name, value)
    this.asStep(() => {
      for (const [shared, worth] of Object.entries(changed ?? { [name]: value })) this.write(this.ground.give(thing, shared, worth), { [shared]: worth })
      if (changed) this.name(thing, { [name]: value })
    })
  }

  /** Lets names of a thing stand for something else, at once. */
  name(thing: T, names: Names): void {
    if (this.ground.isThere(thing)) this.write([thing], names)
  }

  /** What names decide follows once states have changed; whoever waits for changes is told when all has taken effect. */
  private write(things: readonly T[], names: Names): void {
    this.asStep((step) => {
      const had = new Map(things.map((thing) => [thing, new Map(Object.keys(names).map((name) => [name, this.ground.named(thing, name)]))]))
      for (const thing of things) step.touch(thing, () => this.ground.following(thing))
      for (const [thing, news] of this.ground.write(things, names)) for (const name of news) step.rename(thing, name, had.get(thing)?.get(name))
    })
  }

  /** Clocks stand still or go on as their conditions have it, and axes go to the states that names decide. */
  private decide(thing: T, news: readonly string[]): void {
    if (!this.ground.isThere(thing)) return
    holdTimers(this.ground, thing, news)
    for (const [index, axis] of this.ground.compiledOf(thing).component.axes.entries()) {
      const name = decidedBy(axis)
      if (name === null || !news.includes(name)) continue
      const value = this.ground.named(thing, name)
      // Where nobody knows the value, the axis can come to any state, or stay.
      const to = value === undefined ? axis.states.find(() => this.ground.guessState()) : decidedState(axis, { [name]: value })
      if (to && to.id !== this.stateOf(thing, index)) this.step?.move({ thing, axis: index, to: to.id, rule: null })
    }
  }

  /** Delivers a message with what it carries. */
  deliver(thing: T, message: string, payload: Literal | undefined): void {
    if (!this.ground.isThere(thing)) return
    this.asStep(() => {
      this.name(thing, { payload })
      for (const each of this.firing(thing, 'message', null, (trigger) => trigger.on === 'message' && trigger.name === message)) this.fire(thing, each)
    })
  }

  /** The motion of an axis has come to its end; a rule that waited for that fires after whatever answers it. */
  settle(thing: T, axis: number): void {
    this.asStep(() => {
      this.ground.rest(thing, axis)
      countTimers(this.ground, thing, axis)
      this.ground.note({ what: 'settled', thing, axis })
      const queued = this.queued(thing, axis)
      if (queued) {
        const payload = queued.trigger.on === 'message' ? { payload: this.ground.payloadKept(thing, axis) } : {}
        this.queue(thing, axis, null)
        this.tellLater(() => this.goOnWith(thing, { axis, rule: queued }, payload))
      }
      for (const each of this.firing(thing, 'settled', null, (trigger) => !isOfInside(trigger))) if (each.axis === axis) this.fire(thing, each)
    })
    for (let around: T | null = thing; around !== null; around = this.ground.isThere(around) ? this.ground.holder(around) : null) {
      const at = around
      if (waitsForInside(this.ground, at)) this.tellLater(() => settleWithInside(this, this.ground, at))
    }
  }

  /** A rule that waited goes on, with what it was told. */
  private goOnWith(thing: T, firing: Firing, names: Names): void {
    if (!this.ground.isThere(thing) || !this.canFire(thing, firing)) return
    this.asStep(() => {
      this.name(thing, names)
      this.fire(thing, firing)
    })
  }

  /** The time of a rule that waits for time is up; where the motion on its axis refuses it, it waits for the end of that. */
  timeIsUp(thing: T, timer: TimerRule): void {
    this.asStep(() => {
      elapse(this.ground, thing, timer)
      if (!this.canFire(thing, timer)) return
      if (this.isRefused(thing, timer)) this.queue(thing, timer.axis, timer.rule)
      else this.fire(thing, timer)
    })
  }

  /** Goes on with actions of a rule that have waited long enough. */
  goOn(thing: T, rule: Rule, group: number): void {
    if (this.ground.isThere(thing)) this.asStep((step) => this.perform(step, thing, rule, group))
  }

  /** Does the actions of a rule from a group on, one group after another; those after one that takes its time and is waited for go on when it has ended. */
  private perform(step: Step<T>, thing: T, rule: Rule, from: number): void {
    const groups = groupsOf(rule)
    for (const [index, group] of groups.entries()) {
      if (index < from) continue
      const ends = group.flatMap((action) => {
        const end = act(this, this.ground, step, thing, action)
        return action.awaited && end ? [end] : []
      })
      if (ends.length === 0 || index + 1 >= groups.length) continue
      step.begun.push({ thing, rule, group: index + 1, ends })
      return
    }
  }

  /** What waits for something that has ended already goes on as a step of its own; everything else waits. */
  private postpone({ begun, told }: Step<T>): void {
    const now = this.ground.nowMs()
    for (const { thing, rule, group, ends } of begun) {
      if (!this.ground.isThere(thing)) continue
      const [least, most] = ends.map((each) => each()).reduce<Ends>(([low, high], [leastMs, mostMs]) => [Math.max(low, leastMs), Math.max(high, mostMs)], [now, now])
      if (most > now) {
        this.ground.postpone(thing, rule, group, [least, most])
        continue
      }
      const continuation: Continuation<T> = { thing, rule }
      this.continuing = [...this.continuing, continuation]
      told.push(() => {
        const isToGoOn = this.continuing.includes(continuation)
        this.continuing = this.continuing.filter((each) => each !== continuation)
        if (isToGoOn) this.goOn(thing, rule, group)
      })
    }
  }

  /** What is left of the actions of a rule is not done. */
  private forget(thing: T, rule: Rule): void {
    this.continuing = this.continuing.filter((each) => each.thing !== thing || each.rule !== rule)
    this.ground.forget(thing, rule)
  }

  /** The rules that fire for an event. `part` null is the thing itself. */
  firing(thing: T, trigger: TriggerKind, part: Id | null, isMeant?: IsMeant): readonly Firing[] {
    return this.met(thing, trigger, part, isMeant).filter(({ isRefused }) => !isRefused)
  }

  /** The rules that an event meets: for each axis the first in order that can fire and that no motion refuses, or else the first that one does. */
  private met(thing: T, trigger: TriggerKind, part: Id | null, isMeant?: IsMeant): readonly Met[] {
    const compiled = this.ground.compiledOf(thing)
    const candidates = rulesAt(compiled, part, trigger).filter((rule) => !isMeant || isMeant(rule.trigger))
    if (candidates.length === 0) return NONE
    return compiled.component.axes.flatMap(({ id }, axis): readonly Met[] => {
      let refused: Met | null = null
      for (const rule of candidates) {
        const firing = { axis, rule }
        if (rule.axis !== id || !this.canFire(thing, firing)) continue
        if (!this.isRefused(thing, firing)) return [{ ...firing, isRefused: false }]
        refused ??= { ...firing, isRefused: true }
      }
      return refused ? [refused] : NONE
    })
  }

  /** Whether a rule could fire now: its axis is in one of its states and its guard is true. */
  canFire(thing: T, { axis, rule }: Firing): boolean {
    if (rule.target.go === 'ignored' || !this.holds(thing, { axis, rule }, this.stateOf(thing, axis))) return false
    return rule.guard === null || this.ground.isTrue(thing, rule.guard)
  }

  /** The state a rule leads to from where its axis is now, as chance has it where there are several; null when it stays. */
  private targetOf(thing: T, firing: Firing): Id | null {
    const { target } = firing.rule
    const possible = this.targetsOf(thing, firing)
    return possible[target.go === 'one of' ? this.ground.choose(target.of.map(({ weight }) => weight)) : 0] ?? null
  }

  private targetsOf(thing: T, { axis, rule }: Firing): readonly Id[] {
    const compiled = this.ground.compiledOf(thing)
    if (rule.target.go !== 'back') return leadsFrom(axisAt(compiled, axis), rule, this.stateOf(thing, axis))
    const from = cameFrom(compiled, axis, this.ground.kept(thing))
    return from === null ? [] : [from]
  }

  /** Whether a rule would let its axis go somewhere. */
  private isMoving(thing: T, firing: Firing): boolean {
    return this.targetsOf(thing, firing).length > 0
  }

  /** An axis goes to a state: what waited there to go elsewhere is forgotten with the actions that belonged to the stay, and the timers of the state begin. */
  private enter(step: Step<T>, { thing, axis, to, rule }: Move<T>): void {
    if (!this.ground.isThere(thing)) return
    step.touch(thing, () => this.ground.following(thing))
    step.moved.push({ thing, axis })
    const { awaiting, component } = this.ground.compiledOf(thing)
    for (const each of awaiting) if (each.axis === component.axes[axis]?.id && each.alsoAfterLeaving !== true) this.forget(thing, each)
    if (rule && this.ground.inTheWay(thing, axis) === 'skip to end') this.ground.skipToEnd(thing, axis)
    const from = this.stateOf(thing, axis)
    this.passBy(step, { thing, axis, from, to }, 'left')
    this.ground.change(thing, axis, to, rule)
    this.queue(thing, axis, null)
    this.passBy(step, { thing, axis, from, to }, 'entered')
    beginTimers(this.ground, thing, axis, from)
  }

  /**
   * What is to be done on leaving states and groups of an axis, from the inside out, or on entering them, from the outside
   * in, is part of the step that does so; where it leads on is a step of its own.
   */
  private passBy(step: Step<T>, { thing, axis, from, to }: Passing<T>, trigger: 'left' | 'entered'): void {
    const { component, rulesOn } = this.ground.compiledOf(thing)
    const own = rulesOn.get(trigger)?.filter((each) => each.axis === component.axes[axis]?.id) ?? []
    if (own.length === 0) return
    for (const passed of rulesPassedBy(own, axisAt({ component }, axis), trigger, from, to)) {
      const rule = passed.find((each) => this.canFire(thing, { axis, rule: each }))
      if (!rule || this.loop.isStopped || this.isEndless(thing, rule)) continue
      this.ground.note({ what: 'fired', thing, axis, rule })
      this.perform(step, thing, rule, 0)
      if (trigger === 'entered' && this.isMoving(thing, { axis, rule })) step.told.push(() => this.goOnFrom(thing, { axis, rule }))
    }
  }

  /** Goes where a rule leads whose actions are done, if its axis is still where it was to begin from. */
  private goOnFrom(thing: T, firing: Firing): void {
    if (!this.ground.isThere(thing) || !this.holds(thing, firing, this.stateOf(thing, firing.axis))) return
    const to = this.targetOf(thing, firing)
    if (to !== null) this.asStep((step) => step.move({ thing, axis: firing.axis, to, rule: firing.rule }))
  }

  private holds(thing: T, { axis, rule }: Firing, state: Id): boolean {
    return holdsIn(rule, state, axisAt(this.ground.compiledOf(thing), axis))
  }

  private stateOf(thing: T, axis: number): Id {
    return stateKept(this.ground.compiledOf(thing), axis, this.ground.kept(thing))
  }

  /** The rule of an axis that waits for its motion to end. */
  private queued(thing: T, axis: number): Rule | null {
    return queuedRule(this.ground.compiledOf(thing), axis, this.ground.kept(thing))
  }

  private queue(thing: T, axis: number, rule: Rule | null): void {
    const { slots, component } = this.ground.compiledOf(thing)
    const slot = slots.axes[axis]?.queued ?? -1
    if (slot < 0) return
    this.ground.keepNumber(thing, slot, rule === null ? 0 : component.rules.indexOf(rule) + 1)
    this.ground.keepPayload(thing, axis, rule?.trigger.on === 'message' ? asLiteral(this.ground.named(thing, 'payload')) : undefined)
  }

  private isEndless(thing: T, rule: Rule): boolean {
    const rules = endlessWith(this.loop, thing, rule)
    if (rules) this.ground.note({ what: 'stopped', thing, rules })
    return rules !== null
  }
}

/** The rules on a kind of trigger at a part, or at the thing itself where `part` is null, whether or not they could fire. */
export const rulesAt = ({ rulesOn }: Pick<Compiled, 'rulesOn'>, part: Id | null, trigger: TriggerKind): readonly Rule[] =>
  rulesOn.get(trigger)?.filter((rule) => rule.part === part) ?? []

const NONE: readonly Met[] = []
