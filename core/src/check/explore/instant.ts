import { certain, type Action, type Id, type InterruptionPolicy, type Literal, type Rule } from '../../document'
import { evaluate, isShared, namesOr } from '../../expression'
import { axisAt, decidedState, tiedTo, type Compiled, type Content } from '../../machine'
import { Interpreter, type Ends, type Ground, type Names, type Note, type TimerChange, type TimerStatus } from '../../semantics'
import { UNKNOWN } from './domain'
import { holdsTrue, UNSURE, type Sure } from './sureness'
import { NOTHING_HELD, type Held, type Manner } from './manner'
import { markOf } from './mark-of'
import type { NetAxis, NetItem, Network } from './network'
import { keptAt, keptWait, PRESENCE, stageOfWait, statusOf, TIMER, timerAfter, type Configuration, type Deadline, type Mark, type Occasion, type Outcome } from './occasion'
import type { Answering, Spot } from './spots'
import type { Thing } from './things'
import { Hands } from './hands'

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
  /** What is to begin inside something that has begun. */
  private readonly coming = new Set<Thing>()

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
        return this.beginAnew()
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
        return this.beginAnew()
      case 'message':
        return this.interpreter.deliver(occasion.thing, occasion.name, undefined)
      case 'name':
        return this.interpreter.assign(certain(occasion.name.readers[0]), occasion.name.name, occasion.name.domain.valueOf(occasion.value))
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
    if (this.coming.has(thing)) return false
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
    this.configuration[this.axis(thing, own).motionAt] = 0
  }

  timer(thing: Thing, rule: Rule): TimerStatus | null {
    const timer = this.network.timerFor(thing, rule)
    return timer ? statusOf(this.kept(timer.at)) : null
  }

  time(thing: Thing, rule: Rule, change: TimerChange): void {
    const timer = this.network.timerFor(thing, rule)
    if (!timer) return
    const after = timerAfter(this.kept(timer.at), change)
    this.configuration[timer.at] = after
    if (after === TIMER.blurred) this.isExact = false
    if (after === TIMER.counts || after === TIMER.blurred) this.start(this.network.timerClock(timer))
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

  following(things: readonly Thing[]): (thing: Thing) => void {
    const before = new Map(things.map((thing) => [thing, this.heldBy(thing)]))
    return (thing) => {
      const [had, has] = [before.get(thing) ?? NOTHING_HELD, this.heldBy(thing)]
      if (had !== has && this.isThere(thing)) this.interpreter.arrange(thing, had, has)
    }
  }

  tied(thing: Thing, own: number): { readonly variable: string; readonly value: Literal } | null {
    const axis = thing.compiled.component.axes[own]
    return axis && axis.boundTo !== null ? tiedTo(axis, this.stateOf(thing, own), this.environmentOf(thing)) : null
  }

  named(thing: Thing, name: string): Literal | undefined {
    const kept = this.network.nameFor(thing, name)
    return kept?.domain.valueOf(this.kept(kept.at))
  }

  give(thing: Thing, variable: string): readonly Thing[] {
    const kept = this.network.nameFor(thing, variable)
    return kept ? [thing, ...kept.readers.filter((each) => each !== thing)] : []
  }

  write(things: readonly Thing[], names: Names): ReadonlyMap<Thing, readonly string[]> {
    const [first] = things
    const changed = first === undefined ? [] : Object.entries(names).filter(([name, value]) => this.writeOne(first, name, value)).map(([name]) => name)
    return new Map(changed.length === 0 ? [] : things.filter((thing) => this.isThere(thing)).map((thing) => [thing, changed]))
  }

  /** Says whether a name may stand for something else now. */
  private writeOne(thing: Thing, name: string, value: Literal | undefined): boolean {
    const kept = this.network.nameFor(thing, name)
    if (!kept) return false
    const after = kept.domain.numberOf(value)
    if (after === UNKNOWN) this.isExact = false
    else if (after === this.kept(kept.at)) return false
    this.configuration[kept.at] = after
    return true
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

  change(thing: Thing, own: number, state: Id, rule: Rule | null): void {
    const axis = this.axis(thing, own)
    const [from, to] = [this.kept(axis.at), axis.states.indexOf(state)]
    const left = axis.motionAt < 0 || this.isEnding(axis) ? 0 : this.kept(axis.motionAt)
    const before = this.statesOf(thing)
    this.configuration[axis.at] = to
    if (axis.fromAt >= 0) this.configuration[axis.fromAt] = from + 1
    let span = 0
    if (axis.motionAt >= 0) {
      span = this.network.spanIndex(this.manner.span(axis, { states: before, from, to, rule, names: this.namesOf(thing), left: this.network.span(left) }))
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
    const inner = this.manner.insideOf(thing).find((each) => each.step === step)
    return inner && this.isThere(inner) ? inner : null
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

  private heldBy(thing: Thing): Held {
    return this.manner.insideOf(thing).length === 0 ? NOTHING_HELD : this.manner.holding(this.situationOf(thing), thing, () => ({ states: this.statesOf(thing), names: this.namesOf(thing) }))
  }

  /** What stands on its own begins, with what is inside it. */
  private beginAnew(): void {
    for (const thing of this.network.things) {
      if (thing.holder !== null && this.network.has(thing.holder)) continue
      this.restart(thing)
      this.interpreter.appear(thing)
    }
  }

  fill(thing: Thing): void {
    const inside = this.manner.insideOf(thing)
    if (inside.length === 0) return
    for (const inner of inside) {
      const item = this.network.items.get(inner)
      if (item) this.vanish(item)
      else this.coming.add(inner)
    }
    this.interpreter.arrange(thing, null, this.heldBy(thing))
  }

  begin(thing: Thing, { step, ...given }: Content): Thing {
    const inner = certain(this.manner.insideOf(thing).find((each) => each.step === step))
    const item = this.network.items.get(inner)
    if (item) this.configuration[item.at] = PRESENCE.there
    this.coming.delete(inner)
    this.restart(inner, given)
    return inner
  }

  /** Puts a thing where it begins, with what it is given now. */
  private restart(thing: Thing, given?: Pick<Content, 'parameters' | 'states'>): void {
    this.manner.restart(this.configuration, thing)
    for (const kept of this.network.namesOfThing(thing).values()) if (kept.thing === thing && given && kept.name in given.parameters) this.configuration[kept.at] = kept.domain.numberOf(given.parameters[kept.name])
    for (const axis of this.network.axesOfThing(thing)) this.configuration[axis.at] = this.startOf(axis, given)
  }

  /** The state an axis begins in: the one its holder wants, else the one a name decides, else its own. */
  private startOf(axis: NetAxis, given: Pick<Content, 'states'> | undefined): number {
    const of = axisAt(axis.thing.compiled, axis.own)
    const wanted = given?.states[of.id]
    if (wanted !== undefined) return axis.states.indexOf(wanted)
    const decided = decidedState(of, this.namesOf(axis.thing))
    return decided ? axis.states.indexOf(decided.id) : axis.start
  }

  keep(thing: Thing, content: Content): void {
    const item = this.itemIn(thing, content)
    if (!item) return
    this.leaving.delete(item)
    this.configuration[item.at] = PRESENCE.there
  }

  /** What takes no time to go is gone at once, but not before it has been told. */
  dismiss(thing: Thing, content: Content): void {
    const item = this.itemIn(thing, content)
    if (!item) return
    const mostMs = content.part.kind === 'list' ? this.manner.wayOut(item.thing, this.statesOf(item.thing)) : 0
    if (mostMs > 0) {
      this.configuration[item.at] = PRESENCE.leaving + this.network.spanIndex({ least: 0, most: mostMs, policy: 'continue' })
      this.isExact = false
      this.start(this.network.itemClock(item))
    } else if (content.part.kind === 'list' && item.thing.compiled.rulesOn.has('hidden')) this.leaving.add(item)
    else this.vanish(item)
  }

  private itemIn(thing: Thing, { step }: Content): NetItem | undefined {
    const inner = this.manner.insideOf(thing).find((each) => each.step === step)
    return inner && this.network.items.get(inner)
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

  isLeaving(thing: Thing): boolean {
    const item = this.network.items.get(thing)
    return item !== undefined && (this.leaving.has(item) || this.kept(item.at) >= PRESENCE.leaving)
  }

  canFocus(spot: Spot): boolean {
    const { thing, part } = spot.at
    return part !== null && spot.canFocus && this.isOpen(spot) && this.answering(thing).focusable.has(part)
  }

  /** Lets a thing know whether it is hovered, pressed or has the focus. */
  tell(thing: Thing, what: 'hovered' | 'pressed' | 'focused', isSo: boolean): void {
    const kept = this.network.namesOfThing(thing).get(what)
    if (kept && !isShared(this.network.project, thing.compiled.component, what)) this.interpreter.name(thing, { [what]: isSo })
  }
}
