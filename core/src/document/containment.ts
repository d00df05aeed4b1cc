import type { Component } from './component'
import type { Part } from './part'
import { componentOf, type Project } from './project'
import type { Id } from './value'

/** The components a component has instances of, by parts, lists and what it fills slots with at first. */
export function componentsIn(component: Pick<Component, 'parts' | 'parameters'>): readonly Id[] {
  const fromSlots = component.parameters.flatMap(({ type, initial }) => (type === 'slot' && typeof initial === 'string' && initial !== '' ? [initial] : []))
  return [...componentsOfParts(component.parts), ...fromSlots]
}

const placed = new WeakMap<readonly Part[], readonly Id[]>()

function componentsOfParts(parts: readonly Part[]): readonly Id[] {
  const known = placed.get(parts) ?? parts.flatMap((part) => {
    const said = Object.entries(part.base).flatMap(([property, value]) => (property.startsWith('param:') && typeof value === 'string' ? [value] : []))
    if (part.kind === 'instance') return [part.component, ...said]
    return part.kind === 'list' && part.component !== null ? [part.component] : []
  })
  placed.set(parts, known)
  return known
}

/** The components that stand on a surface, or inside one that does, at any depth; those that are gone are left out. */
export const componentsOn = (project: Project, { parts }: Pick<Component, 'parts'>): readonly Component[] => componentsInside(project, { parts, parameters: [] })

/** The same of a component, with what its slots are filled with at first. */
export function componentsInside(project: Project, component: Pick<Component, 'parts' | 'parameters'>): readonly Component[] {
  const found = new Map<Id, Component>()
  const open = [...componentsIn(component)]
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    const inner = componentOf(project, id)
    if (!inner || found.has(id)) continue
    found.set(id, inner)
    open.push(...componentsIn(inner))
  }
  return [...found.values()]
}

/** Whether `id` is `sought` or has it inside at any depth. A component may be put into another only where this is false the other way round. */
export function reaches(project: Project, id: Id, sought: Id, seen = new Set<Id>()): boolean {
  if (id === sought) return true
  if (seen.has(id)) return false
  seen.add(id)
  const component = componentOf(project, id)
  return component !== undefined && componentsIn(component).some((inner) => reaches(project, inner, sought, seen))
}
