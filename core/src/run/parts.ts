import { LIMITS, RheoError, type Id, type Literal, type Project, type TriggerKind } from '../document'
import { startEnvironment } from '../expression'
import { compile, surfaceComponent, type Surface } from '../machine'
import { Dragging } from './dragging'
import { RunGround } from './ground'
import { Instances } from './instances'
import { Pictures } from './pictures'
import { Surfaces } from './surfaces'
import type { TraceEvent } from './trace'
import { UserInput } from './user-input'

/** An event a level is offered, with how long the trace was then. */
export interface Offered {
  readonly trigger: TriggerKind
  readonly instance: string
  readonly part: string | null
  readonly before: number
}

/** Is told of every event a level is offered, before any rule answers; also of those that come while the run is being put together. */
export type Observer = (offered: Offered) => void

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

/** All that a run consists of; its parts find one another here. */
export class Parts {
  nowMs = 0
  readonly events: TraceEvent[]
  readonly isMotionReduced: boolean
  readonly mostInstances: number
  readonly ground: RunGround
  readonly instances: Instances
  readonly surfaces: Surfaces
  readonly dragging: Dragging
  readonly input: UserInput
  readonly pictures: Pictures

  /** As things begin, with nothing there yet, or as they are in a run that has come some way. */
  private constructor(readonly project: Project, readonly surface: Surface, { isMotionReduced, mostInstances, observe }: RunOptions, before: Parts | null, events: readonly TraceEvent[]) {
    this.isMotionReduced = before?.isMotionReduced ?? isMotionReduced === true
    this.mostInstances = before?.mostInstances ?? mostInstances ?? LIMITS.instances
    this.nowMs = before?.nowMs ?? 0
    this.events = [...events]
    this.ground = new RunGround(this, observe, before?.ground)
    this.instances = new Instances(this, before?.instances)
    this.surfaces = new Surfaces(this, before?.surfaces)
    this.dragging = new Dragging(this, before?.dragging)
    this.input = new UserInput(this, before?.input)
    this.pictures = new Pictures(this, before?.pictures)
  }

  /** What stands on a surface at first. Throws `gone` or `contains-itself` when it cannot be put together. */
  static begin(project: Project, surface: Surface, options: RunOptions): Parts {
    const component = surfaceComponent(project, surface)
    const parts = new Parts(project, surface, options, null, [])
    const { instances } = parts
    instances.shared = { ...instances.shared, ...variablesOf(project, surface, options.entryPoint) }
    const environment = { ...startEnvironment(project, component, instances.shared), ...options.parameters }
    instances.place({
      path: '', compiled: compile(project, component), environment, states: options.states ?? {}, atMs: 0,
      isAbsent: options.isAbsent === true, isMotionReduced: parts.isMotionReduced,
    })
    parts.ground.interpreter.appear('')
    parts.ground.interpreter.tellWaiting()
    return parts
  }

  /** The same, to go on apart. Its trace begins here when it is not to know its past. */
  copy(observe: Observer | undefined, knowsItsPast: boolean): Parts {
    return new Parts(this.project, this.surface, observe ? { observe } : {}, this, knowsItsPast ? this.events : [])
  }

  record(event: TraceEvent): void {
    this.events.push(event)
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
