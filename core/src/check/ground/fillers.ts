import { componentOf, isExpression, orElse, parameterOfProperty, type Component, type Project, type Value } from '../../document'
import { compile, everythingInside, type Compiled } from '../../machine'
import { saidOf } from '../explore/names'

/**
 * Everything that may fill the slots of a component, or of what is inside it, with what is inside that: what it follows from
 * besides what is inside it anyway. Any component of the project where an expression says what fills one.
 */
export const fillersOf = (project: Project, compiled: Compiled): readonly Component[] =>
  orElse(() => lookedFor(project, compiled), project.components)

function lookedFor(project: Project, compiled: Compiled): readonly Component[] {
  const found = new Set(everythingInside(compiled))
  const fillers = new Set<Component>()
  for (const each of found) {
    for (const value of fillingsIn(each)) {
      if (isExpression(value)) return project.components
      const filler = componentOf(project, String(value))
      if (!filler || fillers.has(filler)) continue
      for (const inner of everythingInside(compile(project, filler))) {
        found.add(inner)
        fillers.add(inner.component)
      }
    }
  }
  return [...fillers]
}

const ANYTHING: Value = { expr: '' }

const known = new WeakMap<Compiled, readonly Value[]>()

function fillingsIn(compiled: Compiled): readonly Value[] {
  const fillings = known.get(compiled) ?? fillingsSaid(compiled)
  known.set(compiled, fillings)
  return fillings
}

/** What a component fills its own slots with, and those of what it holds. */
function fillingsSaid({ component, holders, inner }: Compiled): readonly Value[] {
  const slots = new Set([component, ...inner.map((each) => each.component)].flatMap(({ parameters }) => parameters.flatMap(({ id, type }) => (type === 'slot' ? [id] : []))))
  if (slots.size === 0 && holders.every(({ part }) => part.kind !== 'slot')) return []
  const own = component.parameters.flatMap(({ id, initial }) => (slots.has(id) ? [initial] : []))
  // The items of a list may have theirs from its records.
  if (holders.some(({ part }) => part.kind === 'list' && inner.some((each) => each.component.id === part.component && each.component.parameters.some(({ id }) => slots.has(id))))) return [ANYTHING]
  const said = holders.flatMap(({ part }) => saidOf(component, part.id).flatMap(([property, value]) => (property === 'content' || slots.has(parameterOfProperty(property) ?? '') ? [value] : [])))
  return [...own, ...said]
}
