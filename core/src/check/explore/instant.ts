import { holdsIn, orElse, type Action, type Id, type Literal, type Rule, type Trigger, type TriggerKind } from '../../document'
import { evaluate, namesOr } from '../../expression'
import { holdsTrue, UNSURE, type Sure } from './sureness'
import { NOTHING_HELD, type Held, type Manner } from './manner'
import { isShared, type NetAxis, type NetName, type Network } from './network'
import { keptWait, stageOfWait, TIMER, type Configuration, type Deadline, type Mark, type Occasion, type Outcome } from './occasion'
import type { Answering, Level, Spot } from './spots'
import type { Thing } from './things'
import { hands } from './hands'

/** So many rules at one instant are taken to go on for ever. */
const MOST_AT_ONCE = 300

type IsMeant = (trigger: Trigger) => boolean

/**
 * What happens at one instant, from a configuration to the next: rules fire, actions run, states change, messages and
 * changes are told, in the order `docs/semantics.md` gives. Where a condition depends on what nobody knows, `choices`
 * says what it comes to; those it does not cover count as not so.
 */
export class Instant {
  readonly configuration: Configuration
  readonly marks: Mark[] = []
  /** How many conditions nobody knows were asked. */
  asked = 0
  isStopped = false
  private readonly started = new Set<number>()
  private readonly waiting: (() => void)[] = []
  private readonly fired: { readonly thing: Thing; readonly rule: Rule }[] = []
  private isTelling = false

  constructor(readonly network: Network, private readonly manner: Manner, before: Configuration, private readonly choices: readonly boolean[], private readonly ending: readonly Deadline[] = []) {
    this.configuration = before.slice()
  }

  happen(occasion: Occasion): Outcome {
    this.begin(occasion)
    this.tellWaiting()
    hands.lookAgain(this)
    this.tellWaiting()
    return { configuration: this.configuration, started: [...this.started], marks: this.marks }
  }

  private begin(occasion: Occasion): void {
    switch (occasion.what) {
      case 'begin':
        for (const thing of this.network.things) if (this.isThere(thing) && thing.compiled.rulesOn.has('shown')) this.waiting.push(() => this.offer(thing, 'shown'))
        return
      case 'settle':
        return this.settle(occasion.axis)
      case 'timer':
        return this.timer(occasion.timer.index)
      case 'wait': {
        const { wait } = occasion
        const stage = stageOfWait(this.configuration[wait.at]!)
        this.configuration[wait.at] = 0
        if (this.isThere(wait.thing)) this.perform(wait.thing, wait.rule, stage)
        return
      }
      case 'message':
        return this.deliver(occasion.thing, occasion.name, undefined)
      case 'name':
        return this.setName(occasion.name, occasion.value)
      case 'put':
        return this.put(occasion.axis, occasion.state)
      default:
        hands.act(this, occasion)
    }
  }

  isThere(thing: Thing): boolean {
    const at = this.network.presentAt.get(thing)
    if (at !== undefined && this.configuration[at] === 0) return false
    return thing.holder === null || !this.network.has(thing.holder) || this.isThere(thing.holder)
  }

  /** The states of a thing's axes; those of things that are not looked at are as they began. */
  statesOf(thing: Thing): readonly Id[] {
    const axes = this.network.axesOfThing(thing)
    return axes.length === 0 ? thing.states : axes.map(({ states, at }) => states[this.configuration[at]!]!)
  }

  /** What the kept names of a thing stand for; those nobody knows are left out. */
  namesOf(thing: Thing): Readonly<Record<string, Literal>> {
    const known: Record<string, Literal> = {}
    for (const [name, kept] of this.network.namesOfThing(thing)) {
      const value = kept.domain.valueOf(this.configuration[kept.at]!)
      if (value !== undefined) known[name] = value
    }
    return known
  }

  /** Sends an event outward along its way until a rule consumes it, and says whether one did. */
  dispatch(trigger: TriggerKind, way: readonly Level[], isMeant?: IsMeant): boolean {
    const answered = new Set<NetAxis>()
    for (const { thing, part } of way) {
      if (!this.network.has(thing) || !this.isThere(thing)) continue
      const rules = this.thatFire(thing, trigger, part, isMeant).filter(({ axis }) => !answered.has(axis))
      if (thing.compiled.rulesOn.has(trigger)) this.marks.push({ what: 'offered', thing, part, trigger, isAnswered: rules.length > 0 })
      for (const { axis, rule } of rules) {
        answered.add(axis)
        this.fire(thing, rule, axis)
      }
      if (rules.some(({ rule }) => !rule.letThrough)) return true
    }
    return false
  }

