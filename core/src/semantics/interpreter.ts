import { holdsIn, leadsFrom, RheoError, sameValue, type Action, type Id, type Literal, type Rule, type Trigger, type TriggerKind } from '../document'
import { cameFrom, decidedBy, decidedState, queuedRule, stateKept, type Compiled, type Content, type TimerRule } from '../machine'
import { groupsOf } from './action-groups'
import type { Ends, Ground, Level, Names } from './ground'
import { beginAllTimers, beginTimers, countTimers, elapse, holdTimers, stopTimers } from './timers'

/** So many rules may fire at one instant; more are taken to go on without end. */
export const IMMEDIATE_LIMIT = 1000

/** Which of the rules on a kind of trigger an event is meant for: those of a key, a message, a length of time. */
export type IsMeant = (trigger: Trigger) => boolean

/** A rule that fires, with the place of its axis. */
export interface Firing {
  readonly axis: number
  readonly rule: Rule
}

/** What stands or is to stand inside a thing, by the last steps of their paths. */
export type Contents = ReadonlyMap<string, Content>

/** What an arrangement changed. */
export interface Arranged {
  readonly gone: readonly Content[]
  readonly come: readonly Content[]
}

/** What has fired at an instant, and whether that would go on without end. */
export interface Loop<T> {
  fired: { readonly thing: T; readonly rule: Rule }[]
  isStopped: boolean
}

/**
 * What happens when something happens, as `docs/semantics.md` says it: rules fire, actions run, states change, messages
 * and changes are told. It keeps nothing but what belongs to the instant; all else is its ground's, of which there are two:
 * that of a run and that of an exploration.
 */
export class Interpreter<T> {
  private waiting: (() => void)[] = []
  private isTelling = false

  constructor(private readonly ground: Ground<T>, private readonly loop: Loop<T> = { fired: [], isStopped: false }) {}

  /** Sends an event outward along its way until a rule consumes it, and says whether one did; each axis answers once at most. */
  dispatch(trigger: TriggerKind, way: readonly Level<T>[], isMeant?: IsMeant): boolean {
    const answered: { readonly thing: T; readonly axis: number }[] = []
    const [from] = way
    if (from) this.ground.note({ what: 'sent', from, trigger })
    for (const { thing, part } of way) {
      if (!this.ground.isThere(thing)) continue
      const firing = this.firing(thing, trigger, part, isMeant).filter(({ axis }) => !answered.some((each) => each.thing === thing && each.axis === axis))
      this.ground.note({ what: 'offered', thing, part, trigger, isAnswered: firing.length > 0 })
      for (const each of firing) {
        answered.push({ thing, axis: each.axis })
        this.fire(thing, each)
      }
      if (firing.some(({ rule }) => !rule.letThrough)) return true
    }
    return false
  }

  /** Sends an event to a thing as a whole. */
  offer(thing: T, trigger: TriggerKind, isMeant?: IsMeant): boolean {
    return this.dispatch(trigger, [{ thing, part: null }], isMeant)
  }

  /** Sends an event to a thing as a whole once what is going on has been done. */
  offerLater(thing: T, trigger: TriggerKind): void {
    this.waiting.push(() => this.offer(thing, trigger))
  }

  /** Messages and changes are told one after another until nothing is left; then time goes on. */
  tellWaiting(): void {
    if (this.isTelling) return
    this.isTelling = true
    for (let next = this.waiting.shift(); next && !this.loop.isStopped; next = this.waiting.shift()) next()
    this.waiting = []
    this.isTelling = false
  }

  fire(thing: T, { axis, rule }: Firing): void {
    if (!this.ground.isThere(thing) || this.loop.isStopped || this.isEndless(thing, rule)) return
    const policy = this.ground.inTheWay(thing, axis)
    if (policy === 'ignore') return
    if (policy === 'finish first') return this.queue(thing, axis, rule)
    if (policy === 'skip to end') this.ground.skipToEnd(thing, axis)
    this.ground.note({ what: 'fired', thing, axis, rule })
    this.perform(thing, rule, 0)
    const to = this.ground.isThere(thing) ? this.targetOf(thing, { axis, rule }) : null
    if (to !== null) this.enter(thing, axis, to, rule)
  }

