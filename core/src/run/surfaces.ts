import { certain, entryOf, screenOf, theOne, type Component, type Id, type Motion } from '../document'
import { startEnvironment } from '../expression'
import { changePresence, compile, FROM_OUTSIDE, isModal, overlayComponent, startInstance, surfaceComponent, surfacePath, targetsOf, type Instance } from '../machine'
import { laneEndMs, type Lane, type MotionSources } from '../motion'
import type { DrawItem } from '../scene'
import { carry, treeOf, withLanes, type Carried, type Carrying } from './carry'
import type { Moment } from './moment'
import { drawList } from './pictures'
import { keepInstance, place, remove, replace, within } from './population'
import type { Run } from './run'
import { NOTHING_LEFT, shownSurfaces, type ShownSurface } from './shown'

/**
 * Puts a screen in place of the one that is shown, with its overlays. A screen that is left is gone: come back to, it
 * begins anew. Screens come in over the one they replace and, gone back from, uncover it. Returns when it has come.
 * Throws `gone`.
 */
export function goToScreen(moment: Moment, screen: Id, motion: Motion | null): number {
  const { run } = moment
  const left = shownSurfaces(run).findLast(({ kind, isLeaving }) => kind === 'screen' && !isLeaving)
  if (!left || left.screen === null) return run.nowMs
  const overlaysGoneMs = closeOverlays(moment, () => true, motion)
  if (left.screen === screen) return overlaysGoneMs
  const { isBack, near } = wander(run, left.screen, screen)
  const path = pathOf(run, screen)
  const surface: ShownSurface = { path, screen, kind: 'screen', isModal: true, isLeaving: false, left: NOTHING_LEFT, origin: run.touched }
  const { going, carrying } = putOver(moment, surface, surfaceComponent(run.project, { screen }), { from: left.path, near, motion })
  if (carrying) return linger(moment, left, endOfLanes(carrying, run.nowMs), carrying.left)
  return isBack ? uncover(moment, path, left.path, motion) : linger(moment, left, come(moment, path, motion, going), NOTHING_LEFT)
}

/** Takes down a step from one screen to another; back to one that has been left forgets what came after. Says what was touched to go each way. */
function wander(run: Run, from: Id, to: Id): { readonly isBack: boolean; readonly near: Carried['near'] } {
  const { touched: origin, history } = run
  const back = history.findLastIndex(({ screen }) => screen === to)
  run.history = back >= 0 ? history.slice(0, back) : [...history, { screen: from, origin }]
  return { isBack: back >= 0, near: { from: origin, to: history[back]?.origin ?? '' } }
}

/** Lets the screen on top go from over another one. Returns when it is gone. */
function uncover(moment: Moment, path: string, top: string, motion: Motion | null): number {
  const { run } = moment
  const others = run.surfaces.filter((each) => each.path !== path && each.path !== top)
  run.surfaces = [...others, surfaceAt(run, path), surfaceAt(run, top)]
  return leave(moment, surfaceAt(run, top), motion)
}

/** Shows an overlay over everything else. Returns when it has come. Throws `gone`. */
export function openOverlay(moment: Moment, screen: Id, motion: Motion | null): number {
  const { run } = moment
  const overlay = screenOf(run.project, screen)
  const shown = shownSurfaces(run)
  const base = shown.find(({ kind, isLeaving }) => kind === 'screen' && !isLeaving)
  if (!overlay || !base || base.screen === null || shown.some((each) => each.screen === screen && !each.isLeaving)) return run.nowMs
  const { width, height } = certain(instanceAt(run, base.path).targets.values[0])
  const path = pathOf(run, screen)
  const surface: ShownSurface = { path, screen, kind: 'overlay', isModal: isModal(overlay), isLeaving: false, left: NOTHING_LEFT, origin: run.touched }
  const { going, carrying } = putOver(moment, surface, overlayComponent(overlay, { width, height }), { from: base.path, near: { from: run.touched, to: '' }, motion })
  if (!carrying) return come(moment, path, motion, going)
  change(run, base.path, { left: carrying.left })
  return endOfLanes(carrying, run.nowMs)
}

/** Starts a surface over another one and sets what transition names tie on its way from there; says what motion it was still in, and what is carried. */
function putOver(moment: Moment, surface: ShownSurface, component: Component, { from, near, motion }: Pick<Carried, 'near'> & { readonly from: string; readonly motion: Motion | null }) {
  const { run } = moment
  const [before, shownLast] = [drawn(run, from), drawn(run, surface.path)]
  const going = put(moment, surface, component)
  const carrying = before ? carryOver(run, before, { path: surface.path, near, motion, fadesOthers: true, shownLast }) : null
  return { going, carrying }
}

/** Takes an overlay away. Returns when it has gone. */
export const closeOverlay = (moment: Moment, screen: Id, motion: Motion | null): number =>
  closeOverlays(moment, (each) => each.screen === screen, motion)

function closeOverlays(moment: Moment, isMeant: (surface: ShownSurface) => boolean, motion: Motion | null): number {
  const meant = shownSurfaces(moment.run).filter((each) => each.kind === 'overlay' && !each.isLeaving && isMeant(each))
  return meant.reduce((end, each) => Math.max(end, close(moment, each, motion)), moment.run.nowMs)
}

