import { axisOfProperty, type Axis, type Component, type Id, type Project, type Rule } from '../document'
import { compile, type Compiled } from '../machine'
import type { Finding } from './finding'
import { walk, type Walk } from './walk'

/** What a check of one component can ask about; the costly answers are worked out once and only when asked for. */
export interface CheckContext {
  readonly project: Project
  readonly component: Component
  readonly compiled: Compiled
  readonly walk: Walk
  /** States of an axis in which holders put it, or start it, from outside. */
  readonly drivenTo: (axis: Id) => ReadonlySet<Id>
}

/** A question about one component; its findings name what it found. */
export type Check = (context: CheckContext) => readonly Finding[]

export function contextOf(project: Project, component: Component): CheckContext {
  let walked: Walk | undefined
  return {
    project, component,
    compiled: compile(project, component),
    get walk() {
      walked ??= walk(project, component.id)
      return walked
    },
    drivenTo: (axis) => statesDrivenFromOutside(project, component.id, axis),
  }
}

function statesDrivenFromOutside(project: Project, component: Id, axis: Id): ReadonlySet<Id> {
  const states = new Set<Id>()
  const add = (state: unknown) => typeof state === 'string' && states.add(state)
  for (const holder of [...project.components, ...project.screens]) {
    const instances = holder.parts.filter((part) => part.kind === 'instance' && part.component === component)
    const looks = 'axes' in holder ? [...holder.axes.flatMap((each) => each.states.map(({ look }) => look)), ...holder.combinations.map(({ look }) => look)] : []
    for (const part of instances) {
      if (part.kind === 'instance') add(part.start[axis])
      for (const said of [part.base, ...looks.map((look) => look[part.id] ?? {})]) {
        for (const [property, value] of Object.entries(said)) if (axisOfProperty(property) === axis) add(value)
      }
    }
  }
  return states
}

/** A rule that can lead from one of its states to another. */
export const leads = (rule: Rule): boolean => rule.target.go !== 'nothing' && rule.target.go !== 'stay'

/** The states a rule can lead to from a state of its axis. `back` leads nowhere that was not reached before. */
export function targetsOf(axis: Axis, rule: Rule, from: Id): readonly Id[] {
  const { target } = rule
  switch (target.go) {
    case 'state':
      return [target.state]
    case 'next':
    case 'previous': {
      const place = axis.states.findIndex(({ id }) => id === from) + (target.go === 'next' ? 1 : -1)
      const count = axis.states.length
      return target.wrap || (place >= 0 && place < count) ? [axis.states[(place + count) % count]!.id] : []
    }
    case 'back':
    case 'stay':
    case 'nothing':
      return []
  }
}

export const stateName = (axis: Pick<Axis, 'states'>, id: Id): string => `‹${axis.states.find((state) => state.id === id)?.name ?? '?'}›`

