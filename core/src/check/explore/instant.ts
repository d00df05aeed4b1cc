import { certain, type Action, type Id, type InterruptionPolicy, type Literal, type Rule } from '../../document'
import { evaluate, isShared, namesOr } from '../../expression'
import { axisAt, tiedTo, timerStart, type Compiled, type Content } from '../../machine'
import { Interpreter, type Ends, type Ground, type Note } from '../../semantics'
import { UNKNOWN } from './domain'
import { holdsTrue, UNSURE, type Sure } from './sureness'
import { NOTHING_HELD, type Held, type Manner } from './manner'
import { markOf } from './mark-of'
import type { NetAxis, NetItem, NetName, NetTimer, Network } from './network'
import { keptAt, keptWait, PRESENCE, stageOfWait, TIMER, type Configuration, type Deadline, type Mark, type Occasion, type Outcome } from './occasion'
import type { Answering, Spot } from './spots'
import type { Thing } from './things'
import { Hands } from './hands'

/** A name that stands for something else than before. */
interface NameChange {
  readonly kept: NetName
  readonly after: number
}

/**
 * What happens at one instant, from a configuration to the next: the ground that rules and actions change, packed as the
 * network lays it out. Where a condition depends on what nobody knows, `choices` says what it comes to; those it does not
 * cover count as not so.
 */
export class Instant implements Ground<Thing> {
  readonly interpreter = new Interpreter<Thing>(this)
  private readonly hands: Hands
  readonly configuration: Configuration
  readonly marks: Mark[] = []
  /** How many conditions nobody knows were asked. */
  asked = 0
  /** Nothing that has happened depends on what nobody knows: a value, how long something takes, where a hand is exactly. */
  isExact = true
  private readonly started = new Set<number>()
  /** Items of lists that are gone once they have been told. */
  private readonly leaving = new Set<NetItem>()

  constructor(readonly network: Network, private readonly manner: Manner, before: Configuration, private readonly choices: readonly boolean[], private readonly ending: readonly Deadline[] = []) {
    this.configuration = before.slice()
    this.hands = new Hands(this)
  }

  happen(occasion: Occasion): Outcome {
    this.bringAbout(occasion)
    this.tellWaiting()
    this.hands.lookAgain()
    this.tellWaiting()
    return { configuration: this.configuration, started: [...this.started], marks: this.marks }
  }

  private bringAbout(occasion: Occasion): void {
    switch (occasion.what) {
      case 'begin':
        for (const thing of this.network.things) if (this.isThere(thing) && thing.compiled.rulesOn.has('shown')) this.interpreter.offerLater(thing, 'shown')
        return
      case 'settle':
        return this.interpreter.settle(occasion.axis.thing, occasion.axis.own)
      case 'timer': {
        const { thing, axis, rule } = occasion.timer
        return this.interpreter.timeIsUp(thing, { axis: axis.own, rule })
      }
      case 'wait': {
        const { wait } = occasion
        const stage = stageOfWait(this.kept(wait.at))
        this.configuration[wait.at] = 0
        if (this.isThere(wait.thing)) this.interpreter.perform(wait.thing, wait.rule, stage)
        return
      }
      case 'gone':
        return this.vanish(occasion.item)
      case 'return':
        this.hands.forget()
        for (const thing of this.network.things) if (thing.holder === null || !this.network.has(thing.holder)) this.beginAnew(thing)
        return
      case 'message':
        return this.interpreter.deliver(occasion.thing, occasion.name, undefined)
      case 'name':
        return this.setName(occasion.name, occasion.value)
      case 'put': {
        const { axis, state } = occasion
        return this.interpreter.put(axis.thing, axisAt(axis.thing.compiled, axis.own).id, certain(axis.states[state]))
      }
      default:
        this.hands.act(occasion)
    }
  }

  private kept(at: number): number {
    return keptAt(this.configuration, at)
  }

  isThere(thing: Thing): boolean {
    return this.network.has(thing) && this.isPresent(thing)
  }

