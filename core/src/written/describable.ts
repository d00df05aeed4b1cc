import { componentOf, parameterDefinition, propertiesOf, stateProperty, type Id, type Named, type PartKind, type Project, type PropertyDefinition } from '../document'

/** Something a line can say of a part. */
export interface Sayable extends PropertyDefinition {
  /** What is chosen among, by name, and what one of them is called; the value is the id of the one chosen. */
  readonly among?: { readonly what: string; readonly things: readonly Named[] }
  /** Where it is kept: among the values of looks where nothing is said, in a field of the part, or in the motion of a list's items. */
  readonly keptAs?: 'field' | 'motion'
}

/** What something can be said to be like: its kind, and what it has. */
export interface Describable {
  readonly kind: PartKind
  readonly definitions: readonly Sayable[]
}

const said = (label: string, more: Pick<Sayable, 'name' | 'type'> & Partial<Sayable>): Sayable => ({ label, group: 'answer', initial: '', kinds: [], ...more })

const choiceAmong = (what: string, things: readonly Named[]) => ({ type: 'choice' as const, among: { what, things }, choices: things.map(({ name }) => name) })

const TRANSITION_NAME = said('transition name', { name: 'transitionName', type: 'text', keptAs: 'field' })

const LIST_MOTION: readonly Sayable[] = [
  said('items take', { name: 'durationMs', type: 'number', keptAs: 'motion', min: 0 }),
  said('easing', { name: 'easing', type: 'text', keptAs: 'motion' }),
  said('stagger', { name: 'stagger', type: 'number', keptAs: 'motion', min: 0 }),
]

/**
 * What a part of some kind can be said to be like: its properties, the states and parameters of the component that is inside it, what a
 * list is a list of. A component in a slot is not said by its text.
 */
export function describable(project: Pick<Project, 'components' | 'tables'>, kind: PartKind, component: Id | null = null): Describable {
  const { components, tables } = project
  const inner = component === null ? undefined : componentOf(project, component)
  return {
    kind,
    definitions: [
      ...(inner?.parameters ?? []).filter(({ type }) => type !== 'slot').map(parameterDefinition),
      ...(kind === 'instance' ? (inner?.axes ?? []).filter(({ boundTo }) => boundTo === null) : []).map(({ id, name, states }) =>
        said(name, { name: stateProperty(id), ...choiceAmong('state', states) })),
      ...(kind === 'field' ? [said('writes', { name: 'writes', type: 'text', keptAs: 'field' })] : []),
      ...(kind === 'list' ? [
        said('each as', { name: 'component', keptAs: 'field', ...choiceAmong('component', components) }),
        said('table', { name: 'table', keptAs: 'field', ...choiceAmong('table', tables) }),
        said('only if', { name: 'filter', type: 'text', keptAs: 'field' }),
        said('order', { name: 'order', type: 'text', keptAs: 'field' }),
        said('at most', { name: 'most', type: 'number', keptAs: 'field' }),
        ...LIST_MOTION,
      ] : []),
      TRANSITION_NAME,
      ...propertiesOf(kind),
    ],
  }
}