  offer(thing: Thing, trigger: TriggerKind, isMeant?: IsMeant): boolean {
    return this.dispatch(trigger, [{ thing, part: null }], isMeant)
  }

  /** Lets a name stand for something else, for everyone it means something to. */
  setName(kept: NetName, value: number, owner?: Thing): void {
    const before = this.configuration[kept.at]!
    if (before === value && value !== 0) return
    const readers = owner ? [owner, ...kept.readers.filter((each) => each !== owner)] : kept.readers
    const held = readers.map((thing) => this.heldBy(thing))
    this.configuration[kept.at] = value
    for (const [index, thing] of readers.entries()) if (this.isThere(thing)) this.renamed(thing, kept, before, held[index]!)
  }

  /** Starts a clock anew. */
  start(clock: number): void {
    this.started.add(clock)
  }

  thatFire(thing: Thing, trigger: TriggerKind, part: Id | null, isMeant?: IsMeant): readonly { readonly axis: NetAxis; readonly rule: Rule }[] {
    const candidates = (thing.compiled.rulesOn.get(trigger) ?? []).filter((rule) => rule.part === part && (!isMeant || isMeant(rule.trigger)))
    if (candidates.length === 0) return []
    return this.network.axesOfThing(thing).flatMap((axis) => {
      const { id } = thing.compiled.component.axes[axis.own]!
      const rule = candidates.find((each) => each.axis === id && this.canFire(axis, each))
      return rule ? [{ axis, rule }] : []
    })
  }

  private canFire(axis: NetAxis, rule: Rule): boolean {
    if (rule.target.go === 'ignored' || !holdsIn(rule, axis.states[this.configuration[axis.at]!]!)) return false
    return rule.guard === null || this.decide(holdsTrue(rule.guard, this.environmentOf(axis.thing), this.unknownOf(axis.thing)))
  }

  private decide(answer: Sure): boolean {
    return answer === UNSURE ? (this.choices[this.asked++] ?? false) : answer
  }

  private environmentOf(thing: Thing): Readonly<Record<string, Literal>> {
    return this.manner.environment(this.situationOf(thing), thing, () => this.namesOf(thing))
  }

  private unknownOf(thing: Thing): (name: string) => boolean {
    return (name) => {
      const kept = this.network.nameFor(thing, name)
      return kept ? this.configuration[kept.at] === 0 : name.startsWith('pointer.') || name.startsWith('angleToPointer(')
    }
  }

  private settle(axis: NetAxis): void {
    const { thing } = axis
    this.configuration[axis.motionAt] = 0
    for (const timer of this.network.timers) {
      if (timer.axis === axis && this.configuration[timer.at] === TIMER.waitsForRest) this.startTimer(timer.index)
    }
    const state = this.configuration[axis.at]!
    this.marks.push({ what: 'settled', axis, state })
    const queued = axis.queuedAt < 0 ? 0 : this.configuration[axis.queuedAt]!
    if (queued > 0) this.configuration[axis.queuedAt] = 0
    for (const each of this.thatFire(thing, 'settled', null)) if (each.axis === axis) this.fire(thing, each.rule, axis)
    const rule = thing.compiled.component.rules[queued - 1]
    if (rule && this.canFire(axis, rule)) this.fire(thing, rule, axis)
  }

  private timer(index: number): void {
    const timer = this.network.timers[index]!
    if (timer.rule.trigger.on === 'every') this.start(this.network.timerClock(timer))
    this.configuration[timer.at] = timer.rule.trigger.on === 'every' ? TIMER.counting : TIMER.off
    if (this.canFire(timer.axis, timer.rule)) this.fire(timer.thing, timer.rule, timer.axis)
  }

