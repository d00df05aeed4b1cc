import type { Axis, Component, Group } from '../component'
import { componentsIn, reaches } from '../containment'
import { RheoError } from '../error'
import type { Identified, Named } from '../fields'
import { LIMITS } from '../limits'
import { componentOf, type Project } from '../project'
import { decidedBy } from '../decided'
import { leads, statesNamed } from '../rule'
import type { Screen } from '../screen'

/**
 * What a shape cannot say: a tree is a tree, what is referred to inside a component is there, a name is there once among
 * its siblings and an identifier once among the things of a project. Each throws `incoherent`, `decided`, `taken`, `name-taken` or `contains-itself`
 * with the place.
 */

type Owner = Component | Screen

/** What a component or screen is in itself. */
export function requireCoherent(owner: Owner, list: 'components' | 'screens'): void {
  const at = `${list}/${owner.id}`
  requireTree(owner, at)
  for (const [field, things] of Object.entries(namedIn(owner))) requireNames(things, `${at}/${field}`)
  if ('axes' in owner) requireReferences(owner, at)
}

/** What the things of a project are among one another; the components named have no one inside them that is not to be. */
export function requireCoherentWhole(project: Project): void {
  requireOnce(thingsOf(project))
  for (const list of NAMED_LISTS) requireNames(project[list], list)
}

const NAMED_LISTS = ['components', 'screens', 'variables', 'tables', 'tokens', 'assets', 'icons', 'takes'] as const

/** What a project is made of, each with the list it is in. */
const thingsOf = (project: Project): readonly (readonly [string, Identified])[] =>
  ([...NAMED_LISTS, 'accepted', 'promises'] as const).flatMap((list) => project[list].map((each) => [list, each] as const))

function namedIn(owner: Owner): Readonly<Record<string, readonly Named[]>> {
  if (!('axes' in owner)) return { parts: owner.parts, variables: owner.variables, entryPoints: owner.entryPoints ?? [] }
  return { parts: owner.parts, axes: owner.axes, parameters: owner.parameters, variables: owner.variables, ...Object.fromEntries(owner.axes.flatMap(({ id, states, groups = [] }) => [[`axes/${id}/states`, states], [`axes/${id}/groups`, groups]])) }
}

function requireOnce(things: readonly (readonly [string, Identified])[]): void {
  const known = new Set<string>()
  for (const [list, { id }] of things) {
    if (known.has(id)) throw new RheoError('taken', `${list}/${id}`, `There already is something with the id “${id}” in the project; an id is there once.`)
    known.add(id)
  }
}

/** Throws `invalid` where two things that go by their names share one. */
export function requireNames(things: readonly Named[], at: string): void {
  const known = new Set<string>()
  for (const { id, name } of things) {
    if (known.has(name)) throw new RheoError('name-taken', `${at}/${id}/name`, `There already is a “${name}” here. Choose another name.`)
    known.add(name)
  }
}

type Fail = (place: string, sentence: string) => never

const failing = ({ name }: Owner, at: string): Fail => (place, sentence) => {
  throw new RheoError('incoherent', `${at}/${place}`, `In “${name}”, ${sentence}.`)
}

function requireReferences(component: Component, at: string): void {
  const fail = failing(component, at)
  for (const axis of component.axes) {
    for (const [index, group] of (axis.groups ?? []).entries()) requireGroup(axis, group, (axis.groups ?? []).slice(0, index), (sentence) => fail(`axes/${axis.id}/groups/${group.id}`, sentence))
    if (!axis.states.some(({ id }) => id === axis.start)) fail(`axes/${axis.id}/start`, `“${axis.name}” starts in a state it does not have`)
  }
  for (const { id, axis: axisId, target, trigger } of component.rules) {
    const axis = component.axes.find((each) => each.id === axisId)
    if (!axis) fail(`rules/${id}/axis`, 'a rule belongs to an axis that is missing')
    else if (statesNamed(target).some((named) => !axis.states.some((state) => state.id === named))) fail(`rules/${id}/target`, 'a rule leads to a state that is missing')
    if (axis && leads({ target })) requireUndecided(component, axis, `${at}/rules/${id}/target`)
    if ('mostMs' in trigger && trigger.mostMs !== undefined && trigger.mostMs < trigger.ms) fail(`rules/${id}/trigger/mostMs`, 'a timer ends before it can come')
    if ('group' in trigger && trigger.group !== undefined && !axis?.groups?.some((group) => group.id === trigger.group)) fail(`rules/${id}/trigger`, 'a rule waits for a group that is missing')
    if (trigger.on === 'left' && target.go !== 'stay' && target.go !== 'ignored') fail(`rules/${id}/target`, 'a rule on leaving a state leads somewhere, and the state it is left for is decided already')
  }
}

