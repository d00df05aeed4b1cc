import { certain, sameValue, type Literal } from '../document'
import { startEnvironment } from '../expression'
import {
  changePresence, changeSurroundings, contentsOf, holderOf, isSurface, isWithin, measuredAs, nextDueMs, NOTHING_GIVEN, pathInside, startInstance, stepOf,
  type Content, type Contents, type Instance, type InstanceStart, type Pace,
} from '../machine'
import { isSameContent } from '../semantics'
import { Agenda } from './agenda'
import { listEntrance, listPace } from './list-motion'
import { Listeners } from './listeners'
import type { Parts } from './parts'

/**
 * All instances of a run, by path. Whatever changes in one is carried to those inside it — their parameters, their
 * states, the room they get — and to those around it, whose layout follows from the sizes of what they hold.
 */
export class Instances {
  private readonly known: Map<string, Instance>
  private readonly held: Map<string, ReadonlyMap<string, Content>>
  /** Items of lists that are on their way out, by the instance they were in. */
  private readonly leaving: Map<string, readonly Content[]>
  private readonly order: Map<string, number>
  private nextOrder: number
  /** The surfaces, and all that is to stand inside whatever stands here, whether or not it has been placed yet. */
  private admitted: number
  /** What the variables everyone shares stand for now, by name. */
  shared: Readonly<Record<string, Literal>>

  /** Whether more should stand here than there may be; what is beyond does not. */
  isCutOff: boolean

  readonly agenda: Agenda
  readonly listeners: Listeners

  /** None yet, or those of a run that has come some way. */
  constructor(private readonly run: Parts, before?: Instances) {
    this.agenda = before?.agenda.copy() ?? new Agenda()
    this.listeners = before?.listeners.copy() ?? new Listeners()
    this.known = new Map(before?.known)
    this.held = new Map(before?.held)
    this.leaving = new Map(before?.leaving)
    this.order = new Map(before?.order)
    this.nextOrder = before?.nextOrder ?? 0
    this.admitted = before?.admitted ?? 0
    this.isCutOff = before?.isCutOff ?? false
    this.shared = before?.shared ?? Object.fromEntries(run.project.variables.map(({ name, start }) => [name, start]))
  }

  get(path: string): Instance | undefined {
    return this.known.get(path)
  }

  get paths(): Iterable<string> {
    return this.known.keys()
  }

  /** Puts an instance here as it starts, with nothing inside it yet. */
  place(start: InstanceStart): void {
    this.order.set(start.path, this.nextOrder++)
    if (isSurface(start.path)) this.admitted++
    this.listeners.add(start.path, start.compiled)
    const instance = startInstance(start)
    this.keep(instance)
    this.run.record({ what: 'appeared', atMs: start.atMs, instance: start.path, component: start.compiled.component.id, states: instance.states })
  }

  /** Stores an instance of which nothing changed that others depend on. */
  keep(instance: Instance): void {
    this.known.set(instance.path, instance)
    this.agenda.add({ dueMs: nextDueMs(instance), order: certain(this.order.get(instance.path)), path: instance.path })
  }

  /** Carries to what stands inside and around an instance how it has come to be since. */
  carry(before: Instance, atMs: number): void {
    const after = this.known.get(before.path)
    if (!after || (before.targets === after.targets && before.environment === after.environment)) return
    if (isToBeArranged(before, after)) this.arrange(after.path, atMs)
    if (before.targets !== after.targets) for (let path = after.path; !isSurface(path); path = holderOf(path)) this.remeasure(path, atMs)
  }

  /** Puts an instance's next value in place and carries it to what stands inside and around. */
  replace(before: Instance, after: Instance, atMs: number): void {
    this.keep(after)
    this.carry(before, atMs)
  }

  /** An item that has left is gone. */
  forget(path: string): void {
    const holder = holderOf(path)
    const step = stepOf(path)
    this.leaving.set(holder, this.leavingFrom(holder).filter((content) => content.step !== step))
    this.remove(path)
    const around = this.known.get(holder)
    if (around) this.keep({ ...around, contents: this.contentsFor(holder) })
  }

  /** Puts into an instance what is to stand inside it now. */
  arrange(path: string, atMs: number): void {
    const instance = certain(this.known.get(path))
    if (instance.compiled.holders.length === 0) return
    const { compiled, targets, environment } = instance
    const before = this.held.get(path)
    const now = byStep(this.withinLimit(path, contentsOf(this.run.project, { compiled, environment, values: targets.values, chain: this.chainOf(path) })))
    this.held.set(path, now)
    const { gone, come } = this.run.ground.interpreter.arrange(path, before ?? null, now)
    const moved = before && [...gone, ...come].find(({ part }) => part.kind === 'list')
    const isOther = gone.length > 0 || come.length > 0
    this.layOut(path, isOther ? this.contentsFor(path) : certain(this.known.get(path)).contents, moved ? listPace(instance, moved.part) : null, atMs)
    if (before) for (const content of come) this.enter(path, content, come, atMs)
  }

  /** As much of what is to stand inside an instance as there is room for beside everything else. */
  private withinLimit(path: string, contents: readonly Content[]): readonly Content[] {
    const had = this.held.get(path)?.size ?? 0
    const room = Math.max(0, this.run.mostInstances - this.admitted + had)
    const within = contents.length <= room ? contents : contents.slice(0, room)
    if (within !== contents) this.isCutOff = true
    this.admitted += within.length - had
    return within
  }

