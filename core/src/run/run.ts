import type { InputAction, Literal, Project, Rule } from '../document'
import { nextDueMs, type Instance, type Surface } from '../machine'
import type { DrawList } from '../scene'
import type { WaitingActions } from './ground'
import { Parts, type Observer, type RunOptions } from './parts'
import type { Pointer } from './pointer'
import type { ShownSurface } from './surfaces'
import type { Trace } from './trace'

/**
 * A prototype in motion on a virtual clock. The same project, surface and inputs at the same instants always give
 * the same trace; looking at a frame changes nothing.
 */
export class Run {
  /** Throws `gone` or `contains-itself` when the surface cannot be put together. `parts` are those of a run that has come some way. */
  constructor(readonly project: Project, readonly surface: Surface, options: RunOptions = {}, private readonly parts: Parts = Parts.begin(project, surface, options)) {}

  get nowMs(): number {
    return this.parts.nowMs
  }

  get trace(): Trace {
    return this.parts.events
  }

  get pointer(): Pointer {
    return this.parts.input.pointer
  }

  /** Whether immediate rules would have gone on for ever; the last event of the trace says which. */
  get stopped(): boolean {
    return this.parts.ground.interpreter.isStopped
  }

  /** What is said when more should stand here than there may be; null when all is there. */
  get cutOff(): string | null {
    const { instances, mostInstances } = this.parts
    return instances.isCutOff ? `More than ${mostInstances.toLocaleString('en')} instances should stand here; those beyond are left out. A list shows fewer with a filter, or a shorter table.` : null
  }

  /** When something next happens without anyone doing anything; Infinity when nothing will. */
  get nextDueMs(): number {
    const { input, ground, instances: { agenda } } = this.parts
    const others = Math.min(input.nextDueMs, ground.nextDueMs)
    while (!this.stopped) {
      const due = agenda.nextMs
      if (due === Infinity || this.isDue(due)) return Math.min(due, others)
      agenda.next()
    }
    return Infinity
  }

  instance(path: string): Instance | undefined {
    return this.parts.instances.get(path)
  }

  get paths(): Iterable<string> {
    return this.parts.instances.paths
  }

  /** Lets the clock run to an instant; everything that falls due on the way happens at its time: gestures first, then instances, then actions that waited. */
  advanceTo(ms: number): void {
    const { input, ground, instances: { agenda } } = this.parts
    for (;;) {
      const [gesture, instance, action] = [input.nextDueMs, agenda.nextMs, ground.nextDueMs]
      const due = Math.min(gesture, instance, action)
      if (this.stopped || due > ms) break
      if (gesture === due) this.happen(due, () => input.happen())
      else if (instance === due) this.happenNext()
      else this.happen(due, () => ground.goOn())
    }
    this.moveClock(Math.max(ms, this.nowMs))
  }

  /** Something a person does, now. */
  send(input: InputAction): void {
    if (this.stopped) return
    const { interpreter } = this.parts.ground
    interpreter.beginInstant()
    this.parts.record({ what: 'input', atMs: this.nowMs, input })
    this.take(input)
    interpreter.tellWaiting()
    this.parts.input.lookUnderPointer()
    interpreter.tellWaiting()
  }

  /** Another run that has come exactly as far; the two go on apart. Its trace begins here when it is not to know its past. */
  fork(observe?: Observer, knowsItsPast = true): Run {
    return new Run(this.project, this.surface, {}, this.parts.copy(observe, knowsItsPast))
  }

  /** What is shown now. */
  drawList(): DrawList {
    return this.parts.pictures.now()
  }

  /** What is shown at an instant between now and whatever happens next. */
  drawListAt(ms: number): DrawList {
    return this.parts.pictures.at(Math.min(Math.max(ms, this.nowMs), this.nextDueMs))
  }

  /** What of that answers to pointer and keyboard: what lies beneath an overlay, or is on its way out, does not. */
  answering(): DrawList {
    return this.parts.pictures.answering()
  }

  /** The screens and overlays to be seen, what is on top last. */
  get shown(): readonly ShownSurface[] {
    return this.parts.surfaces.shown
  }

  /** What a variable everyone shares stands for now; undefined when there is no such variable. */
  variable(name: string): Literal | undefined {
    return this.parts.instances.shared[name]
  }

  /** Fires a rule of the surface's own as if its trigger had come; for looking at its motion. */
  fireByHand(rule: Rule): void {
    const { interpreter } = this.parts.ground
    const axis = this.axisOf(rule)
    if (axis >= 0) interpreter.fire('', { axis, rule })
    interpreter.tellWaiting()
  }

  /** Whether a rule of the surface's own could fire now, if its trigger came. */
  couldFire(rule: Rule): boolean {
    const axis = this.axisOf(rule)
    return axis >= 0 && this.parts.ground.interpreter.canFire('', { axis, rule })
  }

  get waitingActions(): WaitingActions {
    return this.parts.ground.waitingActions
  }

  /** Whether a tap or press will come to something more if nothing else happens. */
  get isInGesture(): boolean {
    return this.parts.input.nextDueMs < Infinity
  }

  /** What has the keyboard focus; null when nothing has, or when it is not to be shown because the pointer put it there. */
  get shownFocus(): { readonly instance: string; readonly part: string | null } | null {
    const { focus } = this.parts.input
    return focus?.isShown ? { instance: focus.part.thing, part: focus.part.part } : null
  }

  private axisOf(rule: Rule): number {
    return this.instance('')?.compiled.component.axes.findIndex(({ id }) => id === rule.axis) ?? -1
  }

  private take(input: InputAction): void {
    switch (input.do) {
      case 'move':
      case 'press':
      case 'release':
        return this.parts.input.point(input)
      case 'exit':
        return this.parts.input.exit()
      case 'wheel':
        return this.parts.input.wheel(input)
      case 'put':
        return this.parts.ground.interpreter.put(input.instance, input.axis, input.state)
      case 'parameter':
        return this.nameByHand(input.instance, input.name, input.value)
      case 'key':
        return this.parts.input.key(input)
    }
  }

  private nameByHand(path: string, name: string, value: Literal): void {
    const { interpreter } = this.parts.ground
    if (this.project.variables.some((variable) => variable.name === name)) interpreter.assign(path, name, value)
    else interpreter.name(path, { [name]: value })
  }

  private happenNext(): void {
    const { instances, ground, input } = this.parts
    const next = instances.agenda.next()
    const instance = next && instances.get(next.path)
    if (!instance || nextDueMs(instance) !== next.dueMs) return
    this.happen(next.dueMs, () => {
      ground.happen(instance)
      if (!this.stopped) input.lookUnderPointer()
    })
  }

  private happen(dueMs: number, what: () => void): void {
    this.moveClock(dueMs)
    what()
    this.parts.ground.interpreter.tellWaiting()
  }

  private moveClock(ms: number): void {
    if (ms === this.nowMs) return
    this.parts.nowMs = ms
    this.parts.ground.interpreter.beginInstant()
  }

  /** Whether what the agenda has first is still so. */
  private isDue(ms: number): boolean {
    const { agenda } = this.parts.instances
    const first = agenda.next()
    if (!first) return false
    agenda.add(first)
    const instance = this.instance(first.path)
    return instance !== undefined && nextDueMs(instance) === ms
  }
}
