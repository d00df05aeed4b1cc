import { recordOf, type Axis, type Component, type Id, type Project } from '../../document'
import { contextOf, type CheckOptions } from '../ground/context'
import { MODALITIES, type Modality } from '../explore'

/** In how many steps a state is reached by each way of working; null when that way never gets there. */
export interface CoveredState {
  readonly axis: Id
  readonly state: Id
  readonly steps: Readonly<Record<Modality, number | null>>
}

/** Every state of a component, and how it is reached. */
export interface Coverage {
  readonly component: Id
  readonly states: readonly CoveredState[]
  /** Whether everything was looked at; otherwise a state that was not reached may still be. */
  readonly isFinished: boolean
  readonly seen: number
}

/** How each state of a component is reached, by whoever works in each way, with what may come from outside. Throws `gone` when it cannot be put together. */
export function coverageOf(project: Project, component: Component, options: CheckOptions = {}): Coverage {
  const { stateSpace, root } = contextOf(project, component, options)
  const facts = MODALITIES.map((way) => ({ way, facts: stateSpace.byModality(way) }))
  const stepsTo = (axis: Axis, state: Id) =>
    recordOf(MODALITIES, (way) => {
      const own = stateSpace.byModality(way)
      return own.stepsTo(own.axis(root, axis.id), state)
    })
  return {
    component: component.id,
    states: component.axes.flatMap((axis) => (axis.states.length < 2 ? [] : axis.states.map(({ id }) => ({ axis: axis.id, state: id, steps: stepsTo(axis, id) })))),
    isFinished: facts.every((each) => each.facts.isFinished),
    seen: facts.reduce((sum, each) => sum + each.facts.explored.seen, 0),
  }
}
