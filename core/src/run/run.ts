import type { Chance, Id, Literal, Project, Rule, TriggerKind, Worth } from '../document'
import type { Content, Instance, Surface } from '../machine'
import type { LoopGuard } from '../semantics'
import type { Appointment } from './agenda'
import type { Grip } from './dragging'
import type { Haul } from './leading'
import { copyOfListeners, type Listeners } from './listeners'
import type { Frames } from './pictures'
import type { RunHand } from './run-hand'
import type { ShownSurface } from './shown'
import type { TraceEvent } from './trace'
import type { Typed } from './typing'

/** An event a level is offered, with how long the trace was then. */
export interface Offered {
  readonly trigger: TriggerKind
  readonly instance: string
  readonly part: string | null
  readonly before: number
}

export interface RunOptions {
  /** States of the surface's own axes to begin in instead of their start states. */
  readonly states?: Readonly<Record<string, string>>
  readonly parameters?: Readonly<Record<string, Literal>>
  /** The surface shows its absent look. */
  readonly isAbsent?: boolean
  /** The person would rather have things not move. */
  readonly isMotionReduced?: boolean
  /** What decides where the run has a choice. */
  readonly chance?: Chance
  /** The way into the screen, by its id; as the screen is when it is left out. */
  readonly entryPoint?: Id
  /** The name of the size screens are shown at; as they are drawn when it is left out. */
  readonly size?: string
  /** Every event a level is offered is kept, before any rule answers; also those that come while the run is being put together. */
  readonly keepsOffered?: boolean
  /** So many instances may stand on the surface, with everything inside them; `LIMITS.instances` when it is left out. */
  readonly mostInstances?: number
}

/** Actions of a rule that wait for others to end. */
export interface Postponed {
  readonly dueMs: number
  readonly path: string
  readonly rule: Rule
  /** From this group on. */
  readonly group: number
}

/** Who stands where in a run, beside the instances themselves. */
export interface Population {
  /** What each instance holds, by the last steps of the paths. */
  readonly held: Map<string, ReadonlyMap<string, Content>>
  /** Items of lists that are on their way out, by the instance they were in. */
  readonly leaving: Map<string, Content[]>
  /** Who came when, by a number that grows. */
  readonly order: Map<string, number>
  nextOrder: number
  /** Who came or changed state last: a number that grows, for each. */
  readonly shownAt: Map<string, number>
  nextShown: number
  /** The surfaces, and all that is to stand inside whatever stands here, whether or not it has been placed yet. */
  admitted: number
  /** Whether more should stand here than there may be; what is beyond does not. */
  isCutOff: boolean
  readonly listeners: Listeners
}

/**
 * A prototype in motion on a virtual clock, as plain data: `startRun` makes it, `advanceTo` and `send` change it, and
 * nothing else does. The same project, surface and inputs at the same instants always give the same trace; looking at a
 * frame changes nothing.
 */
export interface Run {
  readonly project: Project
  readonly surface: Surface
  readonly isMotionReduced: boolean
  readonly mostInstances: number
  readonly chance: Chance
  /** How often something was left to chance. */
  draws: number
  nowMs: number
  /** All instances there are, by path. */
  readonly instances: Map<string, Instance>
  readonly population: Population
  /** What the variables everyone shares stand for, and what the tables hold, by name. */
  shared: Readonly<Record<string, Worth>>
  /** How many records have been added. */
  recordsAdded: number
  /** When something is due for whom. */
  readonly agenda: Appointment[]
  postponed: readonly Postponed[]
  /** What was typed into fields that wait until typing has paused. */
  typed: readonly Typed[]
  /** What messages carried whose rules wait for a motion to end, by instance and axis. */
  payloads: ReadonlyMap<string, Literal>
  /** What has fired at this instant. */
  readonly loop: LoopGuard<string>
  /** The deepest instance that was last touched. */
  touched: string
  /** The screens and overlays from the bottom up. */
  surfaces: readonly ShownSurface[]
  /** The screens on the way here, with the instance that led away from each. */
  history: readonly { readonly screen: Id; readonly origin: string }[]
  grip: Grip | null
  haul: Haul | null
  hand: RunHand
  readonly trace: TraceEvent[]
  /** Null when they are not kept. */
  readonly offered: Offered[] | null
  readonly frames: Frames
}

/** Another run that has come exactly as far; the two go on apart. */
export function fork(run: Run): Run {
  const { population } = run
  return {
    ...run,
    instances: new Map(run.instances),
    population: { ...population, held: new Map(population.held), leaving: new Map([...population.leaving].map(([path, contents]) => [path, [...contents]])), order: new Map(population.order), shownAt: new Map(population.shownAt), listeners: copyOfListeners(population.listeners) },
    agenda: [...run.agenda], loop: { ...run.loop, fired: [...run.loop.fired] }, trace: [...run.trace], offered: run.offered && [...run.offered], frames: { ...run.frames },
  }
}

/** The same without knowing its past: its trace begins here. */
export const forkFromHere = (run: Run): Run => fork({ ...run, trace: [] })
