import { componentsIn, type Component, type Id, type Project, type Screen } from '../document'

/** Who holds a component and what it holds, each component or screen once. */
export interface Uses {
  /** The components that have instances of it, by parts, lists or slots. */
  readonly inComponents: readonly Id[]
  /** The screens it is placed on itself. */
  readonly onScreens: readonly Id[]
  /** How many instances, lists and slots there are of it in all of these. */
  readonly count: number
  /** The components it has instances of. */
  readonly holds: readonly Id[]
}

const UNUSED: Uses = { inComponents: [], onScreens: [], count: 0, holds: [] }

/** How every component of a project is used, by its id. */
export function usesIn({ components, screens }: Pick<Project, 'components' | 'screens'>): ReadonlyMap<Id, Uses> {
  const uses = new Map<Id, Uses>(components.map((component) => [component.id, { ...UNUSED, holds: [...countsIn(component).keys()] }]))
  const add = (of: ReadonlyMap<Id, number>, holder: (uses: Uses) => Partial<Uses>) => {
    for (const [id, many] of of) {
      const known = uses.get(id)
      if (known) uses.set(id, { ...known, ...holder(known), count: known.count + many })
    }
  }
  for (const component of components) add(countsIn(component), ({ inComponents }) => ({ inComponents: [...inComponents, component.id] }))
  for (const screen of screens) add(countsIn(screen), ({ onScreens }) => ({ onScreens: [...onScreens, screen.id] }))
  return uses
}

const known = new WeakMap<Component | Screen, ReadonlyMap<Id, number>>()

/** How often each component is inside a component or screen; worked out once for each as it is. */
function countsIn(owner: Component | Screen): ReadonlyMap<Id, number> {
  const before = known.get(owner)
  if (before) return before
  const counts = new Map<Id, number>()
  for (const id of componentsIn('parameters' in owner ? owner : { parts: owner.parts, parameters: [] })) counts.set(id, (counts.get(id) ?? 0) + 1)
  known.set(owner, counts)
  return counts
}

/** Those of some components that something else uses, which keeps them from being removed together. */
export function usedElsewhere({ components, screens }: Pick<Project, 'components' | 'screens'>, ids: ReadonlySet<Id>): readonly { readonly id: Id; readonly by: readonly string[] }[] {
  const uses = usesIn({ components, screens })
  const nameOf = (id: Id): string => [...components, ...screens].find((each) => each.id === id)?.name ?? id
  return [...ids].flatMap((id) => {
    const { inComponents = [], onScreens = [] } = uses.get(id) ?? {}
    const others = [...inComponents, ...onScreens].filter((holder) => !ids.has(holder))
    return others.length > 0 ? [{ id, by: others.map(nameOf) }] : []
  })
}