/** What decides an axis moves it, and no rule does. */
function requireUndecided(component: Component, axis: Axis, place: string): void {
  const name = decidedBy(axis)
  if (axis.boundTo === null || name === null) return
  const why = 'parameter' in axis.boundTo ? `the parameter ${name}, which is given from outside; no rule moves it` : `the variable ${name}; let the rule stay and set ${name} instead`
  throw new RheoError('decided', place, `In “${component.name}”, “${axis.name}” is decided by ${why}.`)
}

/** A group is of states there are, and lies within another one or beside it. */
function requireGroup(axis: Axis, { name, states }: Group, others: readonly Group[], fail: (sentence: string) => never): void {
  if (states.some((named) => !axis.states.some(({ id }) => id === named))) fail(`the group “${name}” has a state that is missing`)
  for (const other of others) {
    const shared = states.filter((state) => other.states.includes(state))
    if (shared.length > 0 && shared.length < Math.min(states.length, other.states.length)) fail(`the groups “${other.name}” and “${name}” cut across one another; one lies within the other, or they share no state`)
  }
}

function requireTree(owner: Owner, at: string): void {
  const fail = failing(owner, at)
  if (owner.parts.length > LIMITS.parts) fail('parts', `there are ${owner.parts.length.toLocaleString('en')} parts; there may be up to ${LIMITS.parts.toLocaleString('en')}`)
  const parts = new Map(owner.parts.map((part) => [part.id, part]))
  owner.parts.forEach((part, index) => {
    if ((part.parent === null) !== (index === 0)) fail(`parts/${part.id}`, `“${part.name}” must ${index === 0 ? 'be the root' : 'have a holder'}`)
    if (part.parent !== null && !parts.has(part.parent)) fail(`parts/${part.id}/parent`, `the holder of “${part.name}” is missing`)
    const seen = new Set<string>()
    for (let above = part.parent; above !== null; above = parts.get(above)?.parent ?? null) {
      if (seen.has(above) || above === part.id) fail(`parts/${part.id}/parent`, `“${part.name}” holds itself`)
      seen.add(above)
      if (seen.size > LIMITS.containerDepth) fail(`parts/${part.id}/parent`, `“${part.name}” is more than ${LIMITS.containerDepth} containers deep`)
    }
  })
}

/** Components are inside one another only so deep, and none inside itself. */
export function requireShallow(project: Project, from: readonly Component[] = project.components): void {
  const depths = new Map<string, number>()
  const depthOf = (id: string, above: number): number => {
    const known = depths.get(id)
    const holder = componentOf(project, id)
    if (known !== undefined || !holder) return known ?? 0
    const tooDeep = () => failing(holder, `components/${holder.id}`)('parts', `components are more than ${LIMITS.instanceDepth} deep inside one another`)
    if (above > LIMITS.instanceDepth) tooDeep()
    depths.set(id, 1)
    const depth = 1 + Math.max(0, ...componentsIn(holder).map((inner) => depthOf(inner, above + 1)))
    depths.set(id, depth)
    if (depth > LIMITS.instanceDepth) tooDeep()
    return depth
  }
  for (const component of from) {
    if (componentsIn(component).some((inner) => reaches(project, inner, component.id))) {
      throw new RheoError('contains-itself', `components/${component.id}`, `“${component.name}” would contain itself; a component cannot be inside its own instances.`)
    }
  }
  for (const { id } of project.components) depthOf(id, 1)
}
