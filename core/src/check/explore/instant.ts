import { asLiteral, certain, tiedTo, type Action, type DataTable, type Id, type InterruptionPolicy, type Literal, type Rule, type ShowAction, type Worth } from '../../document'
import { evaluate, isHandReading, namesOr, type AskedRecord, type Environment } from '../../expression'
import { isBeginning, keepState, keptAt, saidOfStates, throughFields, TIMER, timerAfter, timerStatus, withFields, type Compiled, type Content, type Kept, type TimerChange, type TimerRule } from '../../machine'
import {
  Arranger, Interpreter, isAmong, isSameLevel, Person, rulesAt,
  type Ends, type Ground, type HandChange, type HandState, type EventTarget, type ItemOf, type Names, type Note,
} from '../../semantics'
import { UNKNOWN } from './domain'
import { lead } from './leading'
import { forgetOrigins } from './origins'
import { holdsTrue, UNSURE, type Sure } from './sureness'
import { namesOrUnknown, NOTHING_HELD, withoutUnknown, withUnsure, type Held } from './holding'
import { isLeftOpen } from './loose'
import type { Manner } from './manner'
import { markOf } from './mark-of'
import type { NetAxis, NetItem, Network } from './network'
import { isLeavingKept, keptWait, PRESENCE, type Configuration, type Deadline, type Draw, type Mark, type Consequence } from './occasion'
import { beginPresence, dismissPresence, fill, freeRecordId, keepPresence, rank } from './presence'
import type { Answering, Spot } from './spots'
import { show } from './surfaces'
import { itemOfThing, surfaceThing, type Thing } from './things'
import { handIn, keepHand, numberOf } from './hand'

/**
 * What happens at one instant, from a configuration to the next: the ground that rules and actions change, packed as the
 * network lays it out. Where a condition depends on what nobody knows, `choices` says what it comes to; those it does not
 * cover count as not so.
 */
export class Instant implements Ground<Thing, Spot, Spot> {
  readonly interpreter = new Interpreter<Thing>(this)
  readonly arranger = new Arranger<Thing>(this.interpreter, this)
  readonly person = new Person<Thing, Spot, Spot>(this.interpreter, this)
  readonly configuration: Configuration
  readonly marks: Mark[] = []
  private readonly draws: Draw[] = []
  /** How many conditions nobody knows were asked. */
  asked = 0
  /** Nothing that has happened depends on what nobody knows: a value, how long something takes, where a hand is exactly. */
  isExact = true
  /** What comes from outside can come again at once, so that of the axes a name decides which nobody knows one alone need follow. */
  isOneByOne = false
  private hasGuessedState = false
  /** What is left open has become something else, which is to be handed on though nobody knew it before. */
  private isBlurred = false
  private readonly started = new Set<number>()
  /** Items of lists that are gone once they have been told. */
  readonly leaving = new Set<NetItem>()
  /** What is to begin inside something that has begun. */
  readonly coming = new Set<Thing>()

  constructor(readonly network: Network, readonly manner: Manner, before: Configuration, private readonly choices: readonly boolean[], private readonly ending: readonly Deadline[] = []) {
    this.configuration = before.slice()
  }

  /** What it comes to. */
  get outcome(): Consequence {
    return { configuration: this.configuration, started: [...this.started], marks: this.marks, draws: this.draws }
  }

  keptAt(at: number): number {
    return keptAt(this.configuration, at)
  }

  kept(thing: Thing): Kept {
    if (!this.network.has(thing)) throw new Error(`${thing.path} is not looked at.`)
    return { numbers: this.configuration, offset: this.network.offsetOf(thing) }
  }

  keepNumber(thing: Thing, slot: number, number: number): void {
    this.configuration[this.network.offsetOf(thing) + slot] = number
  }

  isThere(thing: Thing): boolean {
    return this.network.has(thing) && this.isPresent(thing)
  }