  /** Puts an axis of a thing into a state; one it is in is left alone. */
  put(thing: T, axisId: Id, state: Id): void {
    if (!this.ground.isThere(thing)) return
    const { axes } = this.ground.compiledOf(thing).component
    const axis = axes.findIndex(({ id }) => id === axisId)
    if (!axes[axis]?.states.some(({ id }) => id === state) || this.stateOf(thing, axis) === state) return
    this.enter(thing, axis, state, null)
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
  }

  /**
   * Carries to what stands inside a thing how that wants it now: what is not to be there any more goes, what is new comes,
   * and what stays is given its names and driven to the states that are other than before. Says what came and went.
   *
   * @param had what stood there, by the last steps of their paths; null for a thing that is only coming itself
   */
  arrange(thing: T, had: Contents | null, has: Contents): Arranged {
    const stays = (content: Content) => isSameContent(had?.get(content.step), content) && isSameContent(has.get(content.step), content)
    const gone = [...(had?.values() ?? [])].filter((content) => !stays(content))
    const come = [...has.values()].filter((content) => !stays(content))
    for (const content of gone) this.dismiss(thing, content, gone)
    for (const content of has.values()) {
      const before = stays(content) ? had?.get(content.step) : undefined
      const inner = before ? this.ground.inside(thing, content.step) : null
      if (before && inner !== null) this.hold(inner, before, content)
      else this.bring(thing, content, had !== null)
    }
    return { gone, come }
  }

  /** Gives what stays inside a thing what it is to be given now. */
  private hold(inner: T, before: Content, { parameters, states }: Content): void {
    if (!sameValue(before.parameters, parameters)) this.name(inner, parameters)
    for (const [axis, state] of Object.entries(states)) if (before.states[axis] !== state) this.put(inner, axis, state)
  }

  /** Lets something begin inside a thing; what was on its way out turns back as it is, with what it is given now. */
  private bring(thing: T, content: Content, isLate: boolean): void {
    const inner = this.ground.inside(thing, content.step)
    if (inner === null) return this.appear(this.ground.begin(thing, content, isLate))
    if (this.ground.isLeaving(inner)) {
      this.ground.keep(thing, content)
      beginAllTimers(this.ground, inner)
    }
    this.name(inner, content.parameters)
  }

  /** Lets something inside a thing go. It is told, and still hears what is said as long as its way out takes. */
  private dismiss(thing: T, content: Content, together: readonly Content[]): void {
    const inner = this.ground.inside(thing, content.step)
    if (inner === null || this.ground.isLeaving(inner)) return
    if (this.ground.compiledOf(inner).rulesOn.has('hidden')) this.offerLater(inner, 'hidden')
    this.retire(inner)
    this.ground.dismiss(thing, content, together)
  }

  /** Gives a variable a value, for everyone it means something to. */
  assign(thing: T, variable: string, value: Literal | undefined): void {
    this.write(this.ground.give(thing, variable, value), { [variable]: value })
  }

  /** Lets names of a thing stand for something else, at once. */
  name(thing: T, names: Names): void {
    if (this.ground.isThere(thing)) this.write([thing], names)
  }

  /** What names decide follows them at once: clocks stand still or go on, axes go to their states; whoever waits for changes is told once what is going on has been done. */
  private write(things: readonly T[], names: Names): void {
    const follow = this.ground.following(things)
    for (const [thing, news] of this.ground.write(things, names)) {
      if (!this.ground.isThere(thing)) continue
      holdTimers(this.ground, thing, news)
      this.decide(thing, news)
      follow(thing)
      this.tellLater(thing, news)
    }
  }

  private decide(thing: T, news: readonly string[]): void {
    for (const [index, axis] of this.ground.compiledOf(thing).component.axes.entries()) {
      const name = decidedBy(axis)
      const value = name !== null && news.includes(name) ? this.ground.named(thing, name) : undefined
      const to = name !== null && value !== undefined ? decidedState(axis, { [name]: value }) : null
      if (to && to.id !== this.stateOf(thing, index)) this.go(thing, index, to.id, null)
    }
  }

