import { type InputAction, type Literal, type Project, type Rule, type TriggerKind } from '../document'
import { evaluate, startEnvironment } from '../expression'
import {
  changeEnvironment, changeState, compile, nextDueMs, rulesThatFire, settle, surfaceComponent, targetState, canFire,
  type Instance, type Surface,
} from '../machine'
import { cursorOver, Draughtsman, partsAt, type DrawList } from '../scene'
import { Agenda } from './agenda'
import { Instances } from './instances'
import { AWAY, crossings, levelsOf, releases, type Level, type Pointer, type PointerEvent } from './pointer'
import type { Trace, TraceEvent } from './trace'

/** So many rules may fire at one instant before the run is stopped. */
export const IMMEDIATE_LIMIT = 1000

/** Is told of every event a level is offered, before any rule answers. */
export type Observer = (offered: { readonly trigger: TriggerKind; readonly instance: string; readonly part: string | null }) => void

export interface RunOptions {
  /** States of the surface's own axes to begin in instead of their start states. */
  readonly states?: Readonly<Record<string, string>>
  readonly parameters?: Readonly<Record<string, Literal>>
  /** The surface shows its absent look. */
  readonly isAbsent?: boolean
  readonly observe?: Observer
}

/**
 * A prototype in motion on a virtual clock. The same project, surface and inputs at the same instants always give
 * the same trace; looking at a frame changes nothing.
 */
export class Run {
  private clockMs = 0
  private readonly events: TraceEvent[] = []
  private readonly instances: Instances
  private readonly draughtsman = new Draughtsman()
  private pointerNow: Pointer = AWAY
  private firedAtOnce = 0
  private recentlyFired: { instance: string; rule: Rule }[] = []
  private isStopped = false
  private observe: Observer | undefined
  /** The last frame, while it still holds. */
  private drawn: { readonly atMs: number; readonly list: DrawList } | null = null

  /** Throws `gone` or `contains-itself` when the surface cannot be put together. */
  constructor(readonly project: Project, readonly surface: Surface, options: RunOptions = {}) {
    this.observe = options.observe
    const component = surfaceComponent(project, surface)
    const environment = { ...startEnvironment(project, component), ...options.parameters }
    this.instances = new Instances(project, new Agenda(), (path, axis, state) => this.put(path, axis, state))
    this.instances.place({ path: '', compiled: compile(project, component), environment, states: options.states ?? {}, isAbsent: options.isAbsent === true, atMs: 0 })
  }

  get nowMs(): number {
    return this.clockMs
  }

  get trace(): Trace {
    return this.events
  }

  get pointer(): Pointer {
    return this.pointerNow
  }

  /** Whether immediate rules would have gone on for ever; the last event of the trace says which. */
  get stopped(): boolean {
    return this.isStopped
  }

  /** When something next happens without anyone doing anything; Infinity when nothing will. */
  get nextDueMs(): number {
    while (!this.isStopped) {
      const due = this.instances.agenda.nextMs
      if (due === Infinity || this.isDue(due)) return due
      this.instances.agenda.next()
    }
    return Infinity
  }

  instance(path: string): Instance | undefined {
    return this.instances.get(path)
  }

  get paths(): Iterable<string> {
    return this.instances.paths
  }

  /** Lets the clock run to an instant; everything that falls due on the way happens at its time. */
  advanceTo(ms: number): void {
    while (!this.isStopped && this.instances.agenda.nextMs <= ms) {
      const { path, dueMs } = this.instances.agenda.next()!
      const instance = this.instances.get(path)
      if (!instance || nextDueMs(instance) !== dueMs) continue
      this.moveClock(dueMs)
      this.happen(instance)
    }
    this.moveClock(Math.max(ms, this.clockMs))
  }