  private isPresent(thing: Thing): boolean {
    if (this.coming.has(thing)) return false
    const item = this.network.items.get(thing)
    if (item && this.keptAt(item.at) === PRESENCE.gone) return false
    const holder = this.network.holderOf(thing)
    return holder === null || (holder !== thing.holder && !holder.shown) || this.isPresent(holder)
  }

  /** The states of a thing's axes; those of things that are not looked at are as they began. */
  statesOf(thing: Thing): readonly Id[] {
    const axes = this.network.axesOfThing(thing)
    return axes.length === 0 ? thing.states : axes.map(({ states, at }) => certain(states[this.keptAt(at)]))
  }

  /** What the kept names of a thing stand for; those nobody knows are left out. */
  namesOf(thing: Thing): Environment {
    const known: Record<string, Worth> = {}
    for (const [name, kept] of this.network.namesOfThing(thing)) {
      const value = kept.domain.valueOf(this.keptAt(kept.at))
      if (value !== undefined) known[name] = value
    }
    return known
  }

  /** Starts a clock anew. */
  start(clock: number): void {
    this.started.add(clock)
  }

  isTrue(thing: Thing, condition: string): boolean {
    return this.decide(holdsTrue(condition, this.knownTo(thing, condition), this.unknownOf(thing)))
  }

  /** Only how long things take counts. */
  nowMs(): number {
    return 0
  }

  guess(): boolean {
    return this.decide(UNSURE)
  }

  guessState(): boolean {
    const is = !(this.isOneByOne && this.hasGuessedState) && this.decide(UNSURE)
    this.hasGuessedState ||= is
    return is
  }

  private decide(answer: Sure): boolean {
    if (answer !== UNSURE) return answer
    this.isExact = false
    return this.choices[this.asked++] ?? false
  }

  /** Every outcome is possible. */
  choose(weights: readonly number[]): number {
    const place = weights.findIndex((_weight, index) => index + 1 === weights.length || (this.choices[this.asked++] ?? false))
    this.draws.push({ place })
    return place
  }

  private environmentOf(thing: Thing): Environment {
    return this.manner.environment(this.situationOf(thing), thing, () => this.namesOf(thing))
  }

  /** What names stand for in an expression of a thing. */
  private knownTo(thing: Thing, expression: string): Environment {
    const environment = withFields(thing.compiled.component, this.environmentOf(thing))
    if (thing.compiled.spoken.size === 0) return environment
    const stateOf = (part: Id | null, axis: number) => {
      const meant = part === null ? thing : this.manner.insideAt(thing, part)
      return meant && (part === null || !this.network.has(meant) || this.isThere(meant)) ? this.statesOf(meant)[axis] : undefined
    }
    return { ...environment, ...saidOfStates(thing.compiled, expression, stateOf) }
  }

  private unknownOf(thing: Thing): (name: string) => boolean {
    const isUnknown = (name: string): boolean => {
      const kept = this.network.nameFor(thing, name)
      return kept ? this.configuration[kept.at] === UNKNOWN : name.startsWith('pointer.') || isHandReading(name) || name.startsWith('angleToPointer(')
    }
    return (name) => throughFields(thing.compiled.component, [name]).some(isUnknown)
  }

  isSettled(thing: Thing, own: number): boolean {
    const { motionAt } = this.axis(thing, own)
    return motionAt < 0 || this.keptAt(motionAt) === 0
  }

  rest(thing: Thing, own: number): void {
    this.configuration[this.axis(thing, own).motionAt] = 0
  }

  time(thing: Thing, timed: TimerRule, change: TimerChange): void {
    const timer = this.network.timerFor(thing, timed)
    const after = timerAfter(this.keptAt(timer.at), change)
    this.configuration[timer.at] = after
    if (after === TIMER.resumed) this.isExact = false
    const clock = this.network.timerClock(timer)
    if (timerStatus(after) === 'counts') this.start(clock)
    if (timer.least === timer.most || !isBeginning(change)) return
    // Two such timers may be due at one instant, in an order that nobody knows.
    this.isExact = false
    this.draws.push({ clock, most: timer.most })
  }

