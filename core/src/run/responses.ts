import { RheoError, sameValue, type Action, type Literal, type Project, type Rule, type TriggerKind } from '../document'
import { evaluate } from '../expression'
import {
  canFire, changeEnvironment, changeState, completed, laneEndOf, pulse, rulesThatFire, settle, standsInTheWay, targetState, tiedValue,
  type Instance, type IsMeant,
} from '../machine'
import { pathInside } from '../scene'
import { motionSources } from '../motion'
import { inGroups } from './action-groups'
import { carriedWithin, isTied, treeOf } from './carry'
import type { Instances, Watch } from './instances'
import type { Level, PointerEvent } from './pointer'
import { recipientsOf } from './recipients'
import type { Surfaces } from './surfaces'
import type { TraceEvent } from './trace'

/** So many rules may fire at one instant before the run is stopped. */
export const IMMEDIATE_LIMIT = 1000

/** An event a level is offered, with how long the trace was then. */
export interface Offered {
  readonly trigger: TriggerKind
  readonly instance: string
  readonly part: string | null
  readonly before: number
}

/** Is told of every event a level is offered, before any rule answers; also of those that come while the run is being put together. */
export type Observer = (offered: Offered) => void

/** What responses need of the run they belong to. */
export interface World {
  readonly project: Project
  readonly nowMs: () => number
  readonly instances: () => Instances
  readonly record: (event: TraceEvent) => void
  /** Something is not what it was any more. */
  readonly changed: () => void
  readonly observe: ((offered: Omit<Offered, 'before'>) => void) | undefined
  readonly surfaces: () => Surfaces
}

/** Actions of a rule that wait for others to end. */
interface Postponed {
  readonly dueMs: number
  readonly path: string
  readonly rule: string
  readonly groups: readonly (readonly Action[])[]
}

/** What happens when something happens: rules fire, actions run, states change, messages and changes are told. */
export class Responses {
  isStopped = false
  private waiting: (() => void)[] = []
  private isTelling = false
  private postponed: readonly Postponed[] = []
  private recentlyFired: readonly { readonly instance: string; readonly rule: Rule }[] = []
  /** The deepest instance that was last touched. */
  private touched = ''

  constructor(private readonly world: World) {}

  copy(world: World): Responses {
    const copy = new Responses(world)
    Object.assign(copy, { isStopped: this.isStopped, postponed: this.postponed, recentlyFired: this.recentlyFired, touched: this.touched })
    return copy
  }

  /** When actions that wait for others are to go on; Infinity when none waits. */
  get nextDueMs(): number {
    return this.postponed.reduce((first, { dueMs }) => Math.min(first, dueMs), Infinity)
  }

  /** The actions that wait, as far as they decide what comes: by rule, with how much longer they do. */
  get waitingActions(): readonly (readonly [path: string, rule: string, left: number, inMs: number])[] {
    return this.postponed.map(({ path, rule, groups, dueMs }) => [path, rule, groups.length, dueMs - this.world.nowMs()])
  }

  /** What an instance or a person does begins anew: what has fired until now is no loop. */
  beginInstant(): void {
    this.recentlyFired = []
  }

  /** Goes on with the actions that have waited long enough. */
  goOn(): void {
    const now = this.world.nowMs()
    const due = this.postponed.filter(({ dueMs }) => dueMs <= now)
    this.postponed = this.postponed.filter(({ dueMs }) => dueMs > now)
    for (const { path, rule, groups } of due) if (this.world.instances().get(path)) this.perform(path, rule, groups)
  }

  /** Sends an event outward along its way until a rule consumes it, and says whether one did; each axis answers once at most. */
  dispatch({ trigger, way, isMeant }: PointerEvent): boolean {
    const answered = new Set<string>()
    if (isTouch(trigger) && way[0]) this.touched = way[0].instance
    for (const { instance: path, part } of way) {
      const instance = this.world.instances().get(path)
      if (!instance) continue
      this.world.observe?.({ trigger, instance: path, part })
      const rules = rulesThatFire(instance, trigger, part, isMeant).filter((rule) => !answered.has(`${path} ${rule.axis}`))
      for (const rule of rules) {
        answered.add(`${path} ${rule.axis}`)
        this.fire(path, rule, trigger)
      }
      if (rules.some((rule) => !rule.letThrough)) return true
    }
    return false
  }

