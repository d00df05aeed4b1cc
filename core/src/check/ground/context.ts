import { certain, firstOf, lastOf, type Axis, type Component, type Id, type Project } from '../../document'
import { compile, type Compiled, type Surface } from '../../machine'
import { StateSpace } from './state-space'
import { independentGroups, MemoryAllowance, thingsOn, type Effort, type Thing, type Modality } from '../explore'
import type { Check } from '../model/check'
import { heldAs } from './holders'
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
  /** Some of it, with each value of some names told apart, and nothing from outside. */
  readonly stateSpaceFor: (things: readonly Thing[], watched: readonly string[]) => StateSpace
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
  const { isInComponent, drivenTo } = heldAs(project, component.id)
  let stateSpace: StateSpace | undefined
  let resting: RestingConfigurations | undefined
  const memory = new MemoryAllowance()
  const stateSpaceOf = (): StateSpace => {
    const [group] = independentGroups(project, thingsOn(project, compiled))
    return new StateSpace(project, surface, certain(group), { ...options, memory, outside: (network) => fromAnywhere(network, firstOf(certain(group)), drivenTo) })
  }
  return {
    project, component, compiled, surface, drivenTo,
    isHeld: isInComponent,
    stateSpaceFor: (things, watched) => new StateSpace(project, surface, things, { ...options, memory, watched }),
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

/** The name of a state, marked as one for a sentence. */
export const stateName = (axis: Pick<Axis, 'states'>, id: Id): string => `‹${axis.states.find((state) => state.id === id)?.name ?? '?'}›`

/** Several states in a sentence. */
export const stateNames = (axis: Pick<Axis, 'states'>, ids: readonly Id[]): string => listed(ids.map((id) => stateName(axis, id)))

/** Words in a sentence: `a, b and c`. */
export const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${lastOf(words)}`
