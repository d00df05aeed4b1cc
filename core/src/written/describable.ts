import { parameterDefinition, propertiesOf, type Id, type PartKind, type Project, type PropertyDefinition } from '../document'

/** What something can be said to be like: its kind, and what it has. */
export interface Describable {
  readonly kind: PartKind
  readonly definitions: readonly PropertyDefinition[]
}

/** What a part of some kind has, with the parameters of the component that stands in it. A component in a slot is not said by its text. */
export function describable({ components }: Pick<Project, 'components'>, kind: PartKind, component: Id | null = null): Describable {
  const parameters = components.find(({ id }) => id === component)?.parameters ?? []
  return { kind, definitions: [...parameters.filter(({ type }) => type !== 'slot').map(parameterDefinition), ...propertiesOf(kind)] }
}