  private startTimer(index: number): void {
    const timer = this.network.timers[index]!
    const { pauseWhile } = timer.rule.trigger as { pauseWhile: string | null }
    const isHeld = pauseWhile !== null && this.decide(holdsTrue(pauseWhile, this.environmentOf(timer.thing), this.unknownOf(timer.thing)))
    this.configuration[timer.at] = isHeld ? TIMER.heldAtStart : TIMER.counting
    if (!isHeld) this.start(this.network.timerClock(timer))
  }

  private fire(thing: Thing, rule: Rule, axis: NetAxis): void {
    if (this.isStopped || this.isEndless(thing, rule)) return
    const moving = axis.motionAt < 0 ? 0 : this.configuration[axis.motionAt]!
    const { policy, most } = this.network.spans[moving]!
    if (moving > 0 && most > 0 && !this.isEnding(axis)) {
      if (policy === 'ignore') return
      if (policy === 'finish first') {
        this.configuration[axis.queuedAt] = thing.compiled.component.rules.indexOf(rule) + 1
        return
      }
    }
    this.marks.push({ what: 'fired', thing, rule })
    this.perform(thing, rule, 0)
    const to = this.targetOf(axis, rule)
    if (to >= 0 && this.isThere(thing)) this.enter(axis, to, rule)
  }

  private targetOf(axis: NetAxis, { target }: Rule): number {
    const now = this.configuration[axis.at]!
    switch (target.go) {
      case 'state':
        return axis.states.indexOf(target.state)
      case 'back':
        return this.configuration[axis.fromAt]! - 1
      case 'next':
      case 'previous': {
        const [place, count] = [now + (target.go === 'next' ? 1 : -1), axis.states.length]
        return target.loops || (place >= 0 && place < count) ? (place + count) % count : -1
      }
      case 'stay':
      case 'ignored':
        return -1
    }
  }

  private put(axis: NetAxis, to: number): void {
    if (to >= 0 && this.configuration[axis.at] !== to) this.enter(axis, to, null)
  }

  private enter(axis: NetAxis, to: number, rule: Rule | null): void {
    const held = this.heldBy(axis.thing)
    this.change(axis, to, rule)
    this.arrange(axis.thing, held)
    const tied = this.manner.tied(axis, to)
    const kept = tied && this.network.nameFor(axis.thing, tied.name)
    if (kept) this.setName(kept, kept.domain.numberOf(tied.valueFor(kept.domain.valueOf(this.configuration[kept.at]!))), axis.thing)
  }

  /** Whether the motion of an axis ends at this very instant: nothing is left of it, though its end has not been told. */
  private isEnding(axis: NetAxis): boolean {
    return this.ending.some(({ clock }) => clock === axis.index)
  }

  private change(axis: NetAxis, to: number, rule: Rule | null): void {
    const from = this.configuration[axis.at]!
    const left = axis.motionAt < 0 || this.isEnding(axis) ? 0 : this.configuration[axis.motionAt]!
    const before = this.statesOf(axis.thing)
    this.configuration[axis.at] = to
    if (axis.fromAt >= 0) this.configuration[axis.fromAt] = from + 1
    if (axis.queuedAt >= 0) this.configuration[axis.queuedAt] = 0
    for (const timer of this.network.timers) {
      if (timer.axis !== axis) continue
      this.configuration[timer.at] = TIMER.off
      if (!holdsIn(timer.rule, axis.states[to]!)) continue
      if ((timer.rule.trigger as { since: string }).since === 'settling') this.configuration[timer.at] = TIMER.waitsForRest
      else this.startTimer(timer.index)
    }
    let span = 0
    if (axis.motionAt >= 0) {
      span = this.network.spanIndex(this.manner.span(axis, { states: before, from, to, rule, names: this.namesOf(axis.thing), left: this.network.spans[left]! }))
      this.configuration[axis.motionAt] = span
      this.start(axis.index)
    }
    this.marks.push({ what: 'entered', axis, from, to, rule, span, left })
  }

  private perform(thing: Thing, rule: Rule, stage: number): void {
    const groups = this.manner.groupsOf(rule)
    for (let index = stage; index < groups.length; index++) {
      const ends = groups[index]!.map((action) => ({ action, end: this.act(thing, action) })).filter(({ action }) => action.awaited)
      const [least, most] = [Math.max(0, ...ends.map(({ end }) => end[0])), Math.max(0, ...ends.map(({ end }) => end[1]))]
      if (most <= 0 || index + 1 >= groups.length) continue
      const wait = this.network.waits.find((each) => each.thing === thing && each.rule === rule)!
      this.configuration[wait.at] = keptWait(index + 1, this.network.spanIndex({ least, most, policy: 'continue' }))
      return this.start(this.network.waitClock(wait))
    }
  }

