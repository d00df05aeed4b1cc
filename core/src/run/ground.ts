import { orElse, sameValue, type Action, type Id, type InterruptionPolicy, type Literal, type Rule, type TriggerKind } from '../document'
import { evaluate, isShared } from '../expression'
import {
  changeEnvironment, changeState, completed, laneEndOf, pathInside, pulse, settle, standsInTheWay, tiedTo, timerAfter, type Compiled, type Content, type Instance,
} from '../machine'
import { motionSources } from '../motion'
import {
  groupsOf, Interpreter, recipientsOf, turnOf, type Due, type Ends, type Firing, type Ground, type IsMeant, type Level, type Names, type Note, type TimerChange, type TimerStatus,
} from '../semantics'
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

  /** What is due for an instance now and goes first. */
  happen({ path, settlesMs, goneMs, timers, compiled }: Instance): void {
    const now = this.run.nowMs
    const isDue = (ms: number | null) => ms !== null && ms <= now
    const { rules } = compiled.component
    const due: readonly (readonly [Due, () => void])[] = [
      ...settlesMs.flatMap((ms, axis) => (isDue(ms) ? [[{ what: 'settle', axis }, () => this.interpreter.settle(path, axis)] as const] : [])),
      ...(isDue(goneMs) ? [[{ what: 'gone' }, () => this.vanish(path)] as const] : []),
      ...timers.flatMap(({ rule, dueMs }) => (isDue(dueMs) ? [[{ what: 'timer', place: rules.indexOf(rule) }, () => this.interpreter.timeIsUp(path, this.firingOf(path, rule))] as const] : [])),
    ]
    due.toSorted(([a], [b]) => turnOf(a) - turnOf(b))[0]?.[1]()
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
    this.redraw(completed(this.at(path), axis))
  }

  following(paths: readonly string[]): (path: string) => void {
    const before = new Map(paths.map((path) => [path, this.run.instances.get(path)]))
    return (path) => {
      const was = before.get(path)
      this.run.pictures.forget()
      if (was) this.run.instances.carry(was, this.run.nowMs)
    }
  }

  change(path: string, axis: number, to: Id, rule: Rule | null): void {
    const atMs = this.run.nowMs
    const before = this.at(path)
    const changed = changeState(before, axis, to, rule, atMs)
    const after = isTied(before) ? this.carried(before, changed, axis, rule) : changed
    this.run.record({
      what: 'state', atMs, instance: path, axis: axisId(before, axis), from: this.stateOf(path, axis), to, rule: rule?.id ?? null, settlesMs: after.settlesMs[axis] ?? atMs,
    })
    this.run.instances.keep(after)
  }

  rest(path: string, axis: number): void {
    this.redraw(settle(this.at(path), axis, this.run.nowMs))
  }

  timer(path: string, rule: Rule): TimerStatus | null {
    const timer = this.at(path).timers.find((each) => each.rule === rule)
    if (!timer) return null
    return timer.dueMs !== null ? 'counts' : timer.leftMs !== null ? 'held' : 'waits'
  }

  time(path: string, rule: Rule, change: TimerChange): void {
    const instance = this.at(path)
    const known = instance.timers.find((each) => each.rule === rule)
    const timer = timerAfter(known, rule, change, this.run.nowMs)
    if (!known && !timer) return
    this.run.instances.keep({ ...instance, timers: [...instance.timers.filter((each) => each !== known), ...(timer ? [timer] : [])] })
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

  named(path: string, name: string): Literal | undefined {
    return this.at(path).environment[name]
  }

  give(path: string, variable: string, value: Literal | undefined): readonly string[] {
    if (value === undefined) return []
    const { instances, project } = this.run
    const owner = instances.get(path)
    const isForAll = owner !== undefined && isShared(project, owner.compiled.component, variable)
    const before = isForAll ? instances.shared[variable] : owner?.environment[variable]
    if (isForAll) instances.shared = { ...instances.shared, [variable]: value }
    if (!sameValue(before, value)) this.run.record({ what: 'variable', atMs: this.run.nowMs, instance: path, name: variable, value, isShared: isForAll })
    return isForAll ? [...new Set([path, ...instances.listeners.readers(variable)])] : [path]
  }

  write(paths: readonly string[], names: Names): ReadonlyMap<string, readonly string[]> {
    const news = new Map<string, readonly string[]>()
    for (const path of paths) {
      const instance = this.run.instances.get(path)
      const changes = Object.entries(names).flatMap(([name, value]) => (!instance || value === undefined || instance.environment[name] === value ? [] : [[name, value] as const]))
      if (!instance || changes.length === 0) continue
      this.run.instances.keep(changeEnvironment(instance, { ...instance.environment, ...Object.fromEntries(changes) }))
      news.set(path, changes.map(([name]) => name))
    }
    return news
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

  fill(path: string): void {
    this.run.instances.arrange(path, this.run.nowMs)
  }

  begin(path: string, content: Content, isLate: boolean): string {
    return this.run.instances.begin(path, content, isLate)
  }

  isLeaving(path: string): boolean {
    return this.at(path).goneMs !== null
  }

  keep(path: string, content: Content): void {
    this.run.instances.takeBack(path, content)
  }

  dismiss(path: string, content: Content, together: readonly Content[]): void {
    this.run.instances.dismiss(path, content, together)
  }

  motionEnds(path: string, axis: number): Ends {
    return known(this.at(path).settlesMs[axis] ?? this.run.nowMs)
  }

  pulse(path: string, { part, motion }: Extract<Action, { do: 'pulse' }>): Ends {
    const now = this.run.nowMs
    const after = pulse(this.at(path), part, motion, now)
    this.redraw(after)
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

  private carried(before: Instance, after: Instance, axis: number, rule: Rule | null): Instance {
    const atMs = this.run.nowMs
    const { compiled, states } = before
    const lookup = (path: string) => this.run.instances.get(path)
    const sources = motionSources(compiled.project, compiled.component, axisId(before, axis), states[axis] ?? '', after.states[axis] ?? '', rule)
    return carriedWithin(after, treeOf(before, lookup, atMs, false), { lookup, sources, atMs, axis })
  }

  /** The time of a rule is up for its axis. */
  private firingOf(path: string, rule: Rule): Firing {
    return { axis: this.at(path).compiled.component.axes.findIndex(({ id }) => id === rule.axis), rule }
  }

  private vanish(path: string): void {
    this.run.instances.forget(path)
    this.run.pictures.forget()
  }

  /** What an instance shows may be other. */
  private redraw(after: Instance): void {
    this.run.pictures.forget()
    this.run.instances.keep(after)
  }
}

const known = (ms: number): Ends => [ms, ms]

const axisId = ({ compiled }: Instance, axis: number): Id => compiled.component.axes[axis]?.id ?? ''

const stoppedSentence = (rules: number, atMs: number): string =>
  `Stopped: ${rules === 1 ? 'a rule sets itself' : `${rules} rules set one another`} off without end at ${atMs} ms.`

/** Whether an event comes of somebody pointing at or touching what it is for. */
const isTouch = (trigger: TriggerKind): boolean => ['tap', 'double tap', 'press', 'release', 'long press', 'drag end'].includes(trigger)
