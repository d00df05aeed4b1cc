import { orElse, sameValue, type Action, type Id, type InterruptionPolicy, type Literal, type Rule, type TriggerKind } from '../document'
import { evaluate, isShared } from '../expression'
import {
  changeEnvironment, changeState, completed, laneEndOf, pathInside, pulse, settle, standsInTheWay, tiedTo, type Compiled, type Content, type Instance,
} from '../machine'
import { motionSources } from '../motion'
import { groupsOf, Interpreter, recipientsOf, type Ends, type Ground, type IsMeant, type Level, type Note } from '../semantics'
import { carriedWithin, isTied, treeOf } from './carry'
import type { Observer, Parts } from './parts'

/** Actions of a rule that wait for others to end. */
interface Postponed {
  readonly dueMs: number
  readonly path: string
  readonly rule: Rule
  /** From this group on. */
  readonly group: number
}

/** Actions that wait, as far as they decide what comes: by rule, with how many groups are left and in how many ms they go on. */
export type WaitingActions = readonly (readonly [path: string, rule: string, left: number, inMs: number])[]

/** The instances of a run, by path, for what happens to happen to; and what of it waits for its time. */
export class RunGround implements Ground<string> {
  readonly interpreter: Interpreter<string>
  private postponed: readonly Postponed[]
  /** The deepest instance that was last touched. */
  private touched: string

  constructor(private readonly run: Parts, private readonly observe: Observer | undefined, before?: RunGround) {
    this.interpreter = before ? before.interpreter.copy(this) : new Interpreter(this)
    this.postponed = before?.postponed ?? []
    this.touched = before?.touched ?? ''
  }

  /** When actions that wait for others are to go on; Infinity when none waits. */
  get nextDueMs(): number {
    return this.postponed.reduce((first, { dueMs }) => Math.min(first, dueMs), Infinity)
  }

  get waitingActions(): WaitingActions {
    return this.postponed.map(({ path, rule, group, dueMs }) => [path, rule.id, groupsOf(rule).length - group, dueMs - this.run.nowMs])
  }

  /** Sends an event outward along its way and says whether a rule consumed it. */
  dispatch(trigger: TriggerKind, way: readonly Level<string>[], isMeant?: IsMeant): boolean {
    if (isTouch(trigger) && way[0]) this.touched = way[0].thing
    return this.interpreter.dispatch(trigger, way, isMeant)
  }

  /** Goes on with the actions that have waited long enough. */
  goOn(): void {
    const now = this.run.nowMs
    const due = this.postponed.filter(({ dueMs }) => dueMs <= now)
    this.postponed = this.postponed.filter(({ dueMs }) => dueMs > now)
    for (const { path, rule, group } of due) if (this.isThere(path)) this.interpreter.perform(path, rule, group)
  }

  /** What is due for an instance now: settling comes before timers, timers in the order of their rules. */
  happen({ path, settlesMs, goneMs, timers, compiled }: Instance): void {
    const now = this.run.nowMs
    const settling = settlesMs.findIndex((ms) => ms !== null && ms <= now)
    if (settling >= 0) return this.interpreter.settle(path, settling)
    if (goneMs !== null && goneMs <= now) {
      this.run.instances.forget(path)
      return this.run.pictures.forget()
    }
    const { rules } = compiled.component
    const due = timers.filter(({ dueMs }) => dueMs !== null && dueMs <= now)
    const timer = due.toSorted((a, b) => rules.indexOf(a.rule) - rules.indexOf(b.rule))[0]
    if (timer) this.interpreter.timeIsUp(path, timer)
  }

  /** Lets names of an instance stand for something else; those that do already are left alone. */
  rename(path: string, names: Readonly<Record<string, Literal>>): void {
    const instance = this.run.instances.get(path)
    if (!instance || Object.entries(names).every(([name, value]) => instance.environment[name] === value)) return
    const after = changeEnvironment(instance, { ...instance.environment, ...names }, this.run.nowMs)
    for (const [axis, to] of after.states.entries()) if (instance.states[axis] !== to) this.recordState(instance, after, axis, null)
    this.replace(instance, after)
  }

