import { LIMITS, RheoError, type Id, type Literal, type Project } from '../document'
import { startEnvironment, tablesAtStart } from '../expression'
import { atSize, compile, startInstance, surfaceComponent, type Surface } from '../machine'
import { USUAL_CHANCE } from './chance'
import { tellScrolling } from './leading'
import { noListeners } from './listeners'
import { Moment } from './moment'
import { noFrames } from './pictures'
import { place } from './population'
import type { Run, RunOptions } from './run'
import { AT_REST } from './run-hand'
import { firstSurface } from './shown'

/** A run at its first instant. Throws `gone` or `contains-itself` when the surface cannot be put together. */
export function startRun(whole: Project, surface: Surface, options: RunOptions = {}): Run {
  const project = atSize(whole, options.size)
  const component = surfaceComponent(project, surface)
  const { states = {}, isAbsent = false, isMotionReduced = false } = options
  const run = emptyRun(project, surface, options)
  const environment = { ...startEnvironment(project, component, run.shared), ...options.parameters }
  place(run, startInstance({ path: '', compiled: compile(project, component), environment, states, atMs: 0, isAbsent, isMotionReduced }))
  const moment = new Moment(run)
  moment.interpreter.appear('')
  moment.interpreter.tellWaiting()
  tellScrolling(moment)
  moment.interpreter.tellWaiting()
  return run
}

/** A run in which nothing stands yet. */
const emptyRun = (project: Project, surface: Surface, { isMotionReduced = false, mostInstances = LIMITS.instances, chance = USUAL_CHANCE, keepsOffered = false, entryPoint }: RunOptions): Run => ({
  project, surface, isMotionReduced, mostInstances, chance,
  draws: 0,
  nowMs: 0,
  instances: new Map(),
  population: { held: new Map(), leaving: new Map(), order: new Map(), nextOrder: 0, shownAt: new Map(), nextShown: 0, admitted: 0, isCutOff: false, listeners: noListeners() },
  recordsAdded: 0,
  shared: { ...tablesAtStart(project), ...Object.fromEntries(project.variables.map(({ name, start }) => [name, start])), ...variablesOf(project, surface, entryPoint) },
  agenda: [], postponed: [], typed: [], payloads: new Map(), loop: { fired: [], isStopped: false }, touched: '',
  surfaces: [firstSurface(surface)], history: [],
  grip: null, haul: null, hand: AT_REST,
  trace: [], offered: keepsOffered ? [] : null,
  frames: noFrames(),
})

/** What a way into a screen says of the shared variables. Throws `gone` when the screen has no such way. */
function variablesOf(project: Project, surface: Surface, entryPoint: Id | undefined): Readonly<Record<string, Literal>> {
  if (entryPoint === undefined) return {}
  const screen = project.screens.find(({ id }) => 'screen' in surface && id === surface.screen)
  const way = screen?.entryPoints?.find(({ id }) => id === entryPoint)
  if (!way) throw new RheoError('gone', `screens/${screen?.id ?? ''}/entryPoints/${entryPoint}`, 'That way into the screen is no longer there.')
  return way.variables
}