  private isPresent(thing: Thing): boolean {
    const item = this.network.items.get(thing)
    if (item && this.kept(item.at) === PRESENCE.gone) return false
    return thing.holder === null || !this.network.has(thing.holder) || this.isPresent(thing.holder)
  }

  /** The states of a thing's axes; those of things that are not looked at are as they began. */
  statesOf(thing: Thing): readonly Id[] {
    const axes = this.network.axesOfThing(thing)
    return axes.length === 0 ? thing.states : axes.map(({ states, at }) => certain(states[this.kept(at)]))
  }

  /** What the kept names of a thing stand for; those nobody knows are left out. */
  namesOf(thing: Thing): Readonly<Record<string, Literal>> {
    const known: Record<string, Literal> = {}
    for (const [name, kept] of this.network.namesOfThing(thing)) {
      const value = kept.domain.valueOf(this.kept(kept.at))
      if (value !== undefined) known[name] = value
    }
    return known
  }

  /** Lets a name stand for something else, for everyone it means something to. */
  setName(kept: NetName, value: number, owner?: Thing): void {
    this.setNames(owner ? [owner, ...kept.readers.filter((each) => each !== owner)] : kept.readers, [[kept, value]])
  }

  /** Lets names stand for something else at once, for everyone they mean something to. */
  private setNames(readers: readonly Thing[], wanted: readonly (readonly [NetName, number])[]): void {
    if (wanted.some(([, value]) => value === UNKNOWN)) this.isExact = false
    const changes = wanted.filter(([{ at }, value]) => value === UNKNOWN || this.kept(at) !== value).map(([kept, value]): NameChange => ({ kept, after: value }))
    if (changes.length === 0) return
    const held = readers.map((thing) => this.heldBy(thing))
    for (const { kept, after } of changes) this.configuration[kept.at] = after
    for (const [index, thing] of readers.entries()) if (this.isThere(thing)) this.renamed(thing, changes, certain(held[index]))
  }

  /** Starts a clock anew. */
  start(clock: number): void {
    this.started.add(clock)
  }

  isTrue(thing: Thing, condition: string): boolean {
    return this.decide(holdsTrue(condition, this.environmentOf(thing), this.unknownOf(thing)))
  }

  /** Only how long things take counts. */
  nowMs(): number {
    return 0
  }

  guess(): boolean {
    return this.decide(UNSURE)
  }