  nowMs(): number {
    return this.run.nowMs
  }

  isThere(path: string): boolean {
    return this.run.instances.get(path) !== undefined
  }

  compiledOf(path: string): Compiled {
    return this.at(path).compiled
  }

  stateOf(path: string, axis: number): Id {
    return this.at(path).states[axis] ?? ''
  }

  cameFrom(path: string, axis: number): Id | null {
    return this.at(path).cameFrom[axis] ?? null
  }

  inTheWay(path: string, axis: number): InterruptionPolicy | null {
    return standsInTheWay(this.at(path), axis, this.run.nowMs)
  }

  queued(path: string, axis: number): Rule | null {
    return this.at(path).queued[axis] ?? null
  }

  queue(path: string, axis: number, rule: Rule | null): void {
    const instance = this.at(path)
    this.run.instances.keep({ ...instance, queued: instance.queued.with(axis, rule) })
  }

  skipToEnd(path: string, axis: number): void {
    const instance = this.at(path)
    this.replace(instance, completed(instance, axis))
  }

  change(path: string, axis: number, to: Id, rule: Rule | null): void {
    const atMs = this.run.nowMs
    const before = this.at(path)
    const changed = changeState(before, axis, to, rule, atMs)
    const after = isTied(before) ? this.carried(before, changed, axis, rule) : changed
    this.recordState(before, after, axis, rule)
    this.replace(before, after)
  }

  rest(path: string, axis: number): void {
    const instance = this.at(path)
    this.replace(instance, settle(instance, axis, this.run.nowMs))
  }

  elapse(path: string, rule: Rule): void {
    const now = this.run.nowMs
    const instance = this.at(path)
    const { trigger } = rule
    const timers = instance.timers.flatMap((timer) => (timer.rule !== rule ? [timer] : trigger.on === 'every' ? [{ ...timer, dueMs: now + trigger.ms }] : []))
    this.run.instances.keep({ ...instance, timers })
  }

  isTrue(path: string, condition: string): boolean {
    return orElse(() => evaluate(condition, this.at(path).environment) === true, false)
  }

  worth(path: string, expression: string): Literal {
    return evaluate(expression, this.at(path).environment)
  }

  /** Nothing is unknown in a run. */
  guess(): boolean {
    return false
  }

  /** A variable of the project's is given its value for everyone it means something to, any other for its own instance. */
  assign(path: string, variable: string, value: Literal | undefined): void {
    if (value === undefined) return
    const { instances, project } = this.run
    const owner = instances.get(path)
    const isForAll = owner !== undefined && isShared(project, owner.compiled.component, variable)
    const before = isForAll ? instances.shared[variable] : owner?.environment[variable]
    if (isForAll) instances.shared = { ...instances.shared, [variable]: value }
    if (!sameValue(before, value)) this.run.record({ what: 'variable', atMs: this.run.nowMs, instance: path, name: variable, value, isShared: isForAll })
    const whom = isForAll ? new Set([path, ...instances.listeners.readers(variable)]) : [path]
    for (const each of whom) this.rename(each, { [variable]: value })
  }

  name(path: string, names: Readonly<Record<string, Literal | undefined>>): void {
    this.rename(path, Object.fromEntries(Object.entries(names).flatMap(([name, value]) => (value === undefined ? [] : [[name, value]]))))
  }

  tied(path: string, axis: number): { readonly variable: string; readonly value: Literal } | null {
    const { compiled, states, environment } = this.at(path)
    const of = compiled.component.axes[axis]
    return of ? tiedTo(of, states[axis] ?? '', environment) : null
  }

  recipients(path: string, to: Extract<Action, { do: 'send' }>['recipient']): readonly string[] {
    return recipientsOf(this.run.instances.listeners.to('message'), path, to)
  }

  inside(path: string, step: string): string | null {
    const inner = pathInside(path, step)
    return this.isThere(inner) ? inner : null
  }

  bring(path: string, content: Content, isLate: boolean): void {
    this.run.instances.bring(path, content, isLate)
  }

