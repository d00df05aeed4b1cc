import { RheoError, textFieldsOf, type Component, type Literal, type Part, type Project, type Rule } from '../../document'
import { evaluate, namesOr } from '../../expression'

interface Owner {
  readonly parts: readonly Part[]
  readonly rules: readonly Rule[]
  readonly variables: Component['variables']
  readonly parameters?: Component['parameters']
}

/**
 * Every value a variable can ever have, as a component knows it by name: the one it starts with, those that rules set it to
 * and those a screen is come into with. Null when that cannot be told, because it is set to what is worked out, or somebody writes it.
 */
export function valuesGiven(project: Project, component: Component, name: string): readonly Literal[] | null {
  const own = component.variables.find((variable) => variable.name === name)
  const variable = own ?? project.variables.find((each) => each.name === name)
  if (!variable) return null
  const components = own ? [component] : project.components.filter((each) => !hasOwn(each, name))
  const screens = own ? [] : project.screens.filter((each) => !hasOwn(each, name))
  const set = [...components, ...screens].flatMap(({ rules }) => rules.flatMap(({ actions }) => actions.flatMap((action) => (action.do === 'set' && action.variable === name ? [action.to] : []))))
  if (set.some((text) => namesOr(text).length > 0) || [...components, ...screens].some((owner) => textFieldsOf(owner).some(({ writes }) => writes === name))) return null
  const entered = own ? [] : project.screens.flatMap(({ entryPoints = [] }) => entryPoints.flatMap(({ variables }): Literal[] => (name in variables ? [variables[name] ?? null] : [])))
  return [...new Set<Literal>([variable.start, ...set.flatMap(constantOf), ...entered])]
}

/** What an expression without names stands for; nothing when it cannot be read, which is a finding elsewhere. */
function constantOf(text: string): readonly Literal[] {
  try {
    return [evaluate(text, {})]
  } catch (error) {
    if (error instanceof RheoError) return []
    throw error
  }
}

const hasOwn = ({ variables, parameters = [] }: Owner, name: string): boolean => [...variables, ...parameters].some((each) => each.name === name)