  /** Sends an event to one instance as a whole. */
  offer(path: string, trigger: TriggerKind, isMeant?: IsMeant): boolean {
    const whole: Level = { instance: path, part: null }
    return this.dispatch({ trigger, way: [whole], ...(isMeant ? { isMeant } : {}) })
  }

  fire(path: string, rule: Rule, trigger: TriggerKind = rule.trigger.on): void {
    const before = this.world.instances().get(path)
    if (!before || this.isStopped || this.isEndless(path, rule)) return
    const atMs = this.world.nowMs()
    const axisIndex = before.compiled.component.axes.findIndex(({ id }) => id === rule.axis)
    const policy = standsInTheWay(before, axisIndex, atMs)
    if (policy === 'ignore') return
    if (policy === 'finish first') {
      this.world.instances().keep({ ...before, queued: before.queued.with(axisIndex, rule) })
      return
    }
    if (policy === 'skip to end') this.replace(before, completed(before, axisIndex))
    this.world.record({ what: 'fired', atMs, instance: path, rule: rule.id, trigger, state: before.states[axisIndex] ?? '' })
    this.perform(path, rule.id, inGroups(rule.actions))
    const instance = this.world.instances().get(path)
    const to = instance ? targetState(instance, rule) : null
    if (instance && to !== null) this.enter(instance, axisIndex, to, rule)
  }

  /** Puts an axis of an instance into a state; one it is in is left alone. */
  put(path: string, axis: string, state: string): void {
    const instance = this.world.instances().get(path)
    const axisIndex = instance?.compiled.component.axes.findIndex(({ id }) => id === axis) ?? -1
    if (!instance || axisIndex < 0 || instance.states[axisIndex] === state) return
    if (!instance.compiled.component.axes[axisIndex]!.states.some(({ id }) => id === state)) return
    this.enter(instance, axisIndex, state, null)
  }

  /** Lets names of an instance stand for something else; those that do already are left alone. */
  name(path: string, names: Readonly<Record<string, Literal>>): void {
    const instance = this.world.instances().get(path)
    if (!instance || Object.entries(names).every(([name, value]) => instance.environment[name] === value)) return
    this.replace(instance, changeEnvironment(instance, { ...instance.environment, ...names }, this.world.nowMs()))
  }

  /** Gives a variable a value: one of the project's for everyone it means something to, any other for its own instance. */
  setVariable(path: string, variable: string, value: Literal): void {
    const instances = this.world.instances()
    const owner = instances.get(path)
    const isShared = this.world.project.variables.some(({ name }) => name === variable) && !owner?.compiled.component.variables.some(({ name }) => name === variable)
    const before = isShared ? instances.shared[variable] : owner?.environment[variable]
    if (isShared) instances.shared = { ...instances.shared, [variable]: value }
    if (!sameValue(before, value)) this.world.record({ what: 'variable', atMs: this.world.nowMs(), instance: path, name: variable, value, isShared })
    const whom = isShared ? new Set([path, ...instances.listeners.readers(variable)]) : [path]
    for (const each of whom) this.name(each, { [variable]: value })
  }

  /** Messages and changes are told one after another until nothing is left; then time goes on. */
  tellWaiting(): void {
    if (this.isTelling) return
    this.isTelling = true
    while (this.waiting.length > 0 && !this.isStopped) this.waiting.shift()!()
    this.waiting = []
    this.isTelling = false
  }