  compiledOf({ compiled }: Thing): Compiled {
    return compiled
  }

  inTheWay(thing: Thing, own: number): InterruptionPolicy | null {
    const axis = this.axis(thing, own)
    const moving = axis.motionAt < 0 ? 0 : this.keptAt(axis.motionAt)
    const { policy, most } = this.network.span(moving)
    return moving > 0 && most > 0 && !this.isEnding(axis) ? policy : null
  }

  /** How long the next motion takes follows from what is done about the one that goes; see `Manner.span`. */
  skipToEnd(): void {}

  following(thing: Thing): () => void {
    const had = this.heldBy(thing)
    return () => {
      const has = this.heldBy(thing)
      const before = this.isBlurred ? withoutUnknown(had) : had
      if (before !== has && this.isThere(thing)) this.arranger.arrange(thing, before, has)
    }
  }

  tied(thing: Thing, own: number, state: Id): { readonly variable: string; readonly value: Literal } | null {
    const axis = thing.compiled.component.axes[own]
    return axis && axis.boundTo !== null ? tiedTo(axis, state, this.environmentOf(thing)) : null
  }

  named(thing: Thing, name: string): Worth | undefined {
    const kept = this.network.nameFor(thing, name)
    return kept?.domain.valueOf(this.keptAt(kept.at))
  }

  give(thing: Thing, variable: string): readonly Thing[] {
    const kept = this.network.nameFor(thing, variable)
    return kept ? [thing, ...this.network.inOrder(kept.readers, this.configuration).filter((each) => each !== thing)] : []
  }

  write(things: readonly Thing[], names: Names): ReadonlyMap<Thing, readonly string[]> {
    const [first] = things
    const changed = first === undefined ? [] : Object.entries(names).filter(([name, value]) => this.writeOne(first, name, value)).map(([name]) => name)
    return new Map(changed.length === 0 ? [] : things.filter((thing) => this.isThere(thing)).map((thing) => [thing, changed]))
  }

  /** Says whether a name may stand for something else now. */
  private writeOne(thing: Thing, name: string, value: Worth | undefined): boolean {
    const kept = this.network.nameFor(thing, name)
    if (!kept) return false
    const after = kept.domain.numberOf(value)
    if (after !== UNKNOWN && after === this.keptAt(kept.at)) return false
    this.isExact &&= after !== UNKNOWN
    this.isBlurred ||= isLeftOpen(this.network.project, name, kept.thing)
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
    const [from, to] = [this.keptAt(axis.at), axis.states.indexOf(state)]
    const left = axis.motionAt < 0 || this.isEnding(axis) ? 0 : this.keptAt(axis.motionAt)
    const before = this.statesOf(thing)
    keepState(thing.compiled, own, to, rule?.target.go === 'back', { numbers: this.configuration, offset: this.network.offsetOf(thing) })
    forgetOrigins(this, thing, own)
    let span = 0
    if (axis.motionAt >= 0) {
      span = this.network.spanIndex(this.manner.span(axis, { states: before, from, to, rule, names: this.namesOf(thing), left: this.network.span(left) }))
      this.configuration[axis.motionAt] = span
      const { least, most } = this.network.span(span)
      if (least < most) this.isExact = false
      this.start(axis.index)
    }
    this.markShown(thing)
    this.marks.push({ what: 'entered', axis, from, to, rule, span, left })
  }

  /** What a thing shows is newer than what any other one does. */
  markShown(thing: Thing): void {
    rank(this.network.recencyAt, this.configuration, thing, true)
  }

  keepPayload(thing: Thing, own: number, payload: Literal | undefined): void {
    const at = this.network.payloadAt(thing, own)
    if (at >= 0) this.configuration[at] = certain(this.network.nameFor(thing, 'payload')).domain.numberOf(payload)
  }

  payloadKept(thing: Thing, own: number): Literal | undefined {
    const at = this.network.payloadAt(thing, own)
    return at < 0 ? undefined : asLiteral(this.network.nameFor(thing, 'payload')?.domain.valueOf(this.keptAt(at)))
  }

