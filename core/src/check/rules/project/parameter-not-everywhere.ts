import { inProject, isExpression, orElse, propertyDefinition, unsetAt, type Value } from '../../../document'
import { namesIn } from '../../../expression'
import type { ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'

/** Properties that a parameter decides in some looks, and a fixed value in others: an instance that sets it is heard in some states only. */
export const parameterNotEverywhere: ComponentCheck = {
  name: 'parameter-not-everywhere', scope: 'component', levels: ['risk'],
  means: 'a parameter decides it in the base look, a fixed value in another',
  finds: ({ component }) =>
    component.parts.flatMap((part) => {
      const properties = new Set(component.axes.flatMap(({ states }) => states.flatMap(({ look }) => Object.keys(look[part.id] ?? {}))))
      return [...properties].flatMap((property): Finding[] => {
        const parameter = parameterIn(part.base[property], component.parameters.map(({ name }) => name))
        const fixed = component.axes.flatMap((axis) => axis.states.flatMap((state) => {
          const said = state.look[part.id]?.[property]
          return said !== undefined && !isExpression(said) ? [{ axis, state }] : []
        }))
        const first = fixed[0]
        if (parameter === null || !first) return []
        const label = propertyDefinition(property)?.label ?? property
        return [{
          id: `parameter-not-everywhere ${component.id} ${part.id} ${property}`,
          kind: 'parameter-not-everywhere', level: 'risk',
          sentence: `${label} of “${part.name}” follows the parameter ${parameter}, but in ${fixed.map(({ state }) => `‹${state.name}›`).join(', ')} it is fixed, whatever an instance sets.`,
          about: { component: component.id, axis: first.axis.id, state: first.state.id, part: part.id, property },
          remedy: { label: `Follow ${parameter} there too`, edit: { edit: 'batch', edits: fixed.map(({ axis, state }) => unsetAt(inProject('components', component.id, 'axes', axis.id, 'states', state.id, 'look', part.id, property))) } },
          witness: null, numbers: { looks: fixed.length },
        }]
      })
    }),
}

function parameterIn(value: Value | undefined, parameters: readonly string[]): string | null {
  if (!isExpression(value)) return null
  return orElse(() => namesIn(value.expr).find((name) => parameters.includes(name)) ?? null, null)
}
