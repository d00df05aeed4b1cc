import { certain, isLeading, type Action, type Id, type Motion, type Rule, type ShowAction } from '../../document'
import type { Environment } from '../../expression'
import {
  changePresence, changeState, isWithin, laneEndOf, motionEndMs, pulse, standsInTheWay, startInstance, type Instance,
} from '../../machine'
import { formOf, resolveTiming, staggerDelayMs, type MotionSources } from '../../motion'
import { listEntrance, timesOfShowing } from '../../run'
import { recipientsOf } from '../../semantics'
import { heldIn, type Held, type Situated } from './holding'
import { NO_SPAN, type NetAxis, type Network, type Span } from './network'
import type { Configuration } from './occasion'
import { answeringOf, type Answering } from './spots'
import type { Thing } from './things'

type Names = Environment

/** A change of state whose time is wanted. */
export interface Changing {
  readonly states: readonly Id[]
  readonly from: number
  readonly to: number
  readonly rule: Rule | null
  readonly names: Names
  /** The motion that is still going. */
  readonly left: Span
}

/**
 * How the things of a network really behave where that takes the machine itself: how long motions take, what looks
 * give to what stands inside, what can be pointed at. Each answer is worked out once.
 */
export class Manner {
  private readonly spans = new Map<string, number>()
  private readonly surfaces = new Map<Motion | null, number>()
  private readonly waysOut = new Map<string, number>()
  private readonly held = new Map<string, Held>()
  private readonly environments = new Map<string, Names>()
  private readonly answers = new Map<string, Answering>()
  private readonly inside: ReadonlyMap<Thing, readonly Thing[]>
  private readonly within = new Map<Thing, readonly Thing[]>()
  private readonly shown = new Map<string, Span>()
  private readonly paths: ReadonlyMap<string, Thing>

  constructor(private readonly network: Network) {
    const { things } = network
    this.inside = new Map(things.map((thing) => [thing, things.filter(({ holder }) => holder === thing)]))
    this.paths = new Map(things.map((thing) => [thing.path, thing]))
  }

  insideOf(thing: Thing): readonly Thing[] {
    return this.inside.get(thing) ?? []
  }

  /** Everything that can stand inside a thing, however deep, in the order a run puts it there. */
  allInside(thing: Thing): readonly Thing[] {
    const known = this.within.get(thing) ?? this.network.things.filter((each) => each !== thing && isWithin(each.path, thing.path))
    this.within.set(thing, known)
    return known
  }

  /** What begins with a thing though what is between them is not looked at. */
  detachedIn(thing: Thing): readonly Thing[] {
    return this.allInside(thing).filter((inner) => inner.holder !== null && !this.network.has(inner.holder) && this.network.holderOf(inner) === thing)
  }

  /** What can stand inside a thing, by the last step of its path. */
  insideAt(thing: Thing, step: string): Thing | undefined {
    return this.insideOf(thing).find((inner) => inner.step === step)
  }

  recipients(from: Thing, recipient: Extract<Action, { do: 'send' }>['recipient']): readonly Thing[] {
    const listening = this.network.things.filter(({ compiled }) => compiled.rulesOn.has('message')).map(({ path }) => path)
    return recipientsOf(listening, from.path, recipient).flatMap((path) => this.paths.get(path) ?? [])
  }

  /** What a thing holds of what is looked at; `key` is the same for situations that are alike. */
  holding(key: string, thing: Thing, situation: () => Situated): Held {
    const known = this.held.get(key)
    if (known) return known
    const held = heldIn(thing, this.insideOf(thing), situation())
    this.held.set(key, held)
    return held
  }

  answering(key: string, thing: Thing, situation: () => { readonly states: readonly Id[]; readonly names: Names }): Answering {
    const known = this.answers.get(key)
    if (known) return known
    const { states, names } = situation()
    const answering = answeringOf(thing, states, names)
    this.answers.set(key, answering)
    return answering
  }

  /** What the names of a thing stand for in a situation. */
  environment(key: string, thing: Thing, names: () => Names): Names {
    const known = this.environments.get(key) ?? { ...thing.environment, ...names() }
    this.environments.set(key, known)
    return known
  }

  /** How long a motion takes when it starts from rest; from a motion that still goes it may be shorter or longer. */
  span(axis: NetAxis, changing: Changing): Span {
    const rested = this.timeOf(axis, changing)
    const policy = standsInTheWay(this.changed(axis, changing), axis.own, 0) ?? 'continue'
    const { left, rule } = changing
    // Somebody may have led it to its end already, or nearly nowhere.
    if (rule && isLeading(rule.trigger)) return { least: 0, most: Math.max(rested, left.most), policy }
    if (left.most <= 0 || left.policy === 'skip to end') return { least: rested, most: rested, policy }
    return { least: 0, most: Math.max(rested, left.most), policy }
  }

  /** How long a change that a holder made takes, from rest or when it is followed as it is followed. */
  driven(axis: NetAxis, states: readonly Id[], span: Span | null): readonly [least: number, most: number] {
    if (span) return [span.least, span.most]
    const to = axis.states.indexOf(certain(states[axis.own]))
    const times = axis.states.map((_state, from) => (from === to ? 0 : this.timeOf(axis, { states: states.with(axis.own, certain(axis.states[from])), from, to, rule: null, names: {}, left: NO_SPAN })))
    return [Math.min(...times.filter((_time, from) => from !== to), ...(times.length < 2 ? [0] : [])), Math.max(...times)]
  }