  postpone(thing: Thing, rule: Rule, group: number, [least, most]: Ends): void {
    const wait = this.network.waitFor(thing, rule)
    if (!wait) return
    if (least < most) this.isExact = false
    this.configuration[wait.at] = keptWait(group, this.network.spanIndex({ least, most, policy: 'continue' }))
    this.start(this.network.waitClock(wait))
  }

  forget(thing: Thing, rule: Rule): void {
    const wait = this.network.waitFor(thing, rule)
    if (wait) this.configuration[wait.at] = 0
  }

  recipients(from: Thing, to: Extract<Action, { do: 'send' }>['recipient']): readonly Thing[] {
    return this.network.inOrder(this.manner.recipients(from, to), this.configuration).filter((thing) => this.isThere(thing))
  }

  inside(thing: Thing, step: string): Thing | null {
    const inner = this.manner.insideAt(thing, step)
    return inner && this.isThere(inner) ? inner : null
  }

  motionEnds(thing: Thing, own: number): Ends {
    const axis = this.axis(thing, own)
    return this.manner.driven(axis, this.statesOf(thing), axis.motionAt < 0 ? null : this.network.span(this.keptAt(axis.motionAt)))
  }

  pulse(thing: Thing, action: Extract<Action, { do: 'pulse' }>): Ends {
    return this.manner.pulsed(thing, this.statesOf(thing), action)
  }

  show(_thing: Thing, action: ShowAction): Ends {
    return this.network.surfaces.length > 0 ? show(this, action) : this.manner.ofSurface(action.motion)
  }

  /** What answers: the topmost screen or overlay that lets nothing through, and what lies over it. */
  answers(surface: Thing): boolean {
    if (!surface.shown || this.isLeaving(surface)) return surface.shown === null
    const lies = (thing: Thing) => (thing.shown?.kind === 'overlay' ? this.network.cameAt(thing, this.configuration) : 0)
    return !this.network.surfaces.some((other) => other.shown?.kind === 'overlay' && other.shown.isModal && other !== surface && lies(other) > lies(surface) && this.isThere(other) && !this.isLeaving(other))
  }

  worth(thing: Thing, expression: string, asked: AskedRecord | null = null): Literal | undefined {
    return namesOr(expression).some(this.unknownOf(thing)) ? undefined : evaluate(expression, this.knownTo(thing, expression), asked)
  }

  tableAsDrawn(table: Id): DataTable | undefined {
    return this.network.project.tables.find(({ id }) => id === table)
  }

  newRecordId = (_thing: Thing, table: DataTable): Id | undefined => freeRecordId(this, table)

  itemOf = (thing: Thing): ItemOf | null => itemOfThing(this.network.project, thing)

  note(note: Note<Thing>): void {
    const mark = markOf(note, this.network, this.configuration)
    if (mark) this.marks.push(mark)
  }

  /** What a thing holds of what is looked at; of lists nobody knows the items of, those that are there. */
  heldBy(thing: Thing): Held {
    if (this.manner.insideOf(thing).length === 0) return NOTHING_HELD
    return withUnsure(this, thing, this.manner.holding(this.situationOf(thing), thing, () => ({ states: this.statesOf(thing), names: namesOrUnknown(this, thing) })))
  }

  holder({ holder }: Thing): Thing | null {
    return holder && this.network.has(holder) ? holder : null
  }

  allInside(thing: Thing): readonly Thing[] {
    return this.manner.allInside(thing).filter((inner) => this.isThere(inner))
  }

  fill(thing: Thing): void {
    fill(this, thing)
  }

  begin(thing: Thing, content: Content): Thing {
    return beginPresence(this, thing, content)
  }

  keep(thing: Thing, content: Content): void {
    keepPresence(this, thing, content)
  }