  /** Starts what is new inside something. */
  begin(holder: string, { step, part, compiled, parameters, states }: Content, isLate: boolean): string {
    const path = pathInside(holder, step)
    const { isMotionReduced } = certain(this.known.get(holder))
    const environment = { ...startEnvironment(this.run.project, compiled.component, this.shared), ...parameters }
    this.place({ path, compiled, environment, states, atMs: this.run.nowMs, isMotionReduced, isAbsent: isLate && part.kind === 'list' })
    return path
  }

  /** What was on its way out of something turns back. */
  takeBack(holder: string, content: Content): void {
    this.leaving.set(holder, this.leavingFrom(holder).filter((each) => !isSameContent(each, content)))
  }

  /** Lets an item of a list come in from its absent look, in its turn. */
  private enter(holder: string, content: Content, together: readonly Content[], atMs: number): void {
    const inner = this.known.get(pathInside(holder, content.step))
    if (content.part.kind !== 'list' || !inner?.isAbsent) return
    this.replace(inner, changePresence(inner, { isAbsent: false, atMs, ...turnOf(inner, content, together) }), atMs)
  }

  /** Takes out what is not to be inside any more; an item of a list first goes to its absent look, in its turn, and is still there when it is told. */
  dismiss(holder: string, content: Content, together: readonly Content[]): void {
    const atMs = this.run.nowMs
    const path = pathInside(holder, content.step)
    const inner = certain(this.known.get(path))
    const after = content.part.kind === 'list' ? changePresence(inner, { isAbsent: true, atMs, ...turnOf(inner, content, together) }) : null
    if (after?.goneMs == null || (after.goneMs <= atMs && !inner.compiled.rulesOn.has('hidden'))) return this.remove(path)
    this.leaving.set(holder, [...this.leavingFrom(holder), content])
    this.keep(after)
  }

  private leavingFrom(holder: string): readonly Content[] {
    return this.leaving.get(holder) ?? []
  }

  /** An instance and everything inside it. */
  within(path: string): readonly string[] {
    return [...this.known.keys()].filter((known) => isWithin(known, path))
  }

  /** Takes an instance out with everything inside it, at once. */
  remove(path: string): void {
    for (const known of this.within(path)) {
      this.known.delete(known)
      this.admitted -= (this.held.get(known)?.size ?? 0) + (isSurface(known) ? 1 : 0)
      this.held.delete(known)
      this.leaving.delete(known)
      this.order.delete(known)
      this.listeners.remove(known)
      this.run.record({ what: 'gone', atMs: this.run.nowMs, instance: known })
    }
  }

  private contentsFor(path: string): Contents {
    return new Map([...this.leavingFrom(path), ...(this.held.get(path)?.values() ?? [])].map(({ step, part }) => [step, measuredAs(part.id, certain(this.known.get(pathInside(path, step))))]))
  }

  /** Lets the holder of an instance know what size it is now. */
  private remeasure(path: string, atMs: number): void {
    const holder = this.known.get(holderOf(path))
    const step = stepOf(path)
    const old = holder?.contents.get(step)
    const inner = this.known.get(path)
    if (!holder || !old || !inner || old.isLeaving) return
    const measured = measuredAs(old.part, inner)
    if (measured.signature === old.signature) return
    this.layOut(holder.path, new Map(holder.contents).set(step, measured), paceOf(inner, inner.compiled.root.part.id, atMs), atMs)
  }

  private layOut(path: string, contents: Contents, pace: Pace, atMs: number): void {
    const before = certain(this.known.get(path))
    const holder = changeSurroundings(before, { contents }, pace, atMs)
    this.keep(holder)
    for (const [step, { part, isLeaving }] of contents) {
      if (isLeaving) continue
      const inner = certain(this.known.get(pathInside(path, step)))
      const given = holder.targets.given.get(step) ?? NOTHING_GIVEN
      if (sameValue(given, inner.given)) continue
      const next = changeSurroundings(inner, { given }, inner.given === NOTHING_GIVEN ? null : (pace ?? paceOf(holder, part, atMs)), atMs)
      this.keep(next)
      if (next.contents.size > 0 && next.targets !== inner.targets) this.layOut(next.path, this.contentsFor(next.path), paceOf(next, next.compiled.root.part.id, atMs), atMs)
    }
  }

  private chainOf(path: string): readonly string[] {
    const chain: string[] = []
    for (let at = path; ; at = holderOf(at)) {
      chain.unshift(certain(this.known.get(at)).compiled.component.id)
      if (isSurface(at)) return chain
    }
  }
}

/** How an item enters or leaves among those that do so together. */
function turnOf(instance: Instance, content: Content, together: readonly Content[]): ReturnType<typeof listEntrance> {
  const items = together.filter(({ part }) => part === content.part)
  return listEntrance(instance, content.part, items.indexOf(content), items.length)
}

const byStep = (contents: readonly Content[]): ReadonlyMap<string, Content> => new Map(contents.map((content) => [content.step, content]))

/** Whether what stands inside an instance could be other, or be given something else. */
function isToBeArranged(before: Instance, { compiled, targets, environment }: Instance): boolean {
  if (compiled.holders.length === 0) return false
  return targets !== before.targets || [...compiled.listReads].some((name) => environment[name] !== before.environment[name])
}

/** The motion a change of size goes along with: that of the part's own size, else the longest that has begun just now. */
function paceOf({ lanes, compiled }: Instance, part: string, atMs: number): Pace {
  const index = compiled.partIndex.get(part)
  const begun = lanes.filter(({ startMs }) => startMs === atMs)
  const own = begun.find((lane) => lane.part === index && (lane.property === 'width' || lane.property === 'height'))
  return own ?? begun.toSorted((a, b) => b.delayMs + b.durationMs - a.delayMs - a.durationMs)[0] ?? null
}