  /** Something a person does, now. */
  send(input: InputAction): void {
    if (this.isStopped) return
    this.firedAtOnce = 0
    this.recentlyFired = []
    this.events.push({ what: 'input', atMs: this.clockMs, input })
    switch (input.do) {
      case 'move':
      case 'press':
      case 'release':
        return this.pointAt(input)
      case 'exit':
        this.hover([])
        this.pointerNow = { ...this.pointerNow, at: null }
        return
      case 'put':
        return this.put(input.instance, input.axis, input.state)
      case 'parameter': {
        const instance = this.instances.get(input.instance)
        if (instance) this.replace(instance, changeEnvironment(instance, { ...instance.environment, [input.name]: input.value }, this.clockMs))
        return
      }
      case 'key':
        return
    }
  }

  /** Another run that has come exactly as far; the two go on apart. */
  fork(observe?: Observer): Run {
    const fork = Object.create(Run.prototype) as Run
    return Object.assign(fork, {
      ...this,
      observe,
      events: [...this.events],
      instances: this.instances.copy((path, axis, state) => fork.put(path, axis, state)),
      recentlyFired: [...this.recentlyFired],
    })
  }

  /** What is shown now. */
  drawList(): DrawList {
    if (this.drawn?.atMs !== this.clockMs) {
      const list = this.draughtsman.drawList((path) => this.instances.get(path), this.clockMs)
      this.drawn = { atMs: this.clockMs, list }
    }
    return this.drawn.list
  }

  /** What is shown at an instant between now and whatever happens next. */
  drawListAt(ms: number): DrawList {
    return this.draughtsman.drawList((path) => this.instances.get(path), Math.min(Math.max(ms, this.clockMs), this.nextDueMs))
  }

  /** Fires a rule of the surface's own as if its trigger had come; for looking at its motion. */
  fireByHand(rule: Rule): void {
    this.fire('', rule)
  }

  private moveClock(ms: number): void {
    if (ms === this.clockMs) return
    this.clockMs = ms
    this.firedAtOnce = 0
    this.recentlyFired = []
  }

  private isDue(ms: number): boolean {
    const first = this.instances.agenda.next()!
    this.instances.agenda.add(first)
    const instance = this.instances.get(first.path)
    return instance !== undefined && nextDueMs(instance) === ms
  }

  private replace(before: Instance, after: Instance): void {
    this.drawn = null
    this.instances.replace(before, after, this.clockMs)
  }

  /** What is due for an instance now: settling comes before timers, timers in the order of their rules. */
  private happen(instance: Instance): void {
    const settling = instance.settlesMs.findIndex((ms) => ms !== null && ms <= this.clockMs)
    if (settling >= 0) {
      const axis = instance.compiled.component.axes[settling]!
      this.replace(instance, settle(instance, settling, this.clockMs))
      this.events.push({ what: 'settled', atMs: this.clockMs, instance: instance.path, axis: axis.id, state: instance.states[settling]! })
      for (const rule of rulesThatFire(this.instances.get(instance.path)!, 'settled', null)) {
        if (rule.axis === axis.id) this.fire(instance.path, rule)
      }
      this.lookUnderPointer()
      return
    }
    const timer = instance.timers.find(({ dueMs }) => dueMs !== null && dueMs <= this.clockMs)
    if (!timer) return
    const { trigger } = timer.rule
    const again = trigger.on === 'every' ? [{ ...timer, dueMs: this.clockMs + trigger.ms }] : []
    const timers = instance.timers.flatMap((each) => (each === timer ? again : [each]))
    const after = { ...instance, timers }
    this.instances.keep(after)
    if (canFire(after, timer.rule)) this.fire(after.path, timer.rule)
    this.lookUnderPointer()
  }

  private pointAt(input: Extract<InputAction, { do: 'move' | 'press' | 'release' }>): void {
    const at = { x: input.x, y: input.y }
    const hits = partsAt(this.drawList(), at)
    const under = levelsOf(hits)
    const hovers = input.pointer !== 'touch'
    this.pointerNow = { ...this.pointerNow, at, kind: input.pointer, cursor: cursorOver(hits) }
    this.hover(hovers ? under : [])
    if (input.do === 'press') {
      this.pointerNow = { ...this.pointerNow, pressedOn: under }
      this.dispatch({ trigger: 'press', way: under })
    }
    if (input.do === 'release') {
      const { pressedOn } = this.pointerNow
      this.pointerNow = { ...this.pointerNow, pressedOn: null }
      if (pressedOn) releases(pressedOn, under).forEach((event) => this.dispatch(event))
    }
    this.lookUnderPointer()
  }