/** Lets an overlay go; what it had taken over from what lies beneath travels back. */
function close(moment: Moment, overlay: ShownSurface, motion: Motion | null): number {
  const { run } = moment
  const base = shownSurfaces(run).find(({ kind, left, isLeaving }) => kind === 'screen' && !isLeaving && left.size > 0)
  const before = base && drawn(run, overlay.path)
  if (base) change(run, base.path, { left: NOTHING_LEFT })
  const own = motion ?? instanceAt(run, overlay.path).compiled.component.motion
  const back = base && before ? carryOver(run, before, { path: base.path, near: { from: '', to: overlay.origin }, motion: own, fadesOthers: false }) : null
  const gone = leave(moment, overlay, motion)
  if (!back) return gone
  change(run, overlay.path, { left: back.left })
  return Math.max(gone, endOfLanes(back, gone))
}

function change(run: Run, path: string, to: Partial<ShownSurface>): void {
  run.surfaces = run.surfaces.map((each) => (each.path === path ? { ...each, ...to } : each))
}

const pathOf = ({ surface }: Run, screen: Id): string =>
  'screen' in surface && surface.screen === screen ? '' : surfacePath(screen)

/** What shows now, of one surface. */
const drawn = (run: Run, path: string): DrawItem | undefined => drawList(run).find(({ instance }) => instance === path)

const surfaceAt = ({ surfaces }: Run, path: string): ShownSurface => theOne(surfaces, (each) => each.path === path)

const instanceAt = ({ instances }: Run, path: string): Instance => entryOf(instances, path)

/** Starts a surface on top of all others, at rest. Returns the motion it was in if it was still going. */
function put({ run, interpreter }: Moment, surface: ShownSurface, component: Component): readonly Lane[] {
  const { project, isMotionReduced, nowMs: atMs } = run
  const { path } = surface
  const going = run.instances.get(path)?.lanes ?? []
  remove(run, path)
  run.surfaces = [...shownSurfaces(run).filter((each) => each.path !== path), surface]
  place(run, startInstance({ path, compiled: compile(project, component), environment: startEnvironment(project, component, run.shared), states: {}, atMs, isMotionReduced }))
  interpreter.appear(path)
  run.trace.push({ what: 'surface', atMs, screen: certain(surface.screen), instance: path, isShown: true })
  run.frames.drawn = null
  return going
}

/** Lets what has been placed come from its absent look, or from where it had got on its way there. Returns when it has. */
function come(moment: Moment, path: string, motion: Motion | null, lanes: readonly Lane[]): number {
  const { nowMs: atMs } = moment.run
  const here = instanceAt(moment.run, path)
  const absent = { ...here, lanes, targets: targetsOf({ ...here, isAbsent: true }) }
  const after = changePresence(absent, { isAbsent: false, sources: sourcesOf(here, motion), delayMs: 0, atMs })
  replace(moment, here, after)
  return endOf(after, atMs)
}

/** Lets a surface go to its absent look. Returns when it is gone. */
function leave(moment: Moment, surface: ShownSurface, motion: Motion | null): number {
  const { nowMs: atMs } = moment.run
  bidFarewell(moment, surface, NOTHING_LEFT)
  const before = instanceAt(moment.run, surface.path)
  const after = changePresence(before, { isAbsent: true, sources: sourcesOf(before, motion), delayMs: 0, atMs })
  return letGo(moment, before, { ...after, goneMs: endOf(after, atMs) })
}

/** Leaves a surface as it is until an instant, beneath what comes. */
function linger(moment: Moment, surface: ShownSurface, untilMs: number, left: ReadonlySet<string>): number {
  bidFarewell(moment, surface, left)
  const before = instanceAt(moment.run, surface.path)
  return letGo(moment, before, { ...before, goneMs: untilMs })
}

function bidFarewell({ run, interpreter }: Moment, { path, screen }: ShownSurface, left: ReadonlySet<string>): void {
  for (const inside of within(run, path)) interpreter.offer(inside, 'hidden')
  change(run, path, { isLeaving: true, left })
  run.trace.push({ what: 'surface', atMs: run.nowMs, screen: certain(screen), instance: path, isShown: false })
}

function letGo(moment: Moment, before: Instance, after: Instance): number {
  const { run, interpreter } = moment
  const goneMs = certain(after.goneMs)
  run.frames.drawn = null
  if (goneMs <= run.nowMs) {
    remove(run, after.path)
    return run.nowMs
  }
  replace(moment, before, after)
  for (const inside of within(run, after.path)) interpreter.retire(inside)
  return goneMs
}

/** Sets what transition names tie on its way from what showed before; null when they tie nothing. */
function carryOver(run: Run, before: DrawItem, { path, motion, ...how }: Pick<Carried, 'near' | 'fadesOthers' | 'shownLast'> & { readonly path: string; readonly motion: Motion | null }): Carrying | null {
  const { nowMs: atMs } = run
  const lookup = (each: string) => run.instances.get(each)
  const after = treeOf(instanceAt(run, path), lookup, atMs, true)
  const carrying = carry(before, after, { lookup, sources: sourcesOf(instanceAt(run, path), motion), atMs, ...how })
  for (const [each, lanes] of carrying?.lanes ?? []) keepInstance(run, withLanes(instanceAt(run, each), lanes))
  return carrying
}

/** The motion of a surface: what the action says, then its own, then the project's. */
const sourcesOf = ({ compiled }: Instance, motion: Motion | null): MotionSources =>
  [motion, compiled.component.motion, compiled.project.motion].filter((each) => each !== null)

const endOfLanes = ({ lanes }: Carrying, atMs: number): number => Math.max(atMs, ...[...lanes.values()].flat().map(laneEndMs))

const endOf = ({ lanes }: Instance, atMs: number): number =>
  lanes.reduce((end, lane) => (lane.axis === FROM_OUTSIDE ? Math.max(end, laneEndMs(lane)) : end), atMs)
