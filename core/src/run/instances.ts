import { sameValue, type Project } from '../document'
import { startEnvironment } from '../expression'
import {
  changeEnvironment, changeSurroundings, contentsOf, measuredAs, nextDueMs, NOTHING_GIVEN, startInstance,
  type Content, type Contents, type Instance, type InstanceStart, type Pace,
} from '../machine'
import { pathInside } from '../scene'
import type { Agenda } from './agenda'

/** What a run does about what happens among its instances. */
export interface Watch {
  /** An axis is to go into a state because its holder's look says so. */
  readonly drive: (path: string, axis: string, state: string) => void
  /** Names of an instance stand for something else now. */
  readonly renamed: (path: string, before: Instance['environment'], after: Instance['environment']) => void
}

/**
 * All instances of a run, by path. Whatever changes in one is carried to those inside it — their parameters, their
 * states, the room they get — and to those around it, whose layout follows from the sizes of what they hold.
 */
export class Instances {
  private readonly known = new Map<string, Instance>()
  private readonly held = new Map<string, readonly Content[]>()
  private readonly order = new Map<string, number>()
  private nextOrder = 0

  constructor(private readonly project: Project, readonly agenda: Agenda, private readonly watch: Watch) {}

  /** The same instances for a run that goes on apart. */
  copy(watch: Watch): Instances {
    const copy = new Instances(this.project, this.agenda.copy(), watch)
    for (const [path, instance] of this.known) copy.known.set(path, instance)
    for (const [path, contents] of this.held) copy.held.set(path, contents)
    for (const [path, order] of this.order) copy.order.set(path, order)
    copy.nextOrder = this.nextOrder
    return copy
  }

  get(path: string): Instance | undefined {
    return this.known.get(path)
  }

  get paths(): Iterable<string> {
    return this.known.keys()
  }

  /** Starts an instance with everything inside it. */
  place(start: InstanceStart): void {
    this.order.set(start.path, this.nextOrder++)
    this.keep(startInstance(start))
    this.arrange(start.path, start.atMs)
  }

  /** Stores an instance of which nothing changed that others depend on. */
  keep(instance: Instance): void {
    this.known.set(instance.path, instance)
    this.agenda.add({ dueMs: nextDueMs(instance), order: this.order.get(instance.path)!, path: instance.path })
  }

  /** Puts an instance's next value in place and carries it to what stands inside and around. */
  replace(before: Instance, after: Instance, atMs: number): void {
    this.keep(after)
    if (before.targets === after.targets && before.environment === after.environment) return
    if (after.compiled.holders.length > 0) this.arrange(after.path, atMs)
    for (let path = after.path; path !== ''; path = holderOf(path)) this.remeasure(path, atMs)
    if (before.environment !== after.environment) this.watch.renamed(after.path, before.environment, after.environment)
  }

  private arrange(path: string, atMs: number): void {
    const { compiled, targets, environment } = this.known.get(path)!
    if (compiled.holders.length === 0) return
    const before = this.held.get(path) ?? []
    const now = contentsOf(this.project, { compiled, environment, values: targets.values, chain: this.chainOf(path) })
    this.held.set(path, now)
    const stays = (content: Content) => now.some(({ step, compiled: inner }) => step === content.step && inner.component.id === content.compiled.component.id)
    for (const content of before) if (!stays(content)) this.remove(pathInside(path, content.step))
    for (const content of now) this.bring(path, before.find(({ step }) => step === content.step), content, atMs)
    this.layOut(path, this.contentsFor(path), null, atMs)
  }

  /** Starts what is new inside and carries to what is not new how the holder now wants it. */
  private bring(holder: string, before: Content | undefined, { step, compiled, parameters, states }: Content, atMs: number): void {
    const path = pathInside(holder, step)
    const inner = this.known.get(path)
    if (!inner || !before) {
      this.place({ path, compiled, environment: { ...startEnvironment(this.project, compiled.component), ...parameters }, states, atMs })
      return
    }
    if (!sameValue(before.parameters, parameters)) this.replace(inner, changeEnvironment(inner, { ...inner.environment, ...parameters }, atMs), atMs)
    for (const [axis, state] of Object.entries(states)) if (before.states[axis] !== state) this.watch.drive(path, axis, state)
  }

  private remove(path: string): void {
    for (const known of [...this.known.keys()]) {
      if (known !== path && !known.startsWith(`${path}/`)) continue
      this.known.delete(known)
      this.held.delete(known)
      this.order.delete(known)
    }
  }

  private contentsFor(path: string): Contents {
    return new Map((this.held.get(path) ?? []).map(({ step, part }) => [step, measuredAs(part.id, this.known.get(pathInside(path, step))!)]))
  }

  /** Lets the holder of an instance know what size it is now. */
  private remeasure(path: string, atMs: number): void {
    const holder = this.known.get(holderOf(path))
    const step = path.slice(path.lastIndexOf('/') + 1)
    const old = holder?.contents.get(step)
    const inner = this.known.get(path)
    if (!holder || !old || !inner) return
    const measured = measuredAs(old.part, inner)
    if (measured.signature === old.signature) return
    this.layOut(holder.path, new Map(holder.contents).set(step, measured), paceOf(inner, inner.compiled.root.part.id, atMs), atMs)
  }

  private layOut(path: string, contents: Contents, pace: Pace, atMs: number): void {
    const before = this.known.get(path)!
    const holder = changeSurroundings(before, { contents }, pace, atMs)
    this.keep(holder)
    for (const [step, { part }] of contents) {
      const inner = this.known.get(pathInside(path, step))!
      const given = holder.targets.given.get(step) ?? NOTHING_GIVEN
      if (sameValue(given, inner.given)) continue
      const next = changeSurroundings(inner, { given }, inner.given === NOTHING_GIVEN ? null : paceOf(holder, part, atMs), atMs)
      this.keep(next)
      if (next.contents.size > 0 && next.targets !== inner.targets) this.layOut(next.path, this.contentsFor(next.path), paceOf(next, next.compiled.root.part.id, atMs), atMs)
    }
  }

  private chainOf(path: string): readonly string[] {
    const chain: string[] = []
    for (let at = path; ; at = holderOf(at)) {
      chain.unshift(this.known.get(at)!.compiled.component.id)
      if (at === '') return chain
    }
  }
}

/** The path of what holds an instance; the surface for one directly on it. */
export const holderOf = (path: string): string => path.slice(0, Math.max(0, path.lastIndexOf('/')))

/** The motion a change of size goes along with: that of the part's own size, else the longest that has begun just now. */
function paceOf({ lanes, compiled }: Instance, part: string, atMs: number): Pace {
  const index = compiled.partIndex.get(part)
  const begun = lanes.filter(({ startMs }) => startMs === atMs)
  const own = begun.find((lane) => lane.part === index && (lane.property === 'width' || lane.property === 'height'))
  return own ?? begun.toSorted((a, b) => b.delayMs + b.durationMs - a.delayMs - a.durationMs)[0] ?? null
}