  /** Things move under a pointer that stands still. */
  private lookUnderPointer(): void {
    const { at, kind } = this.pointerNow
    if (!at || kind === 'touch' || this.isStopped) return
    const hits = partsAt(this.drawList(), at)
    this.pointerNow = { ...this.pointerNow, cursor: cursorOver(hits) }
    this.hover(levelsOf(hits))
  }

  private hover(under: readonly Level[]): void {
    const events = crossings(this.pointerNow.over, under)
    this.pointerNow = { ...this.pointerNow, over: under }
    events.forEach((event) => this.dispatch(event))
  }

  /** Sends an event outward along its way until a rule consumes it; each axis answers once at most. */
  private dispatch({ trigger, way }: PointerEvent): void {
    const answered = new Set<string>()
    for (const { instance: path, part } of way) {
      const instance = this.instances.get(path)
      if (!instance) continue
      this.observe?.({ trigger, instance: path, part })
      const rules = rulesThatFire(instance, trigger, part).filter((rule) => !answered.has(`${path} ${rule.axis}`))
      for (const rule of rules) {
        answered.add(`${path} ${rule.axis}`)
        this.fire(path, rule, trigger)
      }
      if (rules.some((rule) => !rule.letThrough)) return
    }
  }

  private fire(path: string, rule: Rule, trigger: TriggerKind = rule.trigger.on): void {
    const before = this.instances.get(path)
    if (!before || this.isStopped || this.isEndless(path, rule)) return
    const axisIndex = before.compiled.component.axes.findIndex(({ id }) => id === rule.axis)
    this.events.push({ what: 'fired', atMs: this.clockMs, instance: path, rule: rule.id, trigger, state: before.states[axisIndex]! })
    this.act(path, rule)
    const instance = this.instances.get(path)!
    const to = targetState(instance, rule)
    if (to !== null) this.enter(instance, axisIndex, to, rule)
  }

  private act(path: string, rule: Rule): void {
    for (const action of rule.actions) {
      if (action.do !== 'set') continue
      const instance = this.instances.get(path)!
      const value = evaluate(action.to, instance.environment)
      this.replace(instance, changeEnvironment(instance, { ...instance.environment, [action.variable]: value }, this.clockMs))
    }
  }

  private put(path: string, axis: string, state: string): void {
    const instance = this.instances.get(path)
    const axisIndex = instance?.compiled.component.axes.findIndex(({ id }) => id === axis) ?? -1
    if (!instance || axisIndex < 0 || instance.states[axisIndex] === state) return
    if (!instance.compiled.component.axes[axisIndex]!.states.some(({ id }) => id === state)) return
    this.enter(instance, axisIndex, state, null)
  }

  private enter(instance: Instance, axisIndex: number, to: string, rule: Rule | null): void {
    const after = changeState(instance, axisIndex, to, rule, this.clockMs)
    this.events.push({
      what: 'state', atMs: this.clockMs, instance: instance.path, axis: instance.compiled.component.axes[axisIndex]!.id,
      from: instance.states[axisIndex]!, to, rule: rule?.id ?? null, settlesMs: after.settlesMs[axisIndex]!,
    })
    this.replace(instance, after)
  }

  private isEndless(path: string, rule: Rule): boolean {
    this.recentlyFired.push({ instance: path, rule })
    this.firedAtOnce++
    if (this.firedAtOnce <= IMMEDIATE_LIMIT) return false
    this.isStopped = true
    const last = this.recentlyFired.slice(-IMMEDIATE_LIMIT)
    const rules = [...new Set(last.map((fired) => fired.rule.id))]
    this.events.push({
      what: 'stopped', atMs: this.clockMs, instance: path, rules,
      sentence: `Stopped: ${rules.length === 1 ? 'a rule sets itself' : `${rules.length} rules set one another`} off without end at ${this.clockMs} ms.`,
    })
    return true
  }
}