  /** Does something and says between which times from now it has ended. */
  private act(thing: Thing, action: Action): readonly [least: number, most: number] {
    switch (action.do) {
      case 'set': {
        const kept = this.network.nameFor(thing, action.variable)
        const number = kept ? kept.domain.numberOf(this.worth(thing, action.to)) : 0
        this.marks.push({ what: 'set', thing, name: action.variable, value: number })
        if (kept) this.setName(kept, number, thing)
        return AT_ONCE
      }
      case 'send': {
        const payload = action.payload === null ? '' : this.worth(thing, action.payload)
        for (const to of this.manner.recipients(thing, action.recipient)) if (this.isThere(to)) this.waiting.push(() => this.deliver(to, action.message, payload))
        return AT_ONCE
      }
      case 'drive': {
        const inner = this.network.things.find((each) => each.holder === thing && each.step === action.instance)
        const axis = inner && this.network.axisOf(inner, action.axis)
        if (!axis || !this.isThere(inner)) return AT_ONCE
        this.put(axis, axis.states.indexOf(action.state))
        return this.manner.driven(axis, this.statesOf(inner), axis.motionAt < 0 ? null : this.network.spans[this.configuration[axis.motionAt]!]!)
      }
      case 'pulse':
        return this.manner.pulsed(thing, this.statesOf(thing), action)
      case 'go to screen':
      case 'open overlay':
      case 'close overlay':
        return this.manner.ofSurface
    }
  }

  /** What an expression comes to; undefined when nobody knows. */
  private worth(thing: Thing, text: string): Literal | undefined {
    if (namesOr(text).some(this.unknownOf(thing))) return undefined
    return orElse(() => evaluate(text, this.environmentOf(thing)), undefined)
  }

  private deliver(thing: Thing, message: string, payload: Literal | undefined): void {
    const kept = this.network.nameFor(thing, 'payload')
    if (kept) this.setName(kept, kept.domain.numberOf(payload))
    if (!this.isThere(thing)) return
    for (const { axis, rule } of this.thatFire(thing, 'message', null, (trigger) => trigger.on === 'message' && trigger.name === message)) this.fire(thing, rule, axis)
  }

  /** A name means something else to a thing now: its timers stand still or go on, axes it decides go to their states, and what it holds is told. */
  private renamed(thing: Thing, kept: NetName, before: number, held: Held): void {
    for (const timer of this.network.timers) if (timer.thing === thing && this.configuration[timer.at] !== TIMER.off) this.holdOrNot(timer.index, kept.name)
    for (const axis of this.network.axesOfThing(thing)) {
      const to = this.manner.decided(axis, kept.name, kept.domain.valueOf(this.configuration[kept.at]!))
      if (to >= 0 && to !== this.configuration[axis.at]) this.change(axis, to, null)
    }
    this.arrange(thing, held)
    const after = this.configuration[kept.at]!
    if (thing.compiled.rulesOn.has('changes')) this.waiting.push(() => this.tellChange(thing, kept, before, after))
  }

  private holdOrNot(index: number, name: string): void {
    const timer = this.network.timers[index]!
    const { pauseWhile } = timer.rule.trigger as { pauseWhile: string | null }
    const status = this.configuration[timer.at]!
    if (pauseWhile === null || status === TIMER.waitsForRest || !namesOr(pauseWhile).includes(name)) return
    const isHeld = this.decide(holdsTrue(pauseWhile, this.environmentOf(timer.thing), this.unknownOf(timer.thing)))
    const wasHeld = status === TIMER.held || status === TIMER.heldAtStart
    if (isHeld === wasHeld) return
    this.configuration[timer.at] = isHeld ? TIMER.held : status === TIMER.heldAtStart ? TIMER.counting : TIMER.blurred
    if (!isHeld) this.start(this.network.timerClock(timer))
  }

