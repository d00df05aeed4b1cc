import { certain, decidedBy, expressionsOfAction, expressionsOfList, expressionsOfTrigger, placeOf, textFieldsOf, wordOf, type Component, type Id, type InterruptionPolicy, type Literal, type Project, type Rule } from '../../document'
import { isShared, namesOr } from '../../expression'
import { axisAt, keptAt, policiesOf, timesOf, type TimerRule } from '../../machine'
import { Domain } from './domain'
import { handSlots, type HandSlots } from './hand-slots'
import { isLeftOpen } from './loose'
import { whatMatters, type Matters } from './matters'
import { keysIn } from './moves'
import { comparedWith, namesThatMatter, saidOf } from './names'
import { spotsOf, type Spot } from './spots'
import { surfaceThing, type Thing } from './things'

/** An axis of a thing, and where a configuration keeps its state. */
export interface NetAxis {
  readonly index: number
  readonly thing: Thing
  /** Its place among the axes of its thing. */
  readonly own: number
  readonly states: readonly Id[]
  readonly start: number
  /** Where the state is kept. */
  readonly at: number
  /** Where it is kept how long the motion into the state takes, when anything depends on it; -1 otherwise. */
  readonly motionAt: number
}

/** A rule that waits for time, and where a configuration keeps whether it counts. */
export interface NetTimer {
  readonly index: number
  readonly thing: Thing
  readonly axis: NetAxis
  readonly timed: TimerRule
  readonly rule: Rule
  /** Between which times it comes. */
  readonly least: number
  readonly most: number
  readonly at: number
}

/** A rule some of whose actions wait for others, and where it is kept which are left. */
export interface NetWait {
  readonly index: number
  readonly thing: Thing
  readonly rule: Rule
  readonly at: number
}

/** An item of a list, or a screen or overlay among others, and where it is kept whether it is there. */
export interface NetItem {
  readonly index: number
  readonly thing: Thing
  readonly at: number
}

/** A name whose value is kept. */
export interface NetName {
  readonly name: string
  /** Whose it is; null for a variable everyone shares. */
  readonly thing: Thing | null
  readonly readers: readonly Thing[]
  readonly at: number
  readonly domain: Domain
}

export interface NetworkOptions {
  /** Axes whose motions are to be followed though nothing depends on them. */
  readonly followed?: readonly { readonly thing: Thing; readonly axis: Id }[]
  /** Names to be kept, each value of theirs apart, though nothing depends on them. */
  readonly watched?: ReadonlyMap<Thing, readonly string[]>
  /** The motions in which screens and overlays come are to be followed. */
  readonly followsSurfaces?: boolean
  /** The way of working needs the focus. */
  readonly hasKeyboard?: boolean
}

/** How long a motion takes, and what is done about it when another one is to start. */
export interface Span {
  readonly least: number
  readonly most: number
  readonly policy: InterruptionPolicy
}

/**
 * Some things as a network of timed machines (Alur and Dill 1994): what of them has to be told apart, and where a
 * configuration — a list of whole numbers — keeps it. Clocks are numbered: first those of motions by axis, then those of
 * timers, of waiting actions, of items on their way out, that of a press that may become long and that of a tap that waits for another.
 */
export class Network {
  readonly axes: readonly NetAxis[]
  readonly timers: readonly NetTimer[]
  readonly waits: readonly NetWait[]
  readonly names: readonly NetName[]
  readonly spots: readonly Spot[]
  /** Where nothing is. */
  readonly beside: Spot
  /** What comes and goes with a list, and screens and overlays that are looked at together. */
  readonly items: ReadonlyMap<Thing, NetItem>
  /** Where it is kept what a person is doing. */
  readonly handAt: HandSlots
  readonly size: number
  readonly matters: Matters
  /** The keys that come to anything. */
  readonly keys: ReturnType<typeof keysIn>
  /** Where it is kept who of those that hear keys anywhere was shown or changed last, by a rank that grows; none where there are too many of them, or but one. */
  readonly recencyAt: ReadonlyMap<Thing, number>
  /** The screens and overlays that are looked at together; none where it is but one surface. */
  readonly surfaces: readonly Thing[]
  /** Where it is kept which of the screens and overlays came when, by a rank that grows; 0 for one that is not there. */
  readonly stackAt: ReadonlyMap<Thing, number>
  /** Where it is kept what had the focus when an overlay opened: 0 for one that is not open, 1 for nothing, else a spot and 2. */
  readonly lentAt: ReadonlyMap<Thing, number>
  readonly followsSurfaces: boolean
  private readonly spans: Span[] = [NO_SPAN]
  private readonly own: ReadonlySet<Thing>
  private readonly axisOfThing = new Map<Thing, readonly NetAxis[]>()
  private readonly offsets = new Map<Thing, number>()
  private readonly payloadSlots = new Map<string, number>()
  private readonly timerAt: NetTimer[] = []
  private readonly nameOfThing = new Map<Thing, ReadonlyMap<string, NetName>>()
  private next = 0