  /** Delivers a message with what it carries. */
  deliver(thing: T, message: string, payload: Literal | undefined): void {
    if (!this.ground.isThere(thing)) return
    this.name(thing, { payload })
    for (const each of this.firing(thing, 'message', null, (trigger) => trigger.on === 'message' && trigger.name === message)) this.fire(thing, each)
  }

  /** The motion of an axis has come to its end. */
  settle(thing: T, axis: number): void {
    this.ground.rest(thing, axis)
    countTimers(this.ground, thing, axis)
    this.ground.note({ what: 'settled', thing, axis })
    const queued = this.queued(thing, axis)
    this.queue(thing, axis, null)
    for (const each of this.firing(thing, 'settled', null)) if (each.axis === axis) this.fire(thing, each)
    if (queued && this.ground.isThere(thing) && this.canFire(thing, { axis, rule: queued })) this.fire(thing, { axis, rule: queued })
  }

  /** The time of a rule that waits for time is up. */
  timeIsUp(thing: T, timer: TimerRule): void {
    elapse(this.ground, thing, timer)
    if (this.canFire(thing, timer)) this.fire(thing, timer)
  }

  /** Does the actions of a rule from a group on, one group after another; those after one that is waited for go on when it has ended. */
  perform(thing: T, rule: Rule, from: number): void {
    const groups = groupsOf(rule)
    const now = this.ground.nowMs()
    for (const [index, group] of groups.entries()) {
      if (index < from) continue
      const ends = group.reduce<Ends>(([least, most], action) => {
        const [leastMs, mostMs] = this.act(thing, action)
        return action.awaited ? [Math.max(least, leastMs), Math.max(most, mostMs)] : [least, most]
      }, [now, now])
      if (ends[1] <= now || index + 1 >= groups.length) continue
      return this.ground.postpone(thing, rule, index + 1, ends)
    }
  }

  /** The rules that fire for an event: for each axis the first in order that can. `part` null is the thing itself. */
  firing(thing: T, trigger: TriggerKind, part: Id | null, isMeant?: IsMeant): readonly Firing[] {
    const compiled = this.ground.compiledOf(thing)
    const candidates = rulesAt(compiled, part, trigger).filter((rule) => !isMeant || isMeant(rule.trigger))
    if (candidates.length === 0) return NONE
    return compiled.component.axes.flatMap(({ id }, axis): readonly Firing[] => {
      const rule = candidates.find((each) => each.axis === id && this.canFire(thing, { axis, rule: each }))
      return rule ? [{ axis, rule }] : NONE
    })
  }

  /** Whether a rule could fire now: its axis is in one of its states and its guard is true. */
  canFire(thing: T, { axis, rule }: Firing): boolean {
    if (rule.target.go === 'ignored' || !holdsIn(rule, this.stateOf(thing, axis))) return false
    return rule.guard === null || this.ground.isTrue(thing, rule.guard)
  }

  /** The state a rule leads to from where its axis is now; null when it stays. */
  private targetOf(thing: T, { axis, rule }: Firing): Id | null {
    if (rule.target.go === 'back') return cameFrom(this.ground.compiledOf(thing), axis, this.ground.kept(thing))
    const of = this.ground.compiledOf(thing).component.axes[axis]
    return of ? leadsFrom(of, rule, this.stateOf(thing, axis)) : null
  }

  private enter(thing: T, axis: number, to: Id, rule: Rule | null): void {
    const follow = this.ground.following([thing])
    this.go(thing, axis, to, rule)
    follow(thing)
    const tied = this.ground.tied(thing, axis)
    if (tied) this.assign(thing, tied.variable, tied.value)
  }

  /** An axis goes to a state: what waited there to go elsewhere is forgotten, and the timers of the state begin. */
  private go(thing: T, axis: number, to: Id, rule: Rule | null): void {
    this.ground.change(thing, axis, to, rule)
    this.queue(thing, axis, null)
    beginTimers(this.ground, thing, axis)
  }