  pulsed(thing: Thing, states: readonly Id[], action: Extract<Action, { do: 'pulse' }>): readonly [least: number, most: number] {
    const end = laneEndOf(pulse(this.atRest(thing, states, {}), action.part, action.motion, 0), action.part, 0)
    return [end, end]
  }

  /** How long what a screen does may be waited for: whichever comes or goes, and however, no longer than the longest of their motions. */
  ofSurface(motion: Motion | null): readonly [least: number, most: number] {
    const { screens, motion: usual } = this.network.project
    const longest = () => screens.map((screen) => this.longestOf([motion, screen.motion, usual].filter((each) => each !== null), screen.parts.length))
    const mostMs = this.surfaces.get(motion) ?? Math.max(...longest())
    this.surfaces.set(motion, mostMs)
    return [0, mostMs]
  }

  /** Between which times a screen or overlay comes or goes for an action, from rest. Where it depends on the way one has come, or on what is carried along, on any of them. */
  shows(from: Id, action: ShowAction): Span {
    const key = `${from} ${action.do} ${action.screen} ${JSON.stringify(action.motion)}`
    const known = this.shown.get(key) ?? this.timeOfShowing(from, action)
    this.shown.set(key, known)
    return known
  }

  private timeOfShowing(from: Id, action: ShowAction): Span {
    const { project } = this.network
    const times = timesOfShowing(project, from, action)
    const isCarried = [...project.components, ...project.screens].some(({ parts }) => parts.some(({ transitionName }) => transitionName !== undefined))
    const [, longest] = this.ofSurface(action.motion)
    return { least: isCarried ? 0 : Math.min(...times), most: isCarried ? longest : Math.max(...times), policy: 'continue' }
  }

  /** What a motion takes at most, in ms, of any lane and of the last of so many parts that set out one after another. */
  private longestOf(sources: MotionSources, parts: number): number {
    const { tokens } = this.network.project
    const lanes = [{ part: '', property: '' }, ...sources.flatMap(({ lanes: own }) => own.map(({ part, property }) => ({ part, property: property ?? '' })))]
    const { stagger } = formOf(sources)
    const turnMs = stagger ? Math.max(staggerDelayMs(stagger, 0, parts), staggerDelayMs(stagger, parts - 1, parts)) : 0
    return Math.max(...lanes.map(({ part, property }) => {
      const { delayMs, durationMs } = resolveTiming(sources, tokens, part, property)
      return turnMs + delayMs + durationMs
    }))
  }

  /** How long an item of a list takes to go at most, in ms: from rest, when it waits longest for its turn. */
  wayOut(item: Thing, states: readonly Id[]): number {
    const key = `${item.index} ${states.join(' ')}`
    const known = this.waysOut.get(key) ?? this.timeOut(item, states)
    this.waysOut.set(key, known)
    return known
  }

  private timeOut(item: Thing, states: readonly Id[]): number {
    const { holder, part } = item
    const list = holder?.compiled.component.parts.find(({ id }) => id === part)
    if (!holder || !list) return 0
    const instance = this.atRest(item, states, {})
    const count = this.insideOf(holder).filter((each) => each.part === part).length
    return Math.max(...[0, count - 1].map((place) => changePresence(instance, { isAbsent: true, atMs: 0, ...listEntrance(instance, list, place, count) }).goneMs ?? 0))
  }

  /** Puts a thing into a configuration as it begins, before any of its timers has. */
  restart(configuration: Configuration, thing: Thing): void {
    const offset = this.network.offsetOf(thing)
    configuration.fill(0, offset, offset + thing.compiled.slots.size)
    for (const { at, motionAt, start } of this.network.axesOfThing(thing)) {
      configuration[at] = start
      if (motionAt >= 0) configuration[motionAt] = 0
    }
    for (const rule of thing.compiled.awaiting) configuration[certain(this.network.waitFor(thing, rule)).at] = 0
    for (const kept of this.network.namesOfThing(thing).values()) if (kept.thing === thing) configuration[kept.at] = kept.domain.numberOf(thing.environment[kept.name])
  }

  private timeOf(axis: NetAxis, changing: Changing): number {
    const { from, to, rule, states, names } = changing
    const key = `${axis.index} ${from} ${to} ${rule?.id ?? ''} ${states.join(' ')} ${JSON.stringify(names)}`
    const known = this.spans.get(key) ?? motionEndMs(this.changed(axis, changing), axis.own, 0)
    this.spans.set(key, known)
    return known
  }

  private changed({ thing, own, states }: NetAxis, { to, rule, names, states: before }: Changing): Instance {
    return changeState(this.atRest(thing, before, names), own, certain(states[to]), rule, 0)
  }

  private atRest({ path, compiled, environment }: Thing, states: readonly Id[], names: Names): Instance {
    const given = Object.fromEntries(compiled.component.axes.map(({ id }, index) => [id, certain(states[index])]))
    return startInstance({ path, compiled, environment: { ...environment, ...names }, states: given, atMs: 0 })
  }
}
