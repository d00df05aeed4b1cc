import { LIMITS, RheoError, type Id, type InputAction, type Literal, type Project, type Rule } from '../document'
import { startEnvironment } from '../expression'
import { compile, nextDueMs, surfaceComponent, type Instance, type Surface } from '../machine'
import { Draughtsman, type DrawList, type Point } from '../scene'
import { Agenda } from './agenda'
import { Dragging } from './dragging'
import { Instances, surfaceOf } from './instances'
import type { Level, Pointer } from './pointer'
import { pointerNames } from './pointer-names'
import { Responses, type Observer, type World } from './responses'
import type { Trace, TraceEvent } from './trace'
import { Surfaces, type Ground, type ShownSurface } from './surfaces'
import { UserInput, type Stage } from './user-input'
import { withoutLeft } from './carry'

export interface RunOptions {
  /** States of the surface's own axes to begin in instead of their start states. */
  readonly states?: Readonly<Record<string, string>>
  readonly parameters?: Readonly<Record<string, Literal>>
  /** The surface shows its absent look. */
  readonly isAbsent?: boolean
  /** The person would rather have things not move. */
  readonly isMotionReduced?: boolean
  /** The way into the screen, by its id; as the screen is when it is left out. */
  readonly entryPoint?: Id
  readonly observe?: Observer
  /** So many instances may stand on the surface, with everything inside them; `LIMITS.instances` when it is left out. */
  readonly mostInstances?: number
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
  private readonly responses: Responses
  private readonly dragging: Dragging
  private readonly input: UserInput
  private readonly surfaces: Surfaces
  private readonly isMotionReduced: boolean
  private readonly mostInstances: number
  /** The last frame, while it still holds. */
  private drawn: { readonly atMs: number; readonly list: DrawList } | null = null
  /** What of that answers. */
  private answered: { readonly of: DrawList; readonly list: DrawList } | null = null

  /** Throws `gone` or `contains-itself` when the surface cannot be put together. */
  constructor(readonly project: Project, readonly surface: Surface, options: RunOptions = {}) {
    const component = surfaceComponent(project, surface)
    this.isMotionReduced = options.isMotionReduced === true
    this.mostInstances = options.mostInstances ?? LIMITS.instances
    this.responses = new Responses(this.world(options.observe))
    this.instances = new Instances(project, new Agenda(), this.responses.watch(), this.mostInstances)
    this.instances.shared = { ...this.instances.shared, ...variablesOf(project, surface, options.entryPoint) }
    const environment = { ...startEnvironment(project, component, this.instances.shared), ...options.parameters }
    this.surfaces = new Surfaces(this.ground(), surface)
    this.dragging = new Dragging(this.instances, () => this.changed())
    this.input = new UserInput(this.stage())
    this.instances.place({
      path: '', compiled: compile(project, component), environment, states: options.states ?? {}, atMs: 0,
      isAbsent: options.isAbsent === true, isMotionReduced: this.isMotionReduced,
    })
    this.responses.tellWaiting()
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
    return this.responses.isStopped
  }

  /** What is said when more should stand here than there may be; null when all is there. */
  get cutOff(): string | null {
    return this.instances.isCutOff ? `More than ${this.mostInstances.toLocaleString('en')} instances should stand here; those beyond are left out. A list shows fewer with a filter, or a shorter table.` : null
  }