  /** What is due for an instance now: settling comes before timers, timers in the order of their rules. */
  happen(instance: Instance): void {
    const atMs = this.world.nowMs()
    const settling = instance.settlesMs.findIndex((ms) => ms !== null && ms <= atMs)
    if (settling >= 0) return this.settle(instance, settling)
    if (instance.goneMs !== null && instance.goneMs <= atMs) {
      this.world.instances().forget(instance.path)
      return this.world.changed()
    }
    const { rules } = instance.compiled.component
    const due = instance.timers.filter(({ dueMs }) => dueMs !== null && dueMs <= atMs)
    const timer = due.toSorted((a, b) => rules.indexOf(a.rule) - rules.indexOf(b.rule))[0]
    if (!timer) return
    const { trigger } = timer.rule
    const again = trigger.on === 'every' ? [{ ...timer, dueMs: atMs + trigger.ms }] : []
    const after = { ...instance, timers: instance.timers.flatMap((each) => (each === timer ? again : [each])) }
    this.world.instances().keep(after)
    if (canFire(after, timer.rule)) this.fire(after.path, timer.rule)
  }

  /** What is done about what happens among the instances. */
  watch(): Watch {
    return {
      drive: (path, axis, state) => this.put(path, axis, state),
      renamed: (path, before, after) => this.waiting.push(() => this.tellChanges(path, before, after)),
      placed: ({ path, compiled, states }) => this.world.record({ what: 'appeared', atMs: this.world.nowMs(), instance: path, component: compiled.component.id, states }),
      removed: (path) => this.world.record({ what: 'gone', atMs: this.world.nowMs(), instance: path }),
      shown: (path, isShown) => this.waiting.push(() => this.offer(path, isShown ? 'shown' : 'hidden')),
    }
  }

  private settle(instance: Instance, axisIndex: number): void {
    const { path, compiled } = instance
    const axis = compiled.component.axes[axisIndex]!
    const now = () => this.world.instances().get(path)
    this.replace(instance, settle(instance, axisIndex, this.world.nowMs()))
    this.world.record({ what: 'settled', atMs: this.world.nowMs(), instance: path, axis: axis.id, state: instance.states[axisIndex]! })
    const queued = instance.queued[axisIndex]
    if (queued) this.world.instances().keep({ ...now()!, queued: instance.queued.with(axisIndex, null) })
    for (const rule of rulesThatFire(now()!, 'settled', null)) if (rule.axis === axis.id) this.fire(path, rule)
    const after = now()
    if (queued && after && canFire(after, queued)) this.fire(path, queued)
  }

  /** Does groups of actions one after another; those after one that is waited for go on when it has ended. */
  private perform(path: string, rule: string, groups: readonly (readonly Action[])[]): void {
    const now = this.world.nowMs()
    for (const [index, group] of groups.entries()) {
      const endMs = group.reduce((end, action) => {
        const ends = this.act(path, action)
        return action.awaited ? Math.max(end, ends) : end
      }, now)
      const rest = groups.slice(index + 1)
      if (endMs <= now || rest.length === 0) continue
      this.postponed = [...this.postponed, { dueMs: endMs, path, rule, groups: rest }]
      return
    }
  }

  /** Does something and says when it has ended. An expression that cannot be worked out is a finding; the action is passed over. */
  private act(path: string, action: Action): number {
    const now = this.world.nowMs()
    const instance = this.world.instances().get(path)
    if (!instance) return now
    try {
      switch (action.do) {
        case 'set':
          this.setVariable(path, action.variable, evaluate(action.to, instance.environment))
          return now
        case 'send': {
          const payload = action.payload === null ? '' : evaluate(action.payload, instance.environment)
          const listening = this.world.instances().listeners.to('message')
          const recipients = recipientsOf(listening, path, action.recipient)
          this.world.record({ what: 'message', atMs: now, instance: path, name: action.message, to: recipients })
          for (const to of recipients) this.waiting.push(() => this.deliver(to, action.message, payload))
          return now
        }
        case 'drive': {
          const inner = pathInside(path, action.instance)
          this.put(inner, action.axis, action.state)
          const driven = this.world.instances().get(inner)
          return driven?.settlesMs[driven.compiled.component.axes.findIndex(({ id }) => id === action.axis)] ?? now
        }
        case 'pulse': {
          const after = pulse(instance, action.part, action.motion, now)
          this.replace(instance, after)
          return laneEndOf(after, action.part, now)
        }
        case 'go to screen':
          return this.world.surfaces().goTo(action.screen, action.motion, this.touched)
        case 'open overlay':
          return this.world.surfaces().open(action.screen, action.motion, this.touched)
        case 'close overlay':
          return this.world.surfaces().close(action.screen, action.motion)
      }
    } catch (error) {
      // What it is about is gone, or comes to nothing; that is a finding.
      if (!(error instanceof RheoError)) throw error
      return now
    }
  }

