import { asNumber, isTable, orElse, sameValue, tiedTo, type Action, type DataTable, type Id, type InterruptionPolicy, type Literal, type PointerKind, type Rule, type ShowAction, type TriggerKind, type Worth } from '../document'
import { evaluate, isShared, isTableName, type AskedRecord, type Environment } from '../expression'
import {
  changeEnvironment, changeState, changeTimer, completed, holderOf, isBeginning, isSurface, laneEndOf, motionEndMs, pathInside, pulse, saidOfStates, settle, settlesMs, standsInTheWay, surfaceOf, timerDueMs, timesOf, withFields,
  type Compiled, type Content, type Instance, type Kept, type TimerChange, type TimerRule,
} from '../machine'
import { motionSources } from '../motion'
import {
  addedRecord, Arranger, DOUBLE_TAP_MS, Interpreter, isAmong, isSameLevel, Person, recipientsOf, turnOf,
  type Ends, type Ground, type HandChange, type KeyInput, type EventTarget, type ItemOf, type Names, type Note,
} from '../semantics'
import { carriedWithin, isTied, treeOf } from './carry'
import { drawBetween, drawOne } from './chance'
import { dragAlong, grab, letGoOf, reveal } from './dragging'
import { beginHaul, forgetHaul, haulOn, letGoOfHaul, levelLed } from './leading'
import { focusStops, levelKey, nextStop, stopIn, stopsBefore, tabStops, type FocusStop } from './focus'
import { listenersTo, readersOf } from './listeners'
import { answering } from './pictures'
import { isNear, pointAt, type Pointed } from './pointer'
import { arrange, begin, passOnChanges, dismiss, forgetGone, itemAt, keepInstance, markShown, redraw, takeBack, within } from './population'
import type { Run } from './run'
import type { RunHand } from './run-hand'
import { answeringSurfaces } from './shown'
import { closeOverlay, goToScreen, openOverlay } from './surfaces'

/** What happens to a run at one instant: its instances, by path, as the ground that rules and actions change. */
export class Moment implements Ground<string, Pointed, FocusStop> {
  readonly interpreter: Interpreter<string>
  readonly arranger: Arranger<string>
  readonly person: Person<string, Pointed, FocusStop>
  readonly minds = { hover: true, focus: true }

  constructor(readonly run: Run) {
    this.interpreter = new Interpreter(this, run.loop)
    this.arranger = new Arranger(this.interpreter, this)
    this.person = new Person(this.interpreter, this)
  }

  /** Goes on with the actions that have waited long enough. */
  goOn(): void {
    const { run } = this
    const due = run.postponed.filter(({ dueMs }) => dueMs <= run.nowMs)
    run.postponed = run.postponed.filter(({ dueMs }) => dueMs > run.nowMs)
    for (const { path, rule, group } of due) this.interpreter.goOn(path, rule, group)
  }