  private decide(answer: Sure): boolean {
    if (answer !== UNSURE) return answer
    this.isExact = false
    return this.choices[this.asked++] ?? false
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

  rest(thing: Thing, own: number): void {
    const axis = this.axis(thing, own)
    this.configuration[axis.motionAt] = 0
    for (const timer of this.network.timersOfAxis(axis)) if (this.configuration[timer.at] === TIMER.waits) this.begin(timer, true)
  }

  elapse(thing: Thing, rule: Rule): void {
    const timer = this.network.timersOfThing(thing).find((each) => each.rule === rule)
    if (!timer) return
    const isAgain = rule.trigger.on === 'every'
    if (isAgain) this.start(this.network.timerClock(timer))
    this.configuration[timer.at] = isAgain ? TIMER.counts : TIMER.off
  }

  /** Puts a timer as it is to be in the state its axis is in now. */
  private begin(timer: NetTimer, isSettled: boolean): void {
    const start = timerStart(timer.rule, this.stateOf(timer.thing, timer.axis.own), isSettled, (condition) => this.isTrue(timer.thing, condition))
    this.configuration[timer.at] = TIMER[start]
    if (start === 'counts') this.start(this.network.timerClock(timer))
  }

  compiledOf({ compiled }: Thing): Compiled {
    return compiled
  }

  stateOf(thing: Thing, own: number): Id {
    const { states, at } = this.axis(thing, own)
    return certain(states[this.kept(at)])
  }

  cameFrom(thing: Thing, own: number): Id | null {
    const { states, fromAt } = this.axis(thing, own)
    return states[this.kept(fromAt) - 1] ?? null
  }

  inTheWay(thing: Thing, own: number): InterruptionPolicy | null {
    const axis = this.axis(thing, own)
    const moving = axis.motionAt < 0 ? 0 : this.kept(axis.motionAt)
    const { policy, most } = this.network.span(moving)
    return moving > 0 && most > 0 && !this.isEnding(axis) ? policy : null
  }

  queued(thing: Thing, own: number): Rule | null {
    const { queuedAt } = this.axis(thing, own)
    return queuedAt < 0 ? null : (thing.compiled.component.rules[this.kept(queuedAt) - 1] ?? null)
  }

  queue(thing: Thing, own: number, rule: Rule | null): void {
    this.configuration[this.axis(thing, own).queuedAt] = rule === null ? 0 : thing.compiled.component.rules.indexOf(rule) + 1
  }

  /** How long the next motion takes follows from what is done about the one that goes; see `Manner.span`. */
  skipToEnd(): void {}

  change(thing: Thing, own: number, to: Id, rule: Rule | null): void {
    const axis = this.axis(thing, own)
    const held = this.heldBy(thing)
    this.enter(axis, axis.states.indexOf(to), rule)
    this.arrange(thing, held)
  }

  tied(thing: Thing, own: number): { readonly variable: string; readonly value: Literal } | null {
    const axis = thing.compiled.component.axes[own]
    return axis && axis.boundTo !== null ? tiedTo(axis, this.stateOf(thing, own), this.environmentOf(thing)) : null
  }

  assign(thing: Thing, variable: string, value: Literal | undefined): void {
    const kept = this.network.nameFor(thing, variable)
    if (kept) this.setName(kept, kept.domain.numberOf(value), thing)
  }

  name(thing: Thing, names: Readonly<Record<string, Literal | undefined>>): void {
    this.setNames([thing], [...this.network.namesOfThing(thing).values()].flatMap((kept) => (kept.thing === thing && kept.name in names ? [[kept, kept.domain.numberOf(names[kept.name])] as const] : [])))
  }

  private axis(thing: Thing, own: number): NetAxis {
    const axis = this.network.axesOfThing(thing)[own]
    if (!axis) throw new Error(`${thing.path} is not looked at.`)
    return axis
  }

  /** Whether the motion of an axis ends at this very instant: nothing is left of it, though its end has not been told. One that has just begun is another one. */
  private isEnding(axis: NetAxis): boolean {
    return !this.started.has(axis.index) && this.ending.some(({ clock }) => clock === axis.index)
  }

  private enter(axis: NetAxis, to: number, rule: Rule | null): void {
    const from = this.kept(axis.at)
    const left = axis.motionAt < 0 || this.isEnding(axis) ? 0 : this.kept(axis.motionAt)
    const before = this.statesOf(axis.thing)
    this.configuration[axis.at] = to
    if (axis.fromAt >= 0) this.configuration[axis.fromAt] = from + 1
    if (axis.queuedAt >= 0) this.configuration[axis.queuedAt] = 0
    for (const timer of this.network.timersOfAxis(axis)) this.begin(timer, false)
    let span = 0
    if (axis.motionAt >= 0) {
      span = this.network.spanIndex(this.manner.span(axis, { states: before, from, to, rule, names: this.namesOf(axis.thing), left: this.network.span(left) }))
      this.configuration[axis.motionAt] = span
      const { least, most } = this.network.span(span)
      if (least < most) this.isExact = false
      this.start(axis.index)
    }
    this.marks.push({ what: 'entered', axis, from, to, rule, span, left })
  }

  postpone(thing: Thing, rule: Rule, group: number, [least, most]: Ends): void {
    const wait = this.network.waits.find((each) => each.thing === thing && each.rule === rule)
    if (!wait) return
    if (least < most) this.isExact = false
    this.configuration[wait.at] = keptWait(group, this.network.spanIndex({ least, most, policy: 'continue' }))
    this.start(this.network.waitClock(wait))
  }

  recipients(from: Thing, to: Extract<Action, { do: 'send' }>['recipient']): readonly Thing[] {
    return this.manner.recipients(from, to)
  }

  inside(thing: Thing, step: string): Thing | null {
    return this.manner.insideOf(thing).find((inner) => inner.step === step) ?? null
  }

  bring(thing: Thing, content: Content): void {
    const inner = this.inside(thing, content.step)
    const item = inner && this.network.items.get(inner)
    if (item) this.come(item, content)
    else if (inner) this.name(inner, content.parameters)
  }

  dismiss(thing: Thing, { step }: Content): void {
    const inner = this.inside(thing, step)
    const item = inner && this.network.items.get(inner)
    if (item) this.take(item)
  }

  motionEnds(thing: Thing, own: number): Ends {
    const axis = this.axis(thing, own)
    return this.manner.driven(axis, this.statesOf(thing), axis.motionAt < 0 ? null : this.network.span(this.kept(axis.motionAt)))
  }

  pulse(thing: Thing, action: Extract<Action, { do: 'pulse' }>): Ends {
    return this.manner.pulsed(thing, this.statesOf(thing), action)
  }

  show(_thing: Thing, { motion }: Extract<Action, { do: 'go to screen' | 'open overlay' | 'close overlay' }>): Ends {
    return this.manner.ofSurface(motion)
  }

  worth(thing: Thing, expression: string): Literal | undefined {
    return namesOr(expression).some(this.unknownOf(thing)) ? undefined : evaluate(expression, this.environmentOf(thing))
  }

  note(note: Note<Thing>): void {
    const mark = markOf(note, this.network, this.configuration)
    if (mark) this.marks.push(mark)
  }

  /** Names mean something else to a thing now: its timers stand still or go on, axes they decide go to their states, and what it holds is told. */
  private renamed(thing: Thing, changes: readonly NameChange[], held: Held): void {
    const names = changes.map(({ kept }) => kept.name)
    for (const timer of this.network.timersOfThing(thing)) this.holdOrNot(timer, names)
    for (const axis of this.network.axesOfThing(thing)) for (const { kept } of changes) {
      const to = this.manner.decided(axis, kept.name, kept.domain.valueOf(this.kept(kept.at)))
      if (to >= 0 && to !== this.configuration[axis.at]) this.enter(axis, to, null)
    }
    this.arrange(thing, held)
    this.interpreter.tellLater(thing, (name) => {
      const change = changes.find(({ kept }) => kept.name === name)
      return change ? { to: change.kept.domain.valueOf(change.after) } : null
    })
  }

  /** A timer stands still while its condition holds; how long it had been counting then is not known any more. */
  private holdOrNot({ rule, thing, at, ...timer }: NetTimer, names: readonly string[]): void {
    const { trigger } = rule
    const status = this.configuration[at]
    if (status === TIMER.off || status === TIMER.waits || !('pauseWhile' in trigger) || trigger.pauseWhile === null || !namesOr(trigger.pauseWhile).some((name) => names.includes(name))) return
    const isHeld = this.isTrue(thing, trigger.pauseWhile)
    if (isHeld === (status === TIMER.held || status === TIMER.stopped)) return
    this.configuration[at] = isHeld ? TIMER.stopped : status === TIMER.held ? TIMER.counts : TIMER.blurred
    if (this.configuration[at] === TIMER.blurred) this.isExact = false
    if (!isHeld) this.start(this.network.timerClock(timer))
  }

  /** Carries to what stands inside a thing how it is to be there now. */
  private arrange(thing: Thing, before: Held): void {
    const now = this.heldBy(thing)
    if (now !== before) this.interpreter.arrange(thing, before, now)
  }

  private heldBy(thing: Thing): Held {
    return this.manner.insideOf(thing).length === 0 ? NOTHING_HELD : this.manner.holding(this.situationOf(thing), thing, () => ({ states: this.statesOf(thing), names: this.namesOf(thing) }))
  }

  /** An item of a list begins anew when it comes, unless it was still on its way out. */
  private come(item: NetItem, content: Content): void {
    const isBack = this.leaving.delete(item) || this.kept(item.at) >= PRESENCE.leaving
    if (!isBack && this.kept(item.at) === PRESENCE.there) return this.name(item.thing, content.parameters)
    this.configuration[item.at] = PRESENCE.there
    if (!isBack) return this.beginAnew(item.thing, content)
    for (const timer of this.network.timersOfThing(item.thing)) this.begin(timer, true)
    this.name(item.thing, content.parameters)
  }

  /** Lets a thing begin with what it is given now, and what stands inside it. */
  private beginAnew(thing: Thing, given?: Content): void {
    this.manner.restart(this.configuration, thing)
    for (const kept of this.network.namesOfThing(thing).values()) if (kept.thing === thing && given && kept.name in given.parameters) this.configuration[kept.at] = kept.domain.numberOf(given.parameters[kept.name])
    for (const axis of this.network.axesOfThing(thing)) this.configuration[axis.at] = this.startOf(axis, given)
    for (const timer of this.network.timersOfThing(thing)) this.begin(timer, true)
    if (thing.compiled.rulesOn.has('shown')) this.interpreter.offerLater(thing, 'shown')
    const held = this.heldBy(thing)
    for (const inner of this.manner.insideOf(thing)) {
      const [item, content] = [this.network.items.get(inner), held.get(inner.step)]
      if (item) this.configuration[item.at] = content ? PRESENCE.there : PRESENCE.gone
      if (!item || content) this.beginAnew(inner, content)
    }
  }

  /** The state an axis begins in: the one its holder wants, else the one a name decides, else its own. */
  private startOf(axis: NetAxis, given: Content | undefined): number {
    const wanted = given?.states[axisAt(axis.thing.compiled, axis.own).id]
    if (wanted !== undefined) return axis.states.indexOf(wanted)
    const decided = [...this.network.namesOfThing(axis.thing).values()].map((kept) => this.manner.decided(axis, kept.name, kept.domain.valueOf(this.kept(kept.at))))
    return decided.find((state) => state >= 0) ?? axis.start
  }

  /** An item is told when it is about to go. As long as its way out takes it still hears what is said, though its timers stop. */
  private take(item: NetItem): void {
    const { thing, at } = item
    if (this.kept(at) !== PRESENCE.there || this.leaving.has(item)) return
    const mostMs = this.manner.wayOut(thing, this.statesOf(thing))
    if (mostMs === 0) this.leaving.add(item)
    else {
      this.configuration[at] = PRESENCE.leaving + this.network.spanIndex({ least: 0, most: mostMs, policy: 'continue' })
      this.isExact = false
      this.start(this.network.itemClock(item))
    }
    for (const timer of this.network.timersOfThing(thing)) this.configuration[timer.at] = TIMER.off
    if (thing.compiled.rulesOn.has('hidden')) this.interpreter.offerLater(thing, 'hidden')
  }

  /** What is not there is as it will be when it comes. */
  private vanish({ thing, at }: NetItem): void {
    this.manner.restart(this.configuration, thing)
    this.configuration[at] = PRESENCE.gone
  }

  /** Whatever is to go is gone once it has been told. */
  private tellWaiting(): void {
    this.interpreter.tellWaiting()
    for (const item of this.leaving) this.vanish(item)
    this.leaving.clear()
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
    return this.isThere(spot.at.thing) && spot.way.every(({ thing, part }) => (part === null ? !this.isLeaving(thing) : this.answering(thing).open.has(part)))
  }

  private isLeaving(thing: Thing): boolean {
    const item = this.network.items.get(thing)
    return item !== undefined && this.kept(item.at) >= PRESENCE.leaving
  }

  canFocus(spot: Spot): boolean {
    const { thing, part } = spot.at
    return part !== null && spot.canFocus && this.isOpen(spot) && this.answering(thing).focusable.has(part)
  }

  /** Lets a thing know whether it is hovered, pressed or has the focus. */
  tell(thing: Thing, what: 'hovered' | 'pressed' | 'focused', isSo: boolean): void {
    const kept = this.network.namesOfThing(thing).get(what)
    if (kept && !isShared(this.network.project, thing.compiled.component, what)) this.setName(kept, kept.domain.numberOf(isSo))
  }
}