  /** Does something and says when it has ended. What cannot be worked out, or is about something gone, is a finding and passed over. */
  private act(thing: T, action: Action): Ends {
    if (!this.ground.isThere(thing)) return this.atOnce()
    try {
      return this.doing(thing, action)
    } catch (error) {
      if (!(error instanceof RheoError)) throw error
      return this.atOnce()
    }
  }

  private doing(thing: T, action: Action): Ends {
    switch (action.do) {
      case 'set': {
        const value = this.ground.worth(thing, action.to)
        this.ground.note({ what: 'set', thing, name: action.variable, value })
        this.assign(thing, action.variable, value)
        return this.atOnce()
      }
      case 'send': {
        const payload = action.payload === null ? '' : this.ground.worth(thing, action.payload)
        const to = this.ground.recipients(thing, action.recipient)
        this.ground.note({ what: 'message', thing, name: action.message, to })
        for (const each of to) this.waiting.push(() => this.deliver(each, action.message, payload))
        return this.atOnce()
      }
      case 'drive': {
        const inner = this.ground.inside(thing, action.instance)
        if (inner === null) return this.atOnce()
        this.put(inner, action.axis, action.state)
        const axis = this.ground.compiledOf(inner).component.axes.findIndex(({ id }) => id === action.axis)
        return axis < 0 ? this.atOnce() : this.ground.motionEnds(inner, axis)
      }
      case 'pulse':
        return this.ground.pulse(thing, action)
      case 'go to screen':
      case 'open overlay':
      case 'close overlay':
        return this.ground.show(thing, action)
    }
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
    if (slot >= 0) this.ground.keepNumber(thing, slot, rule === null ? 0 : component.rules.indexOf(rule) + 1)
  }

  private atOnce(): Ends {
    const now = this.ground.nowMs()
    return [now, now]
  }

  private tellLater(thing: T, news: readonly string[]): void {
    if (!this.ground.isThere(thing) || !this.ground.compiledOf(thing).rulesOn.has('changes')) return
    const values = new Map(news.map((name) => [name, this.ground.named(thing, name)]))
    this.waiting.push(() => this.tellChanges(thing, values))
  }

  /** Tells a thing which names have come to stand for something else, and for what; undefined where nobody knows. */
  private tellChanges(thing: T, values: ReadonlyMap<string, Literal | undefined>): void {
    if (!this.ground.isThere(thing)) return
    const isMeant: IsMeant = (trigger) => {
      if (trigger.on !== 'changes' || !values.has(trigger.name)) return false
      const value = values.get(trigger.name)
      return trigger.to === null || value === undefined || trigger.to === value
    }
    for (const each of this.firing(thing, 'changes', null, isMeant)) {
      const { trigger } = each.rule
      const isKnown = trigger.on === 'changes' && values.get(trigger.name) !== undefined
      if (isKnown || this.ground.guess()) this.fire(thing, each)
    }
  }

  private isEndless(thing: T, rule: Rule): boolean {
    const { loop } = this
    loop.fired.push({ thing, rule })
    if (loop.fired.length <= IMMEDIATE_LIMIT) return false
    loop.isStopped = true
    // What led there fired first; what fired last goes round.
    this.ground.note({ what: 'stopped', thing, rules: [...new Set(loop.fired.slice(-IMMEDIATE_LIMIT / 2).map((each) => each.rule))] })
    return true
  }
}

/** The rules on a kind of trigger at a part, or at the thing itself where `part` is null, whether or not they could fire. */
export const rulesAt = ({ rulesOn }: Pick<Compiled, 'rulesOn'>, part: Id | null, trigger: TriggerKind): readonly Rule[] =>
  rulesOn.get(trigger)?.filter((rule) => rule.part === part) ?? []

/** Whether something is still the same instance, whatever it is given. */
export const isSameContent = (a: Content | undefined, b: Content): boolean => a !== undefined && a.step === b.step && a.compiled.component.id === b.compiled.component.id

const NONE: readonly Firing[] = []