  /** What is due for an instance now and goes first. */
  happen(instance: Instance): void {
    const { path, goneMs, states, compiled } = instance
    const isDue = (ms: number) => ms <= this.run.nowMs
    const due: readonly Happening[] = [
      ...states.flatMap((_state, axis): readonly Happening[] => (isDue(settlesMs(instance, axis)) ? [{ turn: turnOf({ what: 'settle', axis }), happen: () => this.interpreter.settle(path, axis) }] : [])),
      ...(isDue(goneMs ?? Infinity) ? [{ turn: turnOf({ what: 'gone' }), happen: () => this.vanish(path) }] : []),
      ...compiled.timers.filter((timer) => isDue(timerDueMs(instance, timer))).map((timer): Happening => ({
        turn: turnOf({ what: 'timer', place: compiled.component.rules.indexOf(timer.rule) }), happen: () => this.interpreter.timeIsUp(path, timer),
      })),
    ]
    due.toSorted((a, b) => a.turn - b.turn)[0]?.happen()
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

  kept(path: string): Kept {
    return { numbers: this.at(path).numbers, offset: 0 }
  }

  keepNumber(path: string, slot: number, number: number): void {
    const instance = this.at(path)
    keepInstance(this.run, { ...instance, numbers: instance.numbers.with(slot, number) })
  }

  inTheWay(path: string, axis: number): InterruptionPolicy | null {
    return standsInTheWay(this.at(path), axis, this.run.nowMs)
  }

  skipToEnd(path: string, axis: number): void {
    redraw(this.run, completed(this.at(path), axis))
  }

  following(path: string): () => void {
    const was = this.run.instances.get(path)
    return () => {
      if (was) passOnChanges(this, was)
    }
  }

  change(path: string, axis: number, to: Id, rule: Rule | null): void {
    const atMs = this.run.nowMs
    const before = this.at(path)
    const changed = changeState(before, axis, to, rule, atMs)
    const after = isTied(before) ? this.carried(before, changed, axis, rule) : changed
    this.run.trace.push({
      what: 'state', atMs, instance: path, axis: axisId(before, axis), from: this.stateOf(path, axis), to, rule: rule?.id ?? null, settlesMs: motionEndMs(after, axis, atMs),
    })
    markShown(this.run, path)
    redraw(this.run, after)
  }

  isSettled(path: string, axis: number): boolean {
    return settlesMs(this.at(path), axis) === Infinity
  }

  rest(path: string, axis: number): void {
    redraw(this.run, settle(this.at(path), axis, this.run.nowMs))
  }

  time(path: string, timer: TimerRule, change: TimerChange): void {
    const [least, most] = timesOf(timer.rule)
    const ms = least < most && isBeginning(change) ? drawBetween(this.run, least, most) : least
    keepInstance(this.run, changeTimer(this.at(path), timer, change, ms, this.run.nowMs))
  }

  choose(weights: readonly number[]): number {
    return drawOne(this.run, weights)
  }

  isTrue(path: string, condition: string): boolean {
    return orElse(() => evaluate(condition, this.knownTo(path, condition)) === true, false)
  }

  worth(path: string, expression: string, asked: AskedRecord | null = null): Literal {
    return evaluate(expression, this.knownTo(path, expression), asked)
  }

  tableAsDrawn(table: Id): DataTable | undefined {
    return this.run.project.tables.find(({ id }) => id === table)
  }

  itemOf(path: string): ItemOf | null {
    return itemAt(this.run, path)
  }

  newRecordId(_path: string, { records }: DataTable): Id {
    let id: Id
    do id = addedRecord(++this.run.recordsAdded)
    while (records.some((record) => record.id === id))
    return id
  }

  /** What names stand for in an expression of an instance. */
  private knownTo(path: string, expression: string): Environment {
    const { environment: own, compiled } = this.at(path)
    const environment = withFields(compiled.component, own)
    if (compiled.spoken.size === 0) return environment
    return { ...environment, ...saidOfStates(compiled, expression, (part, axis) => this.run.instances.get(part === null ? path : pathInside(path, part))?.states[axis]) }
  }

  /** Nothing is unknown in a run. */
  guess(): boolean {
    return false
  }

  guessState(): boolean {
    return false
  }

  named(path: string, name: string): Worth | undefined {
    // Only who reads a table is given it anew.
    return isTableName(name) ? this.run.shared[name] : this.at(path).environment[name]
  }

  give(path: string, variable: string, value: Worth | undefined): readonly string[] {
    if (value === undefined) return []
    const { run } = this
    const owner = run.instances.get(path)
    const isForAll = owner !== undefined && isShared(run.project, owner.compiled.component, variable)
    const before = isForAll ? run.shared[variable] : owner?.environment[variable]
    if (isForAll) run.shared = { ...run.shared, [variable]: value }
    if (!sameValue(before, value)) {
      run.trace.push(isTable(value)
        ? { what: 'records', atMs: run.nowMs, instance: path, table: value.id, records: value.records }
        : { what: 'variable', atMs: run.nowMs, instance: path, name: variable, value, isShared: isForAll })
    }
    return isForAll ? [...new Set([path, ...readersOf(run.population.listeners, variable)])] : [path]
  }

  write(paths: readonly string[], names: Names): ReadonlyMap<string, readonly string[]> {
    const news = new Map<string, readonly string[]>()
    for (const path of paths) {
      const instance = this.run.instances.get(path)
      const changes = Object.entries(names).flatMap(([name, value]) => (!instance || value === undefined || instance.environment[name] === value ? [] : [[name, value] as const]))
      if (!instance || changes.length === 0) continue
      redraw(this.run, changeEnvironment(instance, { ...instance.environment, ...Object.fromEntries(changes) }, this.run.nowMs))
      news.set(path, changes.map(([name]) => name))
    }
    return news
  }

  tied(path: string, axis: number, state: Id): { readonly variable: string; readonly value: Literal } | null {
    const { compiled, environment } = this.at(path)
    const of = compiled.component.axes[axis]
    return of ? tiedTo(of, state, environment) : null
  }

  recipients(path: string, to: Extract<Action, { do: 'send' }>['recipient']): readonly string[] {
    return recipientsOf(listenersTo(this.run.population.listeners, 'message'), path, to)
  }

  inside(path: string, step: string): string | null {
    const inner = pathInside(path, step)
    return this.isThere(inner) ? inner : null
  }

  holder(path: string): string | null {
    return isSurface(path) ? null : holderOf(path)
  }

  allInside(path: string): readonly string[] {
    return within(this.run, path).filter((each) => each !== path)
  }

  fill(path: string): void {
    arrange(this, path)
  }

  begin(path: string, content: Content, isLate: boolean): string {
    return begin(this.run, path, content, isLate)
  }

  isLeaving(path: string): boolean {
    return this.at(path).goneMs !== null
  }

  keep(path: string, content: Content): void {
    takeBack(this.run, path, content)
  }

  dismiss(path: string, content: Content, together: readonly Content[]): void {
    dismiss(this.run, path, content, together)
  }

  motionEnds(path: string, axis: number): Ends {
    return known(motionEndMs(this.at(path), axis, this.run.nowMs))
  }

  pulse(path: string, { part, motion }: Extract<Action, { do: 'pulse' }>): Ends {
    const now = this.run.nowMs
    const after = pulse(this.at(path), part, motion, now)
    redraw(this.run, after)
    const untilMs = laneEndOf(after, part, now)
    this.run.trace.push({ what: 'pulse', atMs: now, instance: path, part, untilMs })
    return known(untilMs)
  }

  show(_path: string, { do: what, screen, motion }: ShowAction): Ends {
    switch (what) {
      case 'go to screen':
        return known(goToScreen(this, screen, motion))
      case 'open overlay':
        return known(openOverlay(this, screen, motion))
      case 'close overlay':
        return known(closeOverlay(this, screen, motion))
    }
  }

  keepPayload(path: string, axis: number, payload: Literal | undefined): void {
    const { payloads } = this.run
    const key = `${path} ${axis}`
    if (payload === undefined && !payloads.has(key)) return
    this.run.payloads = payload === undefined ? new Map([...payloads].filter(([each]) => each !== key)) : new Map(payloads).set(key, payload)
  }

  payloadKept(path: string, axis: number): Literal | undefined {
    return this.run.payloads.get(`${path} ${axis}`)
  }

  postpone(path: string, rule: Rule, group: number, [, dueMs]: Ends): void {
    this.forget(path, rule)
    this.run.postponed = [...this.run.postponed, { dueMs, path, rule, group }]
  }

  forget(path: string, rule: Rule): void {
    this.run.postponed = this.run.postponed.filter((each) => each.path !== path || each.rule !== rule)
  }

  note(note: Note<string>): void {
    const { nowMs: atMs, trace, offered } = this.run
    switch (note.what) {
      case 'sent':
        if (TOUCHES.includes(note.trigger)) this.run.touched = note.from.thing
        return
      case 'offered':
        offered?.push({ trigger: note.trigger, instance: note.thing, part: note.part, before: trace.length })
        return
      case 'fired':
        trace.push({ what: 'fired', atMs, instance: note.thing, rule: note.rule.id, trigger: note.rule.trigger.on, state: this.stateOf(note.thing, note.axis) })
        return
      case 'settled':
        trace.push({ what: 'settled', atMs, instance: note.thing, axis: axisId(this.at(note.thing), note.axis), state: this.stateOf(note.thing, note.axis) })
        return
      case 'message':
        trace.push({ what: 'message', atMs, instance: note.thing, name: note.name, to: note.to })
        return
      case 'stopped':
        trace.push({ what: 'stopped', atMs, instance: note.thing, rules: note.rules.map(({ id }) => id), sentence: stoppedSentence(note.rules.length, atMs) })
        return
      case 'set':
        // It is in the trace once the variable has the value, as it is there when an axis gives it one.
    }
  }

  get hand(): RunHand {
    return this.run.hand
  }

  hold(change: HandChange<Pointed, FocusStop>): void {
    this.run.hand = { ...this.run.hand, ...change, ...(change.focus ? this.rememberedWith(change.focus) : {}) }
  }

  /** Where Tab goes on from, and what parts that keep the focus keep, once it is somewhere. */
  private rememberedWith({ part, way }: FocusStop): Pick<RunHand, 'tabsFrom' | 'lastIn'> {
    const keepers = way.slice(1).filter((level) => this.keepsFocus(level))
    const lastIn = keepers.length === 0 ? this.hand.lastIn : new Map([...this.hand.lastIn, ...keepers.map((level) => [levelKey(level), part] as const)])
    return { tabsFrom: [part, ...stopsBefore(answering(this.run), part)], lastIn }
  }

  private keepsFocus({ thing, part }: EventTarget<string>): boolean {
    return this.run.instances.get(thing)?.compiled.component.parts.some(({ id, keepsFocus }) => id === part && keepsFocus === true) ?? false
  }

  keepTap(tap: Pointed | null, waits: boolean): void {
    const { hand, nowMs } = this.run
    this.run.hand = { ...hand, tapped: tap && { ...tap, sinceMs: nowMs, dueMs: waits ? nowMs + DOUBLE_TAP_MS : null } }
  }

  isSecond({ at }: Pointed): boolean {
    const { hand: { tapped }, nowMs } = this.run
    return tapped !== null && nowMs - tapped.sinceMs <= DOUBLE_TAP_MS && isNear(tapped.at, at)
  }

  underTap({ at }: Pointed): Pointed {
    return pointAt(this.run, at)
  }

  focusOn(way: readonly EventTarget<string>[]): FocusStop | null {
    return focusStops(answering(this.run)).findLast(({ part }) => isAmong(part, way)) ?? null
  }

  focusIn(thing: string, part: Id): FocusStop | null {
    return stopIn(focusStops(answering(this.run)), { thing, part }, this.hand.lastIn)
  }

  moveFocus(path: string, part: Id): void {
    const to = this.focusIn(path, part)
    if (to) this.person.focus(to, this.hand.isFocusShown)
  }

  isSameFocus(a: FocusStop, b: FocusStop): boolean {
    return isSameLevel(a.part, b.part)
  }

  reveal(focus: FocusStop): void {
    if (this.hand.isFocusShown) reveal(this, focus)
  }

  focusAfter({ key, modifiers }: KeyInput): FocusStop | null | undefined {
    if (key !== 'Tab' || modifiers.control || modifiers.alt || modifiers.meta) return undefined
    const { focus, tabsFrom, lastIn } = this.hand
    const stops = tabStops(focusStops(answering(this.run)), (level) => this.keepsFocus(level), lastIn)
    return nextStop(stops, tabsFrom, focus !== null, modifiers.shift ? -1 : 1) ?? null
  }

  hearers(trigger: 'key' | 'key up' | 'press outside'): readonly string[] {
    const { run } = this
    const answer = new Set(answeringSurfaces(run).map(({ path }) => path))
    const shownAt = (path: string) => run.population.shownAt.get(path) ?? 0
    return listenersTo(run.population.listeners, trigger).filter((path) => answer.has(surfaceOf(path))).toSorted((a, b) => shownAt(b) - shownAt(a))
  }

  dragAlong(isFirst: boolean): boolean {
    const { pointer: { at, kind }, pressed } = this.hand
    const isHeld = isFirst && pressed !== null && this.takeHold(pressed.on, kind)
    if (at) dragAlong(this, at)
    if (at) haulOn(this, at)
    return isHeld
  }

  /** A drag takes along what is innermost: what can be dragged or scrolled, what a rule lets it lead, or both where that is the same. */
  private takeHold({ way, at }: Pointed, kind: PointerKind): boolean {
    const level = levelLed(this, way)
    const grabbed = grab(this.run, way.slice(0, level + 1), at, kind)
    const leads = beginHaul(this, way, at, grabbed >= 0 && grabbed < level ? way.length : level)
    return leads || grabbed >= 0
  }

  letGo(_of: Pointed, isTakenAway: boolean): void {
    letGoOfHaul(this, isTakenAway)
    letGoOf(this)
  }

  dragIsOver(): void {
    forgetHaul(this)
  }

  /** What an expression of an instance comes to as a number; 0 where it comes to none. */
  numberOf(path: string, expression: string): number {
    return orElse(() => asNumber(this.worth(path, expression)), 0)
  }

  private stateOf(path: string, axis: number): Id {
    return this.at(path).states[axis] ?? ''
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

  private vanish(path: string): void {
    forgetGone(this.run, path)
    this.run.frames.drawn = null
  }
}

/** Something that is due, and whose turn it is. */
interface Happening {
  readonly turn: number
  readonly happen: () => void
}

const known = (ms: number): Ends => [ms, ms]

const axisId = ({ compiled }: Instance, axis: number): Id => compiled.component.axes[axis]?.id ?? ''

const stoppedSentence = (rules: number, atMs: number): string =>
  `Stopped: ${rules === 1 ? 'a rule sets itself' : `${rules} rules set one another`} off without end at ${atMs} ms.`

/** Events that come of somebody pointing at or touching what they are for. */
const TOUCHES: readonly TriggerKind[] = ['tap', 'double tap', 'press', 'release', 'long press', 'drag end', 'pinch']
