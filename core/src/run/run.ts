import type { Action, InputAction, Literal, Project, Rule, TriggerKind } from '../document'
import { evaluate, startEnvironment } from '../expression'
import {
  canFire, changeEnvironment, changeState, compile, completed, nextDueMs, rulesThatFire, settle, standsInTheWay, surfaceComponent, targetState, tiedValue,
  type Instance, type IsMeant, type Surface,
} from '../machine'
import { Draughtsman, pathInside, type DrawList } from '../scene'
import { Agenda } from './agenda'
import { Instances, type Watch } from './instances'
import type { Level, Pointer, PointerEvent } from './pointer'
import { recipientsOf } from './recipients'
import type { Trace, TraceEvent } from './trace'
import { UserInput, type Stage } from './user-input'

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
  private readonly input: UserInput
  /** What is still to be told to whom at this instant. */
  private waiting: (() => void)[] = []
  private isTelling = false
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
    this.input = new UserInput(this.stage())
    this.instances = new Instances(project, new Agenda(), this.watch())
    this.instances.place({ path: '', compiled: compile(project, component), environment, states: options.states ?? {}, isAbsent: options.isAbsent === true, atMs: 0 })
  }

  get nowMs(): number {
    return this.clockMs
  }

  get trace(): Trace {
    return this.events
  }

  get pointer(): Pointer {
    return this.input.pointer
  }

  /** Whether immediate rules would have gone on for ever; the last event of the trace says which. */
  get stopped(): boolean {
    return this.isStopped
  }

  /** When something next happens without anyone doing anything; Infinity when nothing will. */
  get nextDueMs(): number {
    while (!this.isStopped) {
      const due = this.instances.agenda.nextMs
      if (due === Infinity || this.isDue(due)) return Math.min(due, this.input.nextDueMs)
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
    while (!this.isStopped && Math.min(this.instances.agenda.nextMs, this.input.nextDueMs) <= ms) {
      if (this.input.nextDueMs <= this.instances.agenda.nextMs) {
        this.moveClock(this.input.nextDueMs)
        this.input.happen()
        this.tellWaiting()
        continue
      }
      const { path, dueMs } = this.instances.agenda.next()!
      const instance = this.instances.get(path)
      if (!instance || nextDueMs(instance) !== dueMs) continue
      this.moveClock(dueMs)
      this.happen(instance)
      this.tellWaiting()
    }
    this.moveClock(Math.max(ms, this.clockMs))
  }

  /** Something a person does, now. */
  send(input: InputAction): void {
    if (this.isStopped) return
    this.firedAtOnce = 0
    this.recentlyFired = []
    this.events.push({ what: 'input', atMs: this.clockMs, input })
    this.take(input)
    this.tellWaiting()
  }

  /** Another run that has come exactly as far; the two go on apart. */
  fork(observe?: Observer): Run {
    const fork = Object.create(Run.prototype) as Run
    return Object.assign(fork, {
      ...this,
      observe,
      events: [...this.events],
      instances: this.instances.copy(fork.watch()),
      input: this.input.copy(fork.stage()),
      waiting: [],
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
    this.tellWaiting()
  }

  /** Whether a tap or press will come to something more if nothing else happens. */
  get isInGesture(): boolean {
    return this.input.nextDueMs < Infinity
  }

  /** What has the keyboard focus; null when nothing has, or when it is not to be shown because the pointer put it there. */
  get shownFocus(): Level | null {
    return this.input.focus?.isShown ? this.input.focus.stop.part : null
  }

  private take(input: InputAction): void {
    switch (input.do) {
      case 'move':
      case 'press':
      case 'release':
        return this.input.point(input)
      case 'exit':
        return this.input.exit()
      case 'put':
        return this.put(input.instance, input.axis, input.state)
      case 'parameter':
        return this.name(input.instance, { [input.name]: input.value })
      case 'key':
        return this.input.key(input)
    }
  }

  private stage(): Stage {
    return {
      nowMs: () => this.clockMs,
      drawList: () => this.drawList(),
      dispatch: (event) => this.dispatch(event),
      listeners: (trigger, way) => way.flatMap(({ instance, part }) =>
        (this.instances.get(instance)?.compiled.rulesOn.get(trigger) ?? []).filter((rule) => rule.part === part)),
      tell: (path, what, isSo) => this.name(path, { [what]: isSo }),
      keyAnywhere: (isMeant) => {
        for (const path of [...this.instances.paths]) if (this.dispatch({ trigger: 'key', way: [{ instance: path, part: null }], isMeant })) return
      },
    }
  }

  private watch(): Watch {
    return {
      drive: (path, axis, state) => this.put(path, axis, state),
      renamed: (path, before, after) => this.waiting.push(() => this.tellChanges(path, before, after)),
    }
  }

  /** Lets names of an instance stand for something else; those that do already are left alone. */
  private name(path: string, names: Readonly<Record<string, Literal>>): void {
    const instance = this.instances.get(path)
    if (!instance || Object.entries(names).every(([name, value]) => instance.environment[name] === value)) return
    this.replace(instance, changeEnvironment(instance, { ...instance.environment, ...names }, this.clockMs))
  }

  /** Gives a variable a value: one of the project's for everyone, any other for its own instance. */
  private setVariable(path: string, variable: string, value: Literal): void {
    const isShared = this.project.variables.some(({ name }) => name === variable)
    for (const each of isShared ? [...this.instances.paths] : [path]) this.name(each, { [variable]: value })
  }

  /** Messages and changes are told one after another until nothing is left; then time goes on. */
  private tellWaiting(): void {
    if (this.isTelling) return
    this.isTelling = true
    while (this.waiting.length > 0 && !this.isStopped) this.waiting.shift()!()
    this.waiting = []
    this.isTelling = false
  }

  private tellChanges(path: string, before: Instance['environment'], after: Instance['environment']): void {
    const instance = this.instances.get(path)
    if (!instance || (instance.compiled.rulesOn.get('changes') ?? []).length === 0) return
    const isMeant: IsMeant = (trigger) =>
      trigger.on === 'changes' && before[trigger.name] !== after[trigger.name] && (trigger.to === null || trigger.to === after[trigger.name])
    for (const rule of rulesThatFire(instance, 'changes', null, isMeant)) this.fire(path, rule)
  }

  private deliver(path: string, message: string, payload: Literal): void {
    this.name(path, { payload })
    const instance = this.instances.get(path)
    if (!instance) return
    for (const rule of rulesThatFire(instance, 'message', null, (trigger) => trigger.on === 'message' && trigger.name === message)) this.fire(path, rule)
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
      const queued = instance.queued[settling]
      if (queued) this.instances.keep({ ...this.instances.get(instance.path)!, queued: instance.queued.with(settling, null) })
      for (const rule of rulesThatFire(this.instances.get(instance.path)!, 'settled', null)) {
        if (rule.axis === axis.id) this.fire(instance.path, rule)
      }
      if (queued && canFire(this.instances.get(instance.path)!, queued)) this.fire(instance.path, queued)
      if (!this.isStopped) this.input.lookUnderPointer()
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
    if (!this.isStopped) this.input.lookUnderPointer()
  }

  /** Sends an event outward along its way until a rule consumes it, and says whether one did; each axis answers once at most. */
  private dispatch({ trigger, way, isMeant }: PointerEvent): boolean {
    const answered = new Set<string>()
    for (const { instance: path, part } of way) {
      const instance = this.instances.get(path)
      if (!instance) continue
      this.observe?.({ trigger, instance: path, part })
      const rules = rulesThatFire(instance, trigger, part, isMeant).filter((rule) => !answered.has(`${path} ${rule.axis}`))
      for (const rule of rules) {
        answered.add(`${path} ${rule.axis}`)
        this.fire(path, rule, trigger)
      }
      if (rules.some((rule) => !rule.letThrough)) return true
    }
    return false
  }

  private fire(path: string, rule: Rule, trigger: TriggerKind = rule.trigger.on): void {
    const before = this.instances.get(path)
    if (!before || this.isStopped || this.isEndless(path, rule)) return
    const axisIndex = before.compiled.component.axes.findIndex(({ id }) => id === rule.axis)
    const policy = standsInTheWay(before, axisIndex, this.clockMs)
    if (policy === 'refuse') return
    if (policy === 'finish first') {
      this.instances.keep({ ...before, queued: before.queued.with(axisIndex, rule) })
      return
    }
    if (policy === 'complete') this.replace(before, completed(before, axisIndex))
    this.events.push({ what: 'fired', atMs: this.clockMs, instance: path, rule: rule.id, trigger, state: before.states[axisIndex]! })
    for (const action of rule.actions) this.act(path, action)
    const instance = this.instances.get(path)!
    const to = targetState(instance, rule)
    if (to !== null) this.enter(instance, axisIndex, to, rule)
  }

  /** Does something that is not a motion. An expression that cannot be worked out is a finding; the action is passed over. */
  private act(path: string, action: Action): void {
    const worth = (expr: string): Literal => evaluate(expr, this.instances.get(path)!.environment)
    try {
      if (action.do === 'set') this.setVariable(path, action.variable, worth(action.to))
      else if (action.do === 'drive') this.put(pathInside(path, action.instance), action.axis, action.state)
      else if (action.do === 'send') {
        const payload = action.payload === null ? '' : worth(action.payload)
        for (const to of recipientsOf(this.instances.paths, path, action.recipient)) this.waiting.push(() => this.deliver(to, action.message, payload))
      }
    } catch {
      // Said where the rule is.
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
    const tied = tiedValue(after, axisIndex)
    if (tied) this.setVariable(instance.path, tied.variable, tied.value)
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