  /** When something next happens without anyone doing anything; Infinity when nothing will. */
  get nextDueMs(): number {
    const others = Math.min(this.input.nextDueMs, this.responses.nextDueMs)
    while (!this.stopped) {
      const due = this.instances.agenda.nextMs
      if (due === Infinity || this.isDue(due)) return Math.min(due, others)
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

  /** Lets the clock run to an instant; everything that falls due on the way happens at its time: gestures first, then instances, then actions that waited. */
  advanceTo(ms: number): void {
    for (;;) {
      const [gesture, instance, action] = [this.input.nextDueMs, this.instances.agenda.nextMs, this.responses.nextDueMs]
      const due = Math.min(gesture, instance, action)
      if (this.stopped || due > ms) break
      if (gesture === due) this.happen(due, () => this.input.happen())
      else if (instance === due) this.happenNext()
      else this.happen(due, () => this.responses.goOn())
    }
    this.moveClock(Math.max(ms, this.clockMs))
  }

  /** Something a person does, now. */
  send(input: InputAction): void {
    if (this.stopped) return
    this.responses.beginInstant()
    this.events.push({ what: 'input', atMs: this.clockMs, input })
    this.take(input)
    this.responses.tellWaiting()
    this.input.lookUnderPointer()
    this.responses.tellWaiting()
  }

  /** Another run that has come exactly as far; the two go on apart. Its trace begins here when it is not to know its past. */
  fork(observe?: Observer, knowsItsPast = true): Run {
    const fork = Object.create(Run.prototype) as Run
    Object.assign(fork, { ...this, events: knowsItsPast ? [...this.events] : [] })
    Object.assign(fork, { responses: this.responses.copy(fork.world(observe)), surfaces: this.surfaces.copy(fork.ground()) })
    Object.assign(fork, { instances: this.instances.copy(fork.responses.watch()) })
    Object.assign(fork, { dragging: this.dragging.copy(() => fork.instances, () => fork.changed()) })
    return Object.assign(fork, { input: this.input.copy(fork.stage()) })
  }

  /** What is shown now. */
  drawList(): DrawList {
    if (this.drawn?.atMs !== this.clockMs) {
      this.drawn = { atMs: this.clockMs, list: this.drawAll(this.clockMs) }
    }
    return this.drawn.list
  }

  /** What is shown at an instant between now and whatever happens next. */
  drawListAt(ms: number): DrawList {
    return this.drawAll(Math.min(Math.max(ms, this.clockMs), this.nextDueMs))
  }

  /** What of that answers to pointer and keyboard: what lies beneath an overlay, or is on its way out, does not. */
  answering(): DrawList {
    const of = this.drawList()
    if (this.answered?.of !== of) {
      const answer = new Set(this.surfaces.answering.map(({ path }) => path))
      this.answered = { of, list: of.every(({ instance }) => answer.has(instance)) ? of : of.filter(({ instance }) => answer.has(instance)) }
    }
    return this.answered.list
  }

  /** The screens and overlays to be seen, what is on top last. */
  get shown(): readonly ShownSurface[] {
    return this.surfaces.shown
  }

  /** What a variable everyone shares stands for now; undefined when there is no such variable. */
  variable(name: string): Literal | undefined {
    return this.instances.shared[name]
  }

  /** Fires a rule of the surface's own as if its trigger had come; for looking at its motion. */
  fireByHand(rule: Rule): void {
    this.responses.fire('', rule)
    this.responses.tellWaiting()
  }

  /** The actions that wait for others to end: by instance and rule, with how many are left and in how many ms they go on. */
  get waitingActions(): Responses['waitingActions'] {
    return this.responses.waitingActions
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
      case 'wheel':
        return this.input.wheel(input)
      case 'put':
        return this.responses.put(input.instance, input.axis, input.state)
      case 'parameter':
        return this.nameByHand(input.instance, input.name, input.value)
      case 'key':
        return this.input.key(input)
    }
  }

  private world(observe: Observer | undefined): World {
    return { ...this.workings(), observe: observe && ((offered) => observe({ ...offered, before: this.events.length })), surfaces: () => this.surfaces }
  }

  private ground(): Ground {
    return {
      ...this.workings(),
      isMotionReduced: this.isMotionReduced,
      hide: (path) => this.responses.offer(path, 'hidden'),
      drawn: (path) => this.drawList().find(({ instance }) => instance === path),
    }
  }

  /** What whoever changes this run needs of it. */
  private workings(): Pick<World & Ground, 'project' | 'nowMs' | 'instances' | 'record' | 'changed'> {
    return {
      project: this.project,
      nowMs: () => this.clockMs,
      instances: () => this.instances,
      record: (event) => this.events.push(event),
      changed: () => this.changed(),
    }
  }

  private drawAll(ms: number): DrawList {
    const { shown } = this.surfaces
    const list = this.draughtsman.drawList((path) => this.instances.get(path), ms, shown.map(({ path }) => path))
    return list.map((item, index) => (shown[index]!.left.size > 0 ? withoutLeft(item, shown[index]!.left) : item))
  }

  private stage(): Stage {
    return {
      nowMs: () => this.clockMs,
      drawList: () => this.answering(),
      layers: () => this.surfaces.answering.flatMap(({ path, isModal, kind }) => (isModal && kind === 'overlay' ? [path] : [])),
      dispatch: (event) => this.responses.dispatch(event),
      listeners: (trigger, way) => way.flatMap(({ instance, part }) =>
        (this.instances.get(instance)?.compiled.rulesOn.get(trigger) ?? []).filter((rule) => rule.part === part)),
      tell: (path, what, isSo) => this.responses.name(path, { [what]: isSo }),
      keyAnywhere: (isMeant) => {
        const answer = new Set(this.surfaces.answering.map(({ path }) => path))
        for (const path of this.instances.listeners.to('key')) if (answer.has(surfaceOf(path)) && this.responses.offer(path, 'key', isMeant)) return
      },
      pointAt: (at) => this.tellPointer(at),
      dragging: this.dragging,
    }
  }

  private tellPointer(at: Point): void {
    for (const [path, asked] of this.instances.listeners.toPointer()) {
      const instance = this.instances.get(path)
      if (instance) this.responses.name(path, pointerNames(this.drawList(), instance, at, asked))
    }
  }

  private nameByHand(path: string, name: string, value: Literal): void {
    if (this.project.variables.some((variable) => variable.name === name)) this.responses.setVariable(path, name, value)
    else this.responses.name(path, { [name]: value })
  }

  private happenNext(): void {
    const { path, dueMs } = this.instances.agenda.next()!
    const instance = this.instances.get(path)
    if (!instance || nextDueMs(instance) !== dueMs) return
    this.happen(dueMs, () => {
      this.responses.happen(instance)
      if (!this.stopped) this.input.lookUnderPointer()
    })
  }

  private happen(dueMs: number, what: () => void): void {
    this.moveClock(dueMs)
    what()
    this.responses.tellWaiting()
  }

  private moveClock(ms: number): void {
    if (ms === this.clockMs) return
    this.clockMs = ms
    this.responses.beginInstant()
  }

  private isDue(ms: number): boolean {
    const first = this.instances.agenda.next()!
    this.instances.agenda.add(first)
    const instance = this.instances.get(first.path)
    return instance !== undefined && nextDueMs(instance) === ms
  }

  private changed(): void {
    this.drawn = null
  }
}

/** What a way into a screen says of the shared variables. Throws `gone` when the screen has no such way. */
function variablesOf(project: Project, surface: Surface, entryPoint: Id | undefined): Readonly<Record<string, Literal>> {
  if (entryPoint === undefined) return {}
  const screen = project.screens.find(({ id }) => 'screen' in surface && id === surface.screen)
  const way = screen?.entryPoints?.find(({ id }) => id === entryPoint)
  if (!way) throw new RheoError('gone', `screens/${screen?.id ?? ''}/entryPoints/${entryPoint}`, 'That way into the screen is no longer there.')
  return way.variables
}