  constructor(readonly project: Project, readonly things: readonly Thing[], options: NetworkOptions = {}) {
    this.own = new Set(things)
    this.followsSurfaces = options.followsSurfaces === true
    const names = namesThatMatter(things, options.watched)
    const rules = things.flatMap(({ compiled }) => compiled.component.rules)
    const asks = (name: string) => [...names.values()].some((each) => each.has(name))
    this.matters = whatMatters(rules, asks)
    this.keys = keysIn(rules, asks('repeats'))
    this.spots = spotsOf(things, options.hasKeyboard === true || this.matters.focus || rules.some(({ trigger }) => trigger.on === 'key' || trigger.on === 'key up'))
    this.beside = { index: -1, at: { thing: certain(things[0]), part: null }, way: [], isListened: false, canFocus: false }
    this.surfaces = things.filter(({ shown }) => shown !== null)

    for (const thing of things) this.offsets.set(thing, this.keep(thing.compiled.slots.size))
    this.axes = this.axesOf(options)
    for (const axis of this.axes) this.axisOfThing.set(axis.thing, [...(this.axisOfThing.get(axis.thing) ?? []), axis])
    this.timers = this.timersOf()
    for (const timer of this.timers) this.timerAt[timer.at] = timer
    this.waits = things.flatMap((thing) => thing.compiled.awaiting.map((rule) => ({ thing, rule }))).map((wait, index) => ({ ...wait, index, at: this.keep() }))
    this.items = new Map(things.filter(({ isItem, holder, shown }) => shown !== null || (isItem && holder !== null && things.includes(holder))).map((thing, index) => [thing, { index, thing, at: this.keep() }]))
    this.names = this.namesOf(names, new Set([...(options.watched ?? new Map()).values()].flat()))
    for (const name of this.names) for (const thing of name.thing ? [name.thing] : name.readers) this.nameOfThing.set(thing, new Map([...(this.nameOfThing.get(thing) ?? []), [name.name, name]]))
    for (const { thing, own } of this.axes) if (this.nameFor(thing, 'payload') && certain(thing.compiled.slots.axes[own]).queued >= 0) this.payloadSlots.set(`${thing.index} ${own}`, this.keep())
    this.handAt = handSlots(() => this.keep())
    this.stackAt = this.kept(this.surfaces)
    this.lentAt = this.kept(this.matters.focus ? this.surfaces.filter(({ shown }) => shown?.kind === 'overlay' && shown.isModal) : [])
    const hearers = things.filter(({ compiled: { component } }) => component.rules.some(({ trigger }) => 'anywhere' in trigger && trigger.anywhere))
    this.recencyAt = this.kept(hearers.length > 1 && hearers.length <= MOST_IN_ORDER ? hearers : [])
    this.size = this.next
  }

  /** Takes so many numbers of a configuration for something, and says where they begin. */
  private keep(many = 1): number {
    this.next += many
    return this.next - many
  }

  private kept(things: readonly Thing[]): ReadonlyMap<Thing, number> {
    return new Map(things.map((thing) => [thing, this.keep()]))
  }

  /** Whether a thing is one of those looked at. */
  has(thing: Thing): boolean {
    return this.own.has(thing)
  }

  /** The nearest of what stands around a thing that is looked at. */
  holderOf({ holder }: Thing): Thing | null {
    return holder === null || this.has(holder) ? holder : this.holderOf(holder)
  }

