import { certain } from '../document'
import {
  changePresence, changeSurroundings, contentsOf, holderOf, isSurface, isSameGiven, isWithin, measuredAs, instanceDueMs, NOTHING_GIVEN, pathInside, recordIn, stepOf,
  type Content, type Contents, type Instance, type Measured, type Pace,
} from '../machine'
import { isSameContent, type ItemOf } from '../semantics'
import { addTo } from './agenda'
import { beginningOf, firstPlaced } from './beginnings'
import { listEntrance, listPace, showsItsWay } from './list-motion'
import { enlist, strike } from './listeners'
import type { Moment } from './moment'
import type { Run } from './run'

/** Puts an instance here as it starts, with nothing inside it yet. */
export function place(run: Run, instance: Instance): void {
  const { path, compiled, states } = instance
  run.population.order.set(path, run.population.nextOrder++)
  markShown(run, path)
  if (isSurface(path)) run.population.admitted++
  enlist(run.population.listeners, path, compiled)
  keepInstance(run, instance)
  run.trace.push({ what: 'appeared', atMs: run.nowMs, instance: path, component: compiled.component.id, states })
}

/** What an instance shows is newer than what any other one does. */
export function markShown({ population }: Run, path: string): void {
  population.shownAt.set(path, population.nextShown++)
}

/** Stores an instance of which nothing changed that others depend on. */
export function keepInstance(run: Run, instance: Instance): void {
  run.instances.set(instance.path, instance)
  addTo(run.agenda, { dueMs: instanceDueMs(instance), order: certain(run.population.order.get(instance.path)), path: instance.path })
}

/** The same of one that may show something else now. */
export function redraw(run: Run, instance: Instance): void {
  run.frames.drawn = null
  keepInstance(run, instance)
}

/** Carries to what stands inside and around an instance how it has come to be since. */
export function passOnChanges(moment: Moment, before: Instance): void {
  const { run } = moment
  const after = run.instances.get(before.path)
  if (!after || (before.targets === after.targets && before.environment === after.environment)) return
  if (isToBeArranged(before, after)) arrange(moment, after.path)
  if (before.targets !== after.targets) for (let path = after.path; !isSurface(path); path = holderOf(path)) remeasure(run, path)
}

/** Puts an instance's next value in place and carries it to what stands inside and around. */
export function replace(moment: Moment, before: Instance, after: Instance): void {
  keepInstance(moment.run, after)
  passOnChanges(moment, before)
}

/** What has left is gone: a surface, or an item with all others of the same holder that are gone by now. */
export function forgetGone(run: Run, path: string): void {
  if (isSurface(path)) return remove(run, path)
  const holder = holderOf(path)
  const leaving = leavingFrom(run, holder)
  const isGone = ({ step }: Content) => (run.instances.get(pathInside(holder, step))?.goneMs ?? Infinity) <= run.nowMs
  const gone = leaving.filter(isGone)
  run.population.leaving.set(holder, leaving.filter((content) => !isGone(content)))
  for (const { step } of gone) remove(run, pathInside(holder, step))
  const around = run.instances.get(holder)
  if (around) keepInstance(run, { ...around, contents: contentsFor(run, holder) })
}

/** Puts into an instance what is to stand inside it now. */
export function arrange(moment: Moment, path: string): void {
  const { run } = moment
  const instance = certain(run.instances.get(path))
  if (instance.compiled.holders.length === 0) return
  const { compiled, targets, environment } = instance
  const before = run.population.held.get(path)
  const now = byStep(withinLimit(run, path, contentsOf(run.project, { compiled, environment, values: targets.values, chain: chainOf(run, path) })))
  run.population.held.set(path, now)
  const { gone, come } = moment.arranger.arrange(path, before ?? null, now)
  const moved = before && (gone.find(isItem) ?? come.find(isItem) ?? reordered(before, now).find(isItem))
  const isOther = gone.length > 0 || come.length > 0 || moved !== undefined
  layOut(run, path, isOther ? contentsFor(run, path) : certain(run.instances.get(path)).contents, moved ? listPace(instance, moved.part) : null)
  if (before) for (const content of come) enter(moment, path, content, come)
}