  private tellChange(thing: Thing, kept: NetName, before: number, now: number): void {
    if (!this.isThere(thing)) return
    const value = kept.domain.valueOf(now)
    if (now === before && now !== 0) return
    const isMeant: IsMeant = (trigger) => trigger.on === 'changes' && trigger.name === kept.name && (trigger.to === null || value === undefined || trigger.to === value)
    for (const { axis, rule } of this.thatFire(thing, 'changes', null, isMeant)) if (value !== undefined || this.decide(UNSURE)) this.fire(thing, rule, axis)
  }

  /** Carries to what stands inside a thing how it is to be there now. */
  private arrange(thing: Thing, before: Held): void {
    const now = this.heldBy(thing)
    if (now === before) return
    for (const inner of this.manner.insideOf(thing)) {
      const content = now.get(inner.step)
      const at = this.network.presentAt.get(inner)
      if (at !== undefined && (this.configuration[at] === 1) !== (content !== undefined)) this.bringOrTake(inner, at, content !== undefined)
      if (!content) continue
      for (const [name, value] of Object.entries(content.parameters)) {
        const kept = this.network.namesOfThing(inner).get(name)
        if (kept && kept.thing === inner) this.setName(kept, kept.domain.numberOf(value))
      }
      const had = before.get(inner.step)
      for (const [axis, state] of Object.entries(content.states)) {
        const net = this.network.axisOf(inner, axis)
        if (net && had && had.states[axis] !== state) this.put(net, net.states.indexOf(state))
      }
    }
  }

  private heldBy(thing: Thing): Held {
    return this.manner.insideOf(thing).length === 0 ? NOTHING_HELD : this.manner.holding(this.situationOf(thing), thing, () => ({ states: this.statesOf(thing), names: this.namesOf(thing) }))
  }

  /** An item of a list begins anew when it comes, and is nothing while it is not there. */
  private bringOrTake(thing: Thing, at: number, isToCome: boolean): void {
    if (!isToCome) this.offer(thing, 'hidden')
    this.manner.restart(this.configuration, thing)
    this.configuration[at] = isToCome ? 1 : 0
    for (const timer of this.network.timers) if (timer.thing === thing && isToCome && this.configuration[timer.at] === TIMER.counting) this.start(this.network.timerClock(timer))
    if (isToCome && thing.compiled.rulesOn.has('shown')) this.waiting.push(() => this.offer(thing, 'shown'))
  }

  private tellWaiting(): void {
    if (this.isTelling) return
    this.isTelling = true
    while (this.waiting.length > 0 && !this.isStopped) this.waiting.shift()!()
    this.waiting.length = 0
    this.isTelling = false
  }

  private isEndless(thing: Thing, rule: Rule): boolean {
    this.fired.push({ thing, rule })
    if (this.fired.length <= MOST_AT_ONCE) return false
    this.isStopped = true
    this.marks.push({ what: 'stopped', thing, rules: [...new Set(this.fired.slice(-MOST_AT_ONCE / 2).map((each) => each.rule))] })
    return true
  }

  private answering(thing: Thing): Answering {
    return this.manner.answering(this.situationOf(thing), thing, () => ({ states: this.statesOf(thing), names: this.namesOf(thing) }))
  }

  /** The same for situations of a thing that cannot be told apart. */
  private situationOf(thing: Thing): string {
    let situation = String(thing.index)
    for (const { at } of this.network.axesOfThing(thing)) situation += ` ${this.configuration[at]}`
    for (const { at } of this.network.namesOfThing(thing).values()) situation += `,${this.configuration[at]}`
    return situation
  }

  /** Whether a spot can be pointed at now. */
  isOpen(spot: Spot): boolean {
    return this.isThere(spot.at.thing) && spot.way.every(({ thing, part }) => part === null || this.answering(thing).open.has(part))
  }

  canFocus(spot: Spot): boolean {
    const { thing, part } = spot.at
    return spot.canFocus && this.isOpen(spot) && this.answering(thing).focusable.has(part!)
  }

  /** Lets a thing know whether it is hovered, pressed or has the focus. */
  tell(thing: Thing, what: 'hovered' | 'pressed' | 'focused', isSo: boolean): void {
    const kept = this.network.namesOfThing(thing).get(what)
    if (kept && !isShared(this.network.project, thing, what)) this.setName(kept, kept.domain.numberOf(isSo))
  }
}

const AT_ONCE = [0, 0] as const
