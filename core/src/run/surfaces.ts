import { certain, type Component, type Id, type Motion } from '../document'
import { startEnvironment } from '../expression'
import { changePresence, compile, FROM_OUTSIDE, isModal, overlayComponent, surfaceComponent, surfacePath, targetsOf, type Instance } from '../machine'
import { laneEndMs, type Lane, type MotionSources } from '../motion'
import type { DrawItem } from '../scene'
import { carry, treeOf, withLanes, type Carried, type Carrying } from './carry'
import type { Parts } from './parts'

/** A screen or overlay that is to be seen, by the path of its instance. */
export interface ShownSurface {
  readonly path: string
  /** Null for a component that runs alone. */
  readonly screen: Id | null
  readonly kind: 'screen' | 'overlay'
  /** Nothing beneath it answers. */
  readonly isModal: boolean
  readonly isLeaving: boolean
  /** The keys of its parts that others have taken the place of. */
  readonly left: ReadonlySet<string>
  /** The instance that was touched when it was opened. */
  readonly origin: string
}

const NOTHING_LEFT: ReadonlySet<string> = new Set()

/**
 * The screens and overlays of a run from the bottom up, and how one gives way to another. A screen that is left is
 * gone: come back to, it begins anew. Screens come in over the one they replace and, gone back from, uncover it.
 */
export class Surfaces {
  private all: readonly ShownSurface[]
  /** The screens on the way here, with the instance that led away from each. */
  private history: readonly { readonly screen: Id; readonly origin: string }[]

  /** As a run begins, or as they are in one that has come some way. */
  constructor(private readonly run: Parts, before?: Surfaces) {
    const screen = 'screen' in run.surface ? run.surface.screen : null
    this.all = before?.all ?? [{ path: '', screen, kind: 'screen', isModal: true, isLeaving: false, left: NOTHING_LEFT, origin: '' }]
    this.history = before?.history ?? []
  }

  /** Everything to be seen, what is on top last. */
  get shown(): readonly ShownSurface[] {
    return this.all.filter(({ path }) => this.run.instances.get(path) !== undefined)
  }

  /** What answers: the topmost that lets nothing through, and what lies over it. */
  get answering(): readonly ShownSurface[] {
    const staying = this.shown.filter(({ isLeaving }) => !isLeaving)
    return staying.slice(Math.max(0, staying.findLastIndex((surface) => surface.isModal)))
  }

  /** Puts a screen in place of the one that is shown, with its overlays. `origin` is the instance it comes from. Returns when it has come. Throws `gone`. */
  goTo(screen: Id, motion: Motion | null, origin: string): number {
    const now = this.run.nowMs
    const left = this.shown.findLast(({ kind, isLeaving }) => kind === 'screen' && !isLeaving)
    if (!left || left.screen === null) return now
    const overlaysGoneMs = this.closeOverlays(() => true, motion)
    if (left.screen === screen) return overlaysGoneMs
    const back = this.history.findLastIndex((step) => step.screen === screen)
    const near = { from: origin, to: this.history[back]?.origin ?? '' }
    this.history = back >= 0 ? this.history.slice(0, back) : [...this.history, { screen: left.screen, origin }]
    const component = surfaceComponent(this.run.project, { screen })
    const before = this.drawn(left.path)
    const path = this.pathOf(screen)
    const shownLast = this.place({ path, screen, kind: 'screen', isModal: true, isLeaving: false, left: NOTHING_LEFT, origin }, component)
    const carrying = before && this.carryOver(before, { path, near, motion, fadesOthers: true })
    if (carrying) return this.linger(left, endOfLanes(carrying, now), carrying.left)
    if (back < 0) return this.linger(left, this.come(path, motion, shownLast), NOTHING_LEFT)
    const others = this.all.filter((each) => each.path !== path && each.path !== left.path)
    this.all = [...others, certain(this.find(path)), certain(this.find(left.path))]
    return this.leave(certain(this.find(left.path)), motion)
  }

  /** Shows an overlay over everything else. `origin` is the instance it comes from. Returns when it has come. Throws `gone`. */
  open(screen: Id, motion: Motion | null, origin: string): number {
    const now = this.run.nowMs
    const overlay = this.run.project.screens.find(({ id }) => id === screen)
    const base = this.shown.find(({ kind, isLeaving }) => kind === 'screen' && !isLeaving)
    if (!overlay || !base || base.screen === null || this.shown.some((each) => each.screen === screen && !each.isLeaving)) return now
    const root = certain(this.instance(base.path).targets.values[0])
    const component = overlayComponent(overlay, { width: root.width, height: root.height })
    const path = this.pathOf(screen)
    const before = this.drawn(base.path)
    const shownLast = this.place({ path, screen, kind: 'overlay', isModal: isModal(overlay), isLeaving: false, left: NOTHING_LEFT, origin }, component)
    const carrying = before && this.carryOver(before, { path, near: { from: origin, to: '' }, motion, fadesOthers: true })
    if (!carrying) return this.come(path, motion, shownLast)
    this.change(base.path, { left: carrying.left })
    return endOfLanes(carrying, now)
  }

  /** Takes an overlay away. Returns when it has gone. */
  close(screen: Id, motion: Motion | null): number {
    return this.closeOverlays((each) => each.screen === screen, motion)
  }

  private closeOverlays(isMeant: (surface: ShownSurface) => boolean, motion: Motion | null): number {
    const meant = this.shown.filter((each) => each.kind === 'overlay' && !each.isLeaving && isMeant(each))
    return meant.reduce((end, each) => Math.max(end, this.closeOverlay(each, motion)), this.run.nowMs)
  }

