import { axisOfProperty, certain, firstOf, lastOf, type Axis, type Component, type Id, type Project } from '../../document'
import { compile, type Compiled, type Surface } from '../../machine'
import { StateSpace } from './state-space'
import { independentGroups, MemoryAllowance, thingsOn, type Effort, type Thing, type Modality } from '../explore'
import type { Check } from '../model/check'
import { fromAnywhere } from './outside'
import { RestingConfigurations } from './resting-configurations'

/** What a check of one component can ask about; the costly answers are worked out once and only when asked for. */
export interface CheckContext {
  readonly project: Project
  readonly component: Component
  readonly compiled: Compiled
  readonly surface: Surface
  /** The component itself, and everything inside it that it has to do with. */
  readonly root: Thing
  readonly stateSpace: StateSpace
  /** How it looks wherever it can come to rest. */
  readonly resting: RestingConfigurations
  /** States of an axis in which holders put it, or start it, from outside. */
  readonly drivenTo: (axis: Id) => ReadonlySet<Id>
  /** Whether it stands inside another component. */
  readonly isHeld: boolean
}

/** A question about one component. */
export type ComponentCheck = Check<readonly [CheckContext], 'component'>

/** A question about a whole project as it is written. */
export type ProjectCheck = Check<readonly [Project, CheckOptions], 'project'>

/** A question about what becomes of a prototype from its start screen on. */
export type PrototypeCheck = Check<readonly [Project, CheckOptions], 'prototype'>

/** What checks are to take for granted, and when they are to give up. */
export interface CheckOptions extends Pick<Effort, 'limit' | 'isToStop'> {
  readonly ways?: readonly Modality[]
}

/** What checks ask of one component. Throws `gone` or `contains-itself` when it cannot be put together. */
export function contextOf(project: Project, component: Component, options: CheckOptions = {}): CheckContext {
  const compiled = compile(project, component)
  const surface = { component: component.id }
  const driven = new Map(component.axes.map(({ id }) => [id, statesDrivenFromOutside(project, component.id, id)]))
  const drivenTo = (axis: Id) => driven.get(axis) ?? NOWHERE
  let stateSpace: StateSpace | undefined
  let resting: RestingConfigurations | undefined
  const stateSpaceOf = (): StateSpace => {
    const [group] = independentGroups(project, thingsOn(project, compiled))
    return new StateSpace(project, surface, certain(group), { ...options, memory: new MemoryAllowance(), outside: (network) => fromAnywhere(network, firstOf(certain(group)), drivenTo) })
  }
  return {
    project, component, compiled, surface, drivenTo,
    isHeld: project.components.some(({ parts }) => parts.some((part) => (part.kind === 'instance' || part.kind === 'list') && part.component === component.id)),
    get root() {
      return this.stateSpace.root
    },
    get stateSpace() {
      stateSpace ??= stateSpaceOf()
      return stateSpace
    },
    get resting() {
      resting ??= new RestingConfigurations(this.stateSpace)
      return resting
    },
  }
}

const NOWHERE: ReadonlySet<Id> = new Set()

function statesDrivenFromOutside(project: Project, component: Id, axis: Id): ReadonlySet<Id> {
  const states = new Set<Id>()
  const add = (state: unknown) => typeof state === 'string' && states.add(state)
  for (const holder of [...project.components, ...project.screens]) {
    const instances = new Set(holder.parts.flatMap((part) => (part.kind === 'instance' && part.component === component ? [part.id] : [])))
    if (instances.size === 0) continue
    for (const { actions } of holder.rules) for (const action of actions) if (action.do === 'drive' && instances.has(action.instance) && action.axis === axis) add(action.state)
    const looks = 'axes' in holder ? [...holder.axes.flatMap((each) => each.states.map(({ look }) => look)), ...holder.combinations.map(({ look }) => look)] : []
    for (const part of holder.parts) {
      if (part.kind !== 'instance' || !instances.has(part.id)) continue
      add(part.start[axis])
      for (const said of [part.base, ...looks.map((look) => look[part.id] ?? {})]) {
        for (const [property, value] of Object.entries(said)) if (axisOfProperty(property) === axis) add(value)
      }
    }
  }
  return states
}

/** The name of a state, marked as one for a sentence. */
export const stateName = (axis: Pick<Axis, 'states'>, id: Id): string => `‹${axis.states.find((state) => state.id === id)?.name ?? '?'}›`

/** Several states in a sentence. */
export const stateNames = (axis: Pick<Axis, 'states'>, ids: readonly Id[]): string => listed(ids.map((id) => stateName(axis, id)))

/** Words in a sentence: `a, b and c`. */
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${lastOf(words)}`
