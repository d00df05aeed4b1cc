import { axisOfProperty, type Component, type Id, type Part, type Project, type Screen } from '../../document'

/** What those who hold a component make of it. */
export interface Held {
  /** Whether it stands inside another component. */
  readonly isInComponent: boolean
  /** States of an axis in which holders put it, or start it. */
  readonly drivenTo: (axis: Id) => ReadonlySet<Id>
}

/** The states one holder drives the components on it to, by component and axis. */
type Driving = ReadonlyMap<Id, ReadonlyMap<Id, ReadonlySet<Id>>>

const NOBODY: Held = { isInComponent: false, drivenTo: () => NOWHERE }
const NOWHERE: ReadonlySet<Id> = new Set()

const ofProjects = new WeakMap<Project, ReadonlyMap<Id, Held>>()

/** What all holders in a project make of a component. A holder is looked through once for as long as it stays what it is. */
export function heldAs(project: Project, component: Id): Held {
  const known = ofProjects.get(project) ?? allHeld(project)
  ofProjects.set(project, known)
  return known.get(component) ?? NOBODY
}

function allHeld({ components, screens }: Project): ReadonlyMap<Id, Held> {
  const held = new Map<Id, { isInComponent: boolean; readonly by: ReadonlyMap<Id, ReadonlySet<Id>>[] }>()
  for (const holder of [...components, ...screens]) {
    for (const [component, driven] of drivingOf(holder)) {
      const known = held.get(component) ?? { isInComponent: false, by: [] }
      if (driven.size > 0) known.by.push(driven)
      known.isInComponent ||= 'axes' in holder
      held.set(component, known)
    }
  }
  return new Map([...held].map(([component, { isInComponent, by }]) =>
    [component, { isInComponent, drivenTo: (axis) => (by.length === 0 ? NOWHERE : new Set(by.flatMap((driven) => [...(driven.get(axis) ?? [])]))) }]))
}

const ofHolders = new WeakMap<Component | Screen, Driving>()

function drivingOf(holder: Component | Screen): Driving {
  const known = ofHolders.get(holder) ?? drivingIn(holder)
  ofHolders.set(holder, known)
  return known
}

function drivingIn(holder: Component | Screen): Driving {
  const driving = new Map<Id, Map<Id, Set<Id>>>()
  const components = new Map<Id, Id>()
  const drives = (component: Id, axis: Id, state: unknown) => {
    if (typeof state !== 'string') return
    const axes = driving.get(component) ?? new Map<Id, Set<Id>>()
    driving.set(component, axes.set(axis, (axes.get(axis) ?? new Set()).add(state)))
  }
  for (const part of holder.parts) {
    if ((part.kind !== 'instance' && part.kind !== 'list') || part.component === null) continue
    driving.set(part.component, driving.get(part.component) ?? new Map<Id, Set<Id>>())
    if (part.kind !== 'instance') continue
    components.set(part.id, part.component)
    for (const [axis, state] of [...Object.entries(part.start), ...statesSaid(holder, part)]) drives(part.component, axis, state)
  }
  for (const { actions } of holder.rules) {
    for (const action of actions) {
      const component = action.do === 'drive' ? components.get(action.instance) : undefined
      if (component !== undefined && action.do === 'drive') drives(component, action.axis, action.state)
    }
  }
  return driving
}

/** What the base and the looks of a holder put the axes of an instance on it into. */
function statesSaid(holder: Component | Screen, { id, base }: Part): readonly (readonly [axis: Id, state: unknown])[] {
  const looks = 'axes' in holder ? [...holder.axes.flatMap(({ states }) => states.map(({ look }) => look)), ...holder.combinations.map(({ look }) => look)] : []
  return [base, ...looks.map((look) => look[id] ?? {})].flatMap((said) => Object.entries(said).flatMap(([property, state]) => {
    const axis = axisOfProperty(property)
    return axis === null ? [] : [[axis, state] as const]
  }))
}
