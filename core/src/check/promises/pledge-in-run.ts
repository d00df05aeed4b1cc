import { statesMeant, type Pledge, type Pledged, type Project } from '../../document'
import { axisAt } from '../../machine'
import { advanceTo, chanceIn, inOrder, nextDueMs, send, shownSurfaces, startRun, type Run } from '../../run'
import type { Witness } from '../model/finding'

/** Whether a run that does what a witness does breaks a promise at the instant it is to be looked at. */
export function isBrokenIn(project: Project, { surface, says }: Pledge, { inputs, lookAtMs, ...witness }: Witness): boolean {
  const run = startRun(project, surface, chanceIn(witness))
  const waiting = says.kind === 'after' ? new WaitIn(run, says) : null
  for (const { atMs, ...action } of inOrder(inputs)) {
    if (atMs > lookAtMs) break
    passTo(run, atMs, waiting)
    send(run, action)
    waiting?.look(true)
  }
  passTo(run, lookAtMs, waiting)
  return waiting ? waiting.isTooLong : holdsInRun(run, says.that) === (says.kind === 'never')
}

function passTo(run: Run, ms: number, waiting: WaitIn | null): void {
  for (let dueMs = nextDueMs(run); waiting && dueMs <= ms; dueMs = nextDueMs(run)) {
    advanceTo(run, dueMs)
    waiting.look(false)
    if (nextDueMs(run) <= dueMs) break
  }
  advanceTo(run, ms)
}

/** How long a run has waited for what is to follow. What a person does later calls the waiting off. */
class WaitIn {
  private wasSo = false
  private sinceMs: number | null = null

  constructor(private readonly run: Run, private readonly says: Extract<Pledge['says'], { kind: 'after' }>) {
    this.look(false)
  }

  get isTooLong(): boolean {
    return this.sinceMs !== null && this.run.nowMs - this.sinceMs >= this.says.withinMs && !holdsInRun(this.run, this.says.then)
  }

  look(isByHand: boolean): void {
    const { run, says: { that, then } } = this
    const isSo = holdsInRun(run, that)
    if (isByHand && this.sinceMs !== null && this.sinceMs < run.nowMs) this.sinceMs = null
    if (isSo && !this.wasSo) this.sinceMs ??= run.nowMs
    if (holdsInRun(run, then)) this.sinceMs = null
    this.wasSo = isSo
  }
}

/** Whether something is so in a run. */
export function holdsInRun(run: Run, that: Pledged): boolean {
  const isIn = (path: string, axis: string, state: string): boolean => {
    const instance = run.instances.get(path)
    const index = instance?.compiled.component.axes.findIndex(({ id }) => id === axis) ?? -1
    return instance !== undefined && index >= 0 && statesMeant(axisAt(instance.compiled, index), state).includes(instance.states[index] ?? '')
  }
  switch (that.what) {
    case 'state':
      return isIn(that.instance, that.axis, that.state)
    case 'variable':
      return (run.shared[that.name] ?? run.instances.get('')?.environment[that.name]) === that.value
    case 'shown':
      return shownSurfaces(run).some(({ screen, isLeaving }) => screen === that.screen && !isLeaving)
    case 'count':
      return isMany(that, that.of.filter(({ instance, axis, state }) => isIn(instance, axis, state)).length)
  }
}

/** Whether the number found is as many as is promised. */
export const isMany = ({ how, many }: Extract<Pledged, { what: 'count' }>, found: number): boolean =>
  how === 'exactly' ? found === many : how === 'at least' ? found >= many : found <= many