  dismiss(thing: Thing, content: Content): void {
    dismissPresence(this, thing, content)
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
    return this.isThere(spot.at.thing) && this.answers(surfaceThing(spot.at.thing)) && spot.way.every(({ thing, part }) => (part === null ? !this.isLeaving(thing) : this.answering(thing).open.has(part)))
  }

  isLeaving(thing: Thing): boolean {
    const item = this.network.items.get(thing)
    return item !== undefined && (this.leaving.has(item) || isLeavingKept(this.keptAt(item.at)))
  }

  canFocus(spot: Spot): boolean {
    const { thing, part } = spot.at
    return part !== null && spot.canFocus && this.isOpen(spot) && this.answering(thing).focusable.has(part)
  }

  get hand(): HandState<Spot, Spot> {
    return handIn(this.network, this.configuration)
  }

  hold(change: HandChange<Spot, Spot>): void {
    if (change.longMs != null && this.keptAt(this.network.handAt.long) === 0) this.start(this.network.longClock)
    keepHand(this.network, this.configuration, change)
  }

  keepTap(tap: Spot | null, waits: boolean): void {
    this.configuration[this.network.handAt.tapped] = numberOf(tap)
    if (tap && waits) this.start(this.network.tapClock)
  }

  /** That the second may come too late counts as another tap, which is possible as well. */
  isSecond(tap: Spot): boolean {
    if (this.keptAt(this.network.handAt.tapped) > 0) this.isExact = false
    return this.keptAt(this.network.handAt.tapped) === numberOf(tap)
  }

  get minds(): Readonly<Record<'hover' | 'focus', boolean>> {
    return { hover: this.network.matters.hover, focus: this.network.matters.focus }
  }

  focusOn(way: readonly EventTarget<Thing>[]): Spot | null {
    for (const level of way) {
      const spot = this.network.spots.find(({ at }) => isSameLevel(at, level))
      if (spot && this.canFocus(spot)) return spot
    }
    return null
  }

  isSameFocus(a: Spot, b: Spot): boolean {
    return a === b
  }

  reveal(): void {}

  /** The focus is moved by an occasion of its own. */
  focusAfter(): undefined {}

  focusIn(thing: Thing, part: Id): Spot | null {
    const inside = this.network.spots.filter((spot) => isAmong({ thing, part }, spot.way) && this.canFocus(spot))
    const own = inside.find(({ at }) => isSameLevel(at, { thing, part }))
    // Which of them had it last nobody remembers.
    return own ?? inside.slice(0, -1).find(() => this.guess()) ?? inside.at(-1) ?? null
  }

  moveFocus(thing: Thing, part: Id): void {
    const to = this.focusIn(thing, part)
    if (to) this.person.focus(to, this.hand.isFocusShown)
  }

  hearers(trigger: 'key' | 'key up' | 'press outside'): readonly Thing[] {
    const { recencyAt, things } = this.network
    const rankOf = (thing: Thing) => this.keptAt(recencyAt.get(thing) ?? -1)
    const hearing = this.network.inOrder(things, this.configuration).filter((thing) => thing.compiled.rulesOn.has(trigger) && this.isThere(thing) && this.answers(surfaceThing(thing)))
    if (hearing.length > 1 && recencyAt.size === 0 && trigger !== 'press outside') this.isExact = false
    return hearing.toSorted((a, b) => rankOf(b) - rankOf(a))
  }

  underTap(tap: Spot): Spot | null {
    if (this.isOpen(tap)) return tap
    this.isExact = false
    return this.network.spots.find((spot) => isAmong(spot.at, tap.way) && this.isOpen(spot)) ?? null
  }

  dragAlong(): boolean {
    this.isExact = false
    this.hold({ longMs: null })
    return this.hand.pressed?.on.way.some(({ thing, part }) => rulesAt(thing.compiled, part, 'while dragged').length > 0 || thing.compiled.component.parts.some(({ id, drag }) => id === part && drag !== undefined)) ?? false
  }

  letGo({ way }: Spot, isTakenAway: boolean): void {
    if (!isTakenAway) lead(this, 'while dragged', way)
  }

  dragIsOver(): void {}
}