const isItem = ({ part }: Content): boolean => part.kind === 'list'

/** What stays, where it is in another order than before; nothing where it is not. */
function reordered(before: ReadonlyMap<string, Content>, now: ReadonlyMap<string, Content>): readonly Content[] {
  const stays = [...now.values()].filter(({ step }) => before.has(step))
  const was = [...before.keys()].filter((step) => now.has(step))
  return stays.some(({ step }, index) => step !== was[index]) ? stays : []
}

/** As much of what is to stand inside an instance as there is room for beside everything else. */
function withinLimit(run: Run, path: string, contents: readonly Content[]): readonly Content[] {
  const had = run.population.held.get(path)?.size ?? 0
  const room = Math.max(0, run.mostInstances - run.population.admitted + had)
  const within = contents.length <= room ? contents : contents.slice(0, room)
  if (within !== contents) run.population.isCutOff = true
  run.population.admitted += within.length - had
  return within
}

/** Starts what is new inside something. */
export function begin(run: Run, holder: string, content: Content, isLate: boolean): string {
  const path = pathInside(holder, content.step)
  const { isMotionReduced } = certain(run.instances.get(holder))
  place(run, beginningOf(run.project, run.shared, content, { path, atMs: run.nowMs, isMotionReduced, isAbsent: isLate && isItem(content) && showsItsWay(content.compiled, content.part) }))
  return path
}

/** What was on its way out of something turns back. */
export function takeBack(run: Run, holder: string, content: Content): void {
  run.population.leaving.set(holder, leavingFrom(run, holder).filter((each) => !isSameContent(each, content)))
}

/** Lets an item of a list come in from its absent look, in its turn. */
function enter(moment: Moment, holder: string, content: Content, together: readonly Content[]): void {
  const { run } = moment
  const inner = run.instances.get(pathInside(holder, content.step))
  if (content.part.kind !== 'list' || !inner?.isAbsent) return
  replace(moment, inner, changePresence(inner, { isAbsent: false, atMs: run.nowMs, ...turnOf(inner, content, together) }))
}

/** Takes out what is not to be inside any more; an item of a list first goes to its absent look, in its turn, and is still there when it is told. */
export function dismiss(run: Run, holder: string, content: Content, together: readonly Content[]): void {
  const atMs = run.nowMs
  const path = pathInside(holder, content.step)
  const inner = certain(run.instances.get(path))
  const isSeenLeaving = isItem(content) && (showsItsWay(inner.compiled, content.part) || inner.compiled.rulesOn.has('hidden'))
  const after = isSeenLeaving ? changePresence(inner, { isAbsent: true, atMs, ...turnOf(inner, content, together) }) : null
  if (after?.goneMs == null || (after.goneMs <= atMs && !inner.compiled.rulesOn.has('hidden'))) return remove(run, path)
  if (!run.population.leaving.get(holder)?.push(content)) run.population.leaving.set(holder, [content])
  keepInstance(run, after)
}

function leavingFrom(run: Run, holder: string): readonly Content[] {
  return run.population.leaving.get(holder) ?? []
}

/** The record that an item of a list shows; null for what is no item. */
export function itemAt(run: Run, path: string): ItemOf | null {
  if (isSurface(path)) return null
  const holder = holderOf(path)
  const step = stepOf(path)
  const part = run.population.held.get(holder)?.get(step)?.part ?? leavingFrom(run, holder).find((content) => content.step === step)?.part
  const table = part?.kind === 'list' ? run.project.tables.find(({ id }) => id === part.table) : undefined
  return part && table ? { table, record: recordIn(step, part.id) } : null
}

/** An instance and everything inside it. */
export function within(run: Run, path: string): readonly string[] {
  const holdsNothing = !isSurface(path) && (run.population.held.get(path)?.size ?? 0) === 0 && leavingFrom(run, path).length === 0
  if (holdsNothing) return run.instances.has(path) ? [path] : []
  return [...run.instances.keys()].filter((known) => isWithin(known, path))
}