  private enter(instance: Instance, axisIndex: number, to: string, rule: Rule | null): void {
    const atMs = this.world.nowMs()
    const changed = changeState(instance, axisIndex, to, rule, atMs)
    const after = isTied(instance) ? this.carried(instance, changed, axisIndex, rule) : changed
    this.world.record({
      what: 'state', atMs, instance: instance.path, axis: instance.compiled.component.axes[axisIndex]!.id,
      from: instance.states[axisIndex]!, to, rule: rule?.id ?? null, settlesMs: after.settlesMs[axisIndex]!,
    })
    this.replace(instance, after)
    const tied = tiedValue(after, axisIndex)
    if (tied) this.setVariable(instance.path, tied.variable, tied.value)
  }

  private carried(before: Instance, after: Instance, axis: number, rule: Rule | null): Instance {
    const atMs = this.world.nowMs()
    const { compiled, states } = before
    const lookup = (path: string) => this.world.instances().get(path)
    const sources = motionSources(compiled.project, compiled.component, compiled.component.axes[axis]!.id, states[axis]!, after.states[axis]!, rule)
    return carriedWithin(after, treeOf(before, lookup, atMs, false), { lookup, sources, atMs, axis })
  }

  private tellChanges(path: string, before: Instance['environment'], after: Instance['environment']): void {
    const instance = this.world.instances().get(path)
    if (!instance || (instance.compiled.rulesOn.get('changes') ?? []).length === 0) return
    const isMeant: IsMeant = (trigger) =>
      trigger.on === 'changes' && before[trigger.name] !== after[trigger.name] && (trigger.to === null || trigger.to === after[trigger.name])
    for (const rule of rulesThatFire(instance, 'changes', null, isMeant)) this.fire(path, rule)
  }

  private deliver(path: string, message: string, payload: Literal): void {
    this.name(path, { payload })
    const instance = this.world.instances().get(path)
    if (!instance) return
    for (const rule of rulesThatFire(instance, 'message', null, (trigger) => trigger.on === 'message' && trigger.name === message)) this.fire(path, rule)
  }

  private replace(before: Instance, after: Instance): void {
    this.world.changed()
    this.world.instances().replace(before, after, this.world.nowMs())
  }

  private isEndless(path: string, rule: Rule): boolean {
    this.recentlyFired = [...this.recentlyFired, { instance: path, rule }]
    if (this.recentlyFired.length <= IMMEDIATE_LIMIT) return false
    this.isStopped = true
    const rules = [...new Set(this.recentlyFired.slice(-IMMEDIATE_LIMIT).map((fired) => fired.rule.id))]
    const atMs = this.world.nowMs()
    this.world.record({
      what: 'stopped', atMs, instance: path, rules,
      sentence: `Stopped: ${rules.length === 1 ? 'a rule sets itself' : `${rules.length} rules set one another`} off without end at ${atMs} ms.`,
    })
    return true
  }
}

/** Whether an event comes of somebody pointing at or touching what it is for. */
const isTouch = (trigger: TriggerKind): boolean => ['tap', 'double tap', 'press', 'release', 'long press', 'drag end'].includes(trigger)