  /** Whether a thing is there, with all that stands around it and is looked at. */
  isPresent(thing: Thing, configuration: Int32Array): boolean {
    const item = this.items.get(thing)
    if (item && keptAt(configuration, item.at) === 0) return false
    const holder = this.holderOf(thing)
    return holder === null || (holder !== thing.holder && !holder.shown) || this.isPresent(holder, configuration)
  }

  axesOfThing(thing: Thing): readonly NetAxis[] {
    return this.axisOfThing.get(thing) ?? []
  }

  /** Where the slots of a thing begin. */
  offsetOf(thing: Thing): number {
    return this.offsets.get(thing) ?? 0
  }

  timerFor(thing: Thing, { slot }: TimerRule): NetTimer {
    return certain(this.timerAt[this.offsetOf(thing) + slot])
  }

  waitFor(thing: Thing, rule: Rule): NetWait | undefined {
    return this.waits.find((each) => each.thing === thing && each.rule === rule)
  }

  axisOf(thing: Thing, id: Id): NetAxis | undefined {
    return this.axesOfThing(thing).find(({ own }) => axisAt(thing.compiled, own).id === id)
  }

  /** Where it is kept what came with the message a rule of an axis waits with; -1 where nothing depends on it. */
  payloadAt({ index }: Thing, own: number): number {
    return this.payloadSlots.get(`${index} ${own}`) ?? -1
  }

  /** The kept names of a thing. */
  namesOfThing(thing: Thing): ReadonlyMap<string, NetName> {
    return this.nameOfThing.get(thing) ?? NO_NAMES
  }

  /** Things in the order in which a run has put them there: surface by surface, those of one in their order. */
  inOrder(things: readonly Thing[], configuration: Int32Array): readonly Thing[] {
    return this.surfaces.length < 2 ? things : things.toSorted((a, b) => this.cameAt(a, configuration) - this.cameAt(b, configuration) || a.index - b.index)
  }

  /** When what a thing stands on came, by its rank. */
  cameAt(thing: Thing, configuration: Int32Array): number {
    return keptAt(configuration, this.stackAt.get(surfaceThing(thing)) ?? -1)
  }

  /** What is kept of a name as a thing means it; undefined when nothing depends on it. */
  nameFor(thing: Thing, name: string): NetName | undefined {
    return this.namesOfThing(thing).get(name) ?? (isShared(this.project, thing.compiled.component, name) ? this.names.find((each) => each.thing === null && each.name === name) : undefined)
  }

  /** A span by its number; 0 is none. */
  span(index: number): Span {
    return this.spans[index] ?? NO_SPAN
  }

  spanIndex(span: Span): number {
    const known = this.spans.findIndex(({ least, most, policy }) => least === span.least && most === span.most && policy === span.policy)
    return known > 0 ? known : this.spans.push(span) - 1
  }

  get clocks(): number {
    return this.axes.length + this.timers.length + this.waits.length + this.items.size + 2
  }

  timerClock(timer: Pick<NetTimer, 'index'>): number {
    return this.axes.length + timer.index
  }

  waitClock(wait: NetWait): number {
    return this.axes.length + this.timers.length + wait.index
  }

  itemClock(item: NetItem): number {
    return this.axes.length + this.timers.length + this.waits.length + item.index
  }

  get longClock(): number {
    return this.clocks - 2
  }

  get tapClock(): number {
    return this.clocks - 1
  }

  private axesOf({ followed = [] }: NetworkOptions): readonly NetAxis[] {
    let index = 0
    return this.things.flatMap((thing) =>
      thing.compiled.component.axes.map((axis, own): NetAxis => {
        const rules = thing.compiled.component.rules.filter((rule) => rule.axis === axis.id)
        const policies = policiesOf(this.project, thing.compiled.component, axis)
        const waits = rules.some(({ trigger }) => trigger.on === 'settled' || ('since' in trigger && trigger.since === 'settling')) || policies.size > 0
        const isWaitedFor = around(thing, this.things).some(({ compiled }) => compiled.rulesOn.get('settled')?.some(({ trigger }) => trigger.on === 'settled' && trigger.inside === true))
        const isFollowed = isWaitedFor || followed.some((each) => each.thing === thing && each.axis === axis.id)
        return {
          index: index++, thing, own, states: axis.states.map(({ id }) => id), start: placeOf(axis, certain(thing.states[own])),
          at: this.offsetOf(thing) + certain(thing.compiled.slots.axes[own]).state,
          motionAt: waits || isFollowed ? this.keep() : -1,
        }
      }))
  }