/** Takes an instance out with everything inside it, at once. */
export function remove(run: Run, path: string): void {
  for (const known of within(run, path)) {
    strike(run.population.listeners, known, certain(run.instances.get(known)).compiled)
    run.instances.delete(known)
    run.population.admitted -= (run.population.held.get(known)?.size ?? 0) + (isSurface(known) ? 1 : 0)
    run.population.held.delete(known)
    run.population.leaving.delete(known)
    run.population.order.delete(known)
    run.population.shownAt.delete(known)
    if (run.postponed.length > 0) run.postponed = run.postponed.filter((each) => each.path !== known)
    run.trace.push({ what: 'gone', atMs: run.nowMs, instance: known })
  }
}

function contentsFor(run: Run, path: string): Contents {
  const contents = new Map<string, Measured>()
  const measure = ({ step, part }: Content) => contents.set(step, measuredAs(part.id, certain(run.instances.get(pathInside(path, step)))))
  leavingFrom(run, path).forEach(measure)
  run.population.held.get(path)?.forEach(measure)
  return contents
}

/** Lets the holder of an instance know what size it is now. */
function remeasure(run: Run, path: string): void {
  const holder = run.instances.get(holderOf(path))
  const step = stepOf(path)
  const old = holder?.contents.get(step)
  const inner = run.instances.get(path)
  if (!holder || !old || !inner || old.isLeaving) return
  const measured = measuredAs(old.part, inner)
  if (measured.signature === old.signature) return
  layOut(run, holder.path, new Map(holder.contents).set(step, measured), paceOf(inner, inner.compiled.root.part.id, run.nowMs))
}

function layOut(run: Run, path: string, contents: Contents, pace: Pace): void {
  const before = certain(run.instances.get(path))
  const holder = changeSurroundings(before, { contents }, pace, run.nowMs)
  keepInstance(run, holder)
  for (const [step, { path: insidePath, part, isLeaving }] of contents) {
    const inner = run.instances.get(insidePath)
    // What has just gone is taken out of the layout once all is arranged.
    if (isLeaving || !inner) continue
    const given = holder.targets.given.get(step) ?? NOTHING_GIVEN
    if (isSameGiven(given, inner.given)) continue
    const next = inner.given === NOTHING_GIVEN ? firstPlaced(inner, given, run.nowMs) : changeSurroundings(inner, { given }, pace ?? paceOf(holder, part, run.nowMs), run.nowMs)
    keepInstance(run, next)
    if (next.contents.size > 0 && next.targets !== inner.targets) layOut(run, next.path, contentsFor(run, next.path), paceOf(next, next.compiled.root.part.id, run.nowMs))
  }
}

function chainOf(run: Run, path: string): readonly string[] {
  const chain: string[] = []
  for (let at = path; ; at = holderOf(at)) {
    chain.unshift(certain(run.instances.get(at)).compiled.component.id)
    if (isSurface(at)) return chain
  }
}

/** How an item enters or leaves among those that do so together. */
function turnOf(instance: Instance, content: Content, together: readonly Content[]): ReturnType<typeof listEntrance> {
  const places = knownPlaces.get(together) ?? placesAmong(together)
  knownPlaces.set(together, places)
  const items = certain(places.get(content.part))
  return listEntrance(instance, content.part, certain(items.get(content)), items.size)
}

type Places = ReadonlyMap<Content['part'], ReadonlyMap<Content, number>>

const knownPlaces = new WeakMap<readonly Content[], Places>()

/** The places of some items among those of their lists. */
function placesAmong(together: readonly Content[]): Places {
  const places = new Map<Content['part'], Map<Content, number>>()
  for (const content of together) {
    const items = places.get(content.part) ?? new Map<Content, number>()
    places.set(content.part, items.set(content, items.size))
  }
  return places
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