  /** Lets an overlay go; what it had taken over from what lies beneath travels back. */
  private closeOverlay(overlay: ShownSurface, motion: Motion | null): number {
    const base = this.shown.find(({ kind, left, isLeaving }) => kind === 'screen' && !isLeaving && left.size > 0)
    const before = base && this.drawn(overlay.path)
    if (base) this.change(base.path, { left: NOTHING_LEFT })
    const own = motion ?? this.instance(overlay.path).compiled.component.motion
    const back = base && before ? this.carryOver(before, { path: base.path, near: { from: '', to: overlay.origin }, motion: own, fadesOthers: false }) : null
    const gone = this.leave(overlay, motion)
    if (!back) return gone
    this.change(overlay.path, { left: back.left })
    return Math.max(gone, endOfLanes(back, gone))
  }

  private change(path: string, change: Partial<ShownSurface>): void {
    this.all = this.all.map((each) => (each.path === path ? { ...each, ...change } : each))
  }

  private pathOf(screen: Id): string {
    const { surface } = this.run
    return 'screen' in surface && surface.screen === screen ? '' : surfacePath(screen)
  }

  /** What shows now, of one surface. */
  private drawn(path: string): DrawItem | undefined {
    return this.run.pictures.now().find(({ instance }) => instance === path)
  }

  private find(path: string): ShownSurface | undefined {
    return this.all.find((each) => each.path === path)
  }

  private instance(path: string): Instance {
    return certain(this.run.instances.get(path))
  }

  /** Starts a surface on top of all others, at rest. Returns the motion it was in if it was still going. */
  private place(surface: ShownSurface, component: Component): readonly Lane[] {
    const { project, isMotionReduced, instances, nowMs: atMs } = this.run
    const going = instances.get(surface.path)?.lanes ?? []
    instances.remove(surface.path)
    this.all = [...this.shown.filter(({ path }) => path !== surface.path), surface]
    const environment = startEnvironment(project, component, instances.shared)
    instances.place({ path: surface.path, compiled: compile(project, component), environment, states: {}, atMs, isMotionReduced })
    this.run.ground.interpreter.appear(surface.path)
    this.run.record({ what: 'surface', atMs, screen: certain(surface.screen), instance: surface.path, isShown: true })
    this.run.pictures.forget()
    return going
  }

  /** Lets what has been placed come from its absent look, or from where it had got on its way there. Returns when it has. */
  private come(path: string, motion: Motion | null, lanes: readonly Lane[]): number {
    const [here, atMs] = [this.instance(path), this.run.nowMs]
    const absent = { ...here, lanes, targets: targetsOf({ ...here, isAbsent: true }) }
    const after = changePresence(absent, { isAbsent: false, sources: sourcesOf(here, motion), delayMs: 0, atMs })
    this.run.instances.replace(here, after, atMs)
    return endOf(after, atMs)
  }

  /** Lets a surface go to its absent look. Returns when it is gone. */
  private leave(surface: ShownSurface, motion: Motion | null): number {
    const atMs = this.run.nowMs
    this.bidFarewell(surface, NOTHING_LEFT)
    const before = this.instance(surface.path)
    const after = changePresence(before, { isAbsent: true, sources: sourcesOf(before, motion), delayMs: 0, atMs })
    return this.letGo(surface, before, { ...after, goneMs: endOf(after, atMs) })
  }

  /** Leaves a surface as it is until an instant, beneath what comes. */
  private linger(surface: ShownSurface, untilMs: number, left: ReadonlySet<string>): number {
    this.bidFarewell(surface, left)
    const before = this.instance(surface.path)
    return this.letGo(surface, before, { ...before, goneMs: untilMs })
  }

  private bidFarewell({ path, screen }: ShownSurface, left: ReadonlySet<string>): void {
    for (const inside of this.run.instances.within(path)) this.run.ground.interpreter.offer(inside, 'hidden')
    this.change(path, { isLeaving: true, left })
    this.run.record({ what: 'surface', atMs: this.run.nowMs, screen: certain(screen), instance: path, isShown: false })
  }

  private letGo({ path }: ShownSurface, before: Instance, after: Instance): number {
    const instances = this.run.instances
    const atMs = this.run.nowMs
    this.run.pictures.forget()
    if (certain(after.goneMs) <= atMs) {
      instances.remove(path)
      return atMs
    }
    instances.replace(before, after, atMs)
    for (const inside of instances.within(path)) this.run.ground.interpreter.retire(inside)
    return certain(after.goneMs)
  }

  /** Sets what carry keys tie on its way from what showed before; null when they tie nothing. */
  private carryOver(before: DrawItem, { path, motion, ...how }: Pick<Carried, 'near' | 'fadesOthers'> & { readonly path: string; readonly motion: Motion | null }): Carrying | null {
    const instances = this.run.instances
    const atMs = this.run.nowMs
    const lookup = (each: string) => instances.get(each)
    const after = treeOf(this.instance(path), lookup, atMs, true)
    const carrying = carry(before, after, { lookup, sources: sourcesOf(this.instance(path), motion), atMs, ...how })
    for (const [each, lanes] of carrying?.lanes ?? []) instances.keep(withLanes(this.instance(each), lanes))
    return carrying
  }
}

/** The motion of a surface: what the action says, then its own, then the project's. */
const sourcesOf = ({ compiled }: Instance, motion: Motion | null): MotionSources =>
  [motion, compiled.component.motion, compiled.project.motion].filter((each) => each !== null)

const endOfLanes = ({ lanes }: Carrying, atMs: number): number => Math.max(atMs, ...[...lanes.values()].flat().map(laneEndMs))

const endOf = ({ lanes }: Instance, atMs: number): number =>
  lanes.reduce((end, lane) => (lane.axis === FROM_OUTSIDE ? Math.max(end, laneEndMs(lane)) : end), atMs)