  dismiss(path: string, content: Content, together: readonly Content[]): void {
    this.run.instances.dismiss(path, content, together)
  }

  motionEnds(path: string, axis: number): Ends {
    return known(this.at(path).settlesMs[axis] ?? this.run.nowMs)
  }

  pulse(path: string, { part, motion }: Extract<Action, { do: 'pulse' }>): Ends {
    const now = this.run.nowMs
    const before = this.at(path)
    const after = pulse(before, part, motion, now)
    this.replace(before, after)
    return known(laneEndOf(after, part, now))
  }

  show(_path: string, { do: what, screen, motion }: Extract<Action, { do: 'go to screen' | 'open overlay' | 'close overlay' }>): Ends {
    const { surfaces } = this.run
    switch (what) {
      case 'go to screen':
        return known(surfaces.goTo(screen, motion, this.touched))
      case 'open overlay':
        return known(surfaces.open(screen, motion, this.touched))
      case 'close overlay':
        return known(surfaces.close(screen, motion))
    }
  }

  postpone(path: string, rule: Rule, group: number, [, dueMs]: Ends): void {
    this.postponed = [...this.postponed, { dueMs, path, rule, group }]
  }

  note(note: Note<string>): void {
    const { nowMs: atMs, events } = this.run
    switch (note.what) {
      case 'offered':
        return this.observe?.({ trigger: note.trigger, instance: note.thing, part: note.part, before: events.length })
      case 'fired':
        return this.run.record({ what: 'fired', atMs, instance: note.thing, rule: note.rule.id, trigger: note.rule.trigger.on, state: this.stateOf(note.thing, note.axis) })
      case 'settled':
        return this.run.record({ what: 'settled', atMs, instance: note.thing, axis: axisId(this.at(note.thing), note.axis), state: this.stateOf(note.thing, note.axis) })
      case 'message':
        return this.run.record({ what: 'message', atMs, instance: note.thing, name: note.name, to: note.to })
      case 'stopped':
        return this.run.record({ what: 'stopped', atMs, instance: note.thing, rules: note.rules.map(({ id }) => id), sentence: stoppedSentence(note.rules.length, atMs) })
      case 'set':
        // It is in the trace once the variable has the value, as it is there when an axis gives it one.
    }
  }

  private at(path: string): Instance {
    const instance = this.run.instances.get(path)
    if (!instance) throw new Error(`Nothing stands at “${path}”.`)
    return instance
  }

  private recordState(before: Instance, { path, states, settlesMs }: Instance, axis: number, rule: Rule | null): void {
    const atMs = this.run.nowMs
    this.run.record({ what: 'state', atMs, instance: path, axis: axisId(before, axis), from: before.states[axis] ?? '', to: states[axis] ?? '', rule: rule?.id ?? null, settlesMs: settlesMs[axis] ?? atMs })
  }

  private carried(before: Instance, after: Instance, axis: number, rule: Rule | null): Instance {
    const atMs = this.run.nowMs
    const { compiled, states } = before
    const lookup = (path: string) => this.run.instances.get(path)
    const sources = motionSources(compiled.project, compiled.component, axisId(before, axis), states[axis] ?? '', after.states[axis] ?? '', rule)
    return carriedWithin(after, treeOf(before, lookup, atMs, false), { lookup, sources, atMs, axis })
  }

  private replace(before: Instance, after: Instance): void {
    this.run.pictures.forget()
    this.run.instances.replace(before, after, this.run.nowMs)
  }
}

const known = (ms: number): Ends => [ms, ms]

const axisId = ({ compiled }: Instance, axis: number): Id => compiled.component.axes[axis]?.id ?? ''

const stoppedSentence = (rules: number, atMs: number): string =>
  `Stopped: ${rules === 1 ? 'a rule sets itself' : `${rules} rules set one another`} off without end at ${atMs} ms.`

/** Whether an event comes of somebody pointing at or touching what it is for. */
const isTouch = (trigger: TriggerKind): boolean => ['tap', 'double tap', 'press', 'release', 'long press', 'drag end'].includes(trigger)