  private timersOf(): readonly NetTimer[] {
    return this.things.flatMap((thing) => thing.compiled.timers.map((timed) => {
      const [least, most] = timesOf(timed.rule)
      return { thing, timed, rule: timed.rule, least, most, axis: certain(this.axesOfThing(thing)[timed.axis]), at: this.offsetOf(thing) + timed.slot }
    })).map((timer, index) => ({ ...timer, index }))
  }

  private namesOf(matters: ReadonlyMap<Thing, ReadonlySet<string>>, watched: ReadonlySet<string>): readonly NetName[] {
    const found = new Map<string, { name: string; thing: Thing | null; readers: Thing[] }>()
    for (const [thing, names] of matters) {
      for (const name of names) {
        if (!(name in thing.environment) || name.startsWith('pointer.')) continue
        const shared = isShared(this.project, thing.compiled.component, name)
        const key = shared ? name : `${thing.index} ${name}`
        const known = found.get(key) ?? { name, thing: shared ? null : thing, readers: [] }
        known.readers.push(thing)
        found.set(key, known)
      }
    }
    return [...found.values()].map((each) => ({ ...each, at: this.keep(), domain: new Domain(watched.has(each.name) ? null : this.constantsOf(each.name, each.readers), each.thing === null && isLeftOpen(this.project, each.name, null)) }))
  }

  /** What a name is compared with, when that is all that is ever done with it. */
  private constantsOf(name: string, readers: readonly Thing[]): readonly Literal[] | null {
    const inside = this.things.filter(({ holder }) => holder !== null && readers.includes(holder))
    if (inside.some((thing) => saidOf(certain(thing.holder).compiled.component, certain(thing.part)).some(([, value]) => typeof value === 'object' && value !== null && 'expr' in value && namesOr(value.expr).includes(name)))) return null
    const constants: Literal[] = []
    for (const { compiled: { component } } of readers) {
      const { rules, axes, parts } = component
      if (axes.some((axis) => decidedBy(axis) === name)) return null
      for (const { trigger } of rules) {
        if (trigger.on !== 'changes' || trigger.name !== name) continue
        if (trigger.to === null) return null
        constants.push(trigger.to)
      }
      const actions = rules.flatMap((rule) => rule.actions)
      const texts = [
        ...rules.flatMap(({ guard, trigger }) => [guard, ...expressionsOfTrigger(trigger)]),
        ...actions.flatMap(expressionsOfAction),
        ...parts.flatMap((part) => (part.kind === 'list' ? expressionsOfList(part) : [])),
        ...parts.flatMap(({ id }) => saidOf(component, id).flatMap(([, value]) => (typeof value === 'object' && value !== null && 'expr' in value ? [value.expr] : []))),
      ].filter((text) => text !== null)
      const asked = askedOfFields(component, name, texts)
      if (asked === null) return null
      constants.push(...asked)
      const compared = comparedWith(name, texts)
      if (compared === null) return null
      constants.push(...compared)
    }
    return constants
  }
}

/** What is asked of the fields that write a name: whether it is nothing; null where it is asked for more. */
function askedOfFields(component: Component, name: string, texts: readonly string[]): readonly Literal[] | null {
  const names = new Set(texts.flatMap(namesOr))
  const fields = textFieldsOf(component).filter(({ writes }) => writes === name).map((field) => wordOf(field.name))
  if (fields.some((word) => names.has(`${word}.isValid`))) return null
  return fields.some((word) => names.has(`${word}.isEmpty`)) ? [''] : []
}

/** Of more that hear keys anywhere the order is not kept. */
const MOST_IN_ORDER = 4

/** What stands around a thing, as far as it is looked at, itself included. */
function around(thing: Thing, things: readonly Thing[]): readonly Thing[] {
  return thing.holder && things.includes(thing.holder) ? [thing, ...around(thing.holder, things)] : [thing]
}

/** A motion that takes no time. */
export const NO_SPAN: Span = { least: 0, most: 0, policy: 'continue' }

const NO_NAMES: ReadonlyMap<string, NetName> = new Map()
