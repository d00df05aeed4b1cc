import { componentOf, wordOf, type Axis, type Component, type Id, type Literal, type Project } from '../document'
import { inName, isName, namesOr, scopeOf, type Scope } from '../expression'
import type { Compiled } from './compiled'

/** Some states of an axis that conditions can refer to: of the component itself, or of an instance inside, by its part. */
export interface Spoken {
  readonly part: Id | null
  readonly axis: number
  readonly states: readonly Id[]
}

/** What conditions of a component can say of states, by name: `is(axis, state)` and `in(group)`, with the part before a dot for what stands inside. */
export function spokenIn(project: Project, component: Component): ReadonlyMap<string, Spoken> {
  const found = new Map<string, Spoken>()
  const speakOf = (axes: readonly Axis[], part: Id | null, before: string) => {
    for (const [axis, { name, states, groups = [] }] of axes.entries()) {
      for (const state of states) add(found, isName(before + wordOf(name), wordOf(state.name)), { part, axis, states: [state.id] })
      for (const group of groups) add(found, inName(before + wordOf(group.name)), { part, axis, states: group.states })
    }
  }
  speakOf(component.axes, null, '')
  for (const part of component.parts) if (part.kind === 'instance') speakOf(componentOf(project, part.component)?.axes ?? [], part.id, `${wordOf(part.name)}.`)
  return found
}

/** Of two with one name the first is meant. */
const add = (found: Map<string, Spoken>, name: string, spoken: Spoken): unknown => found.has(name) || found.set(name, spoken)

/** The names the conditions and actions of a component can use: those of its values, and what it can say of states. */
export const conditionScope = (project: Project, component: Component): Scope =>
  ({ ...scopeOf(project, component), ...Object.fromEntries([...spokenIn(project, component).keys()].map((name) => [name, 'yes/no'])) })

/** What an expression says of states, by name; `stateOf` gives the state an axis is in, of an instance inside where a part is given, or nothing where that is not there. */
export function saidOfStates({ spoken }: Pick<Compiled, 'spoken'>, expression: string, stateOf: (part: Id | null, axis: number) => Id | undefined): Readonly<Record<string, Literal>> {
  if (spoken.size === 0) return NOTHING_SAID
  return Object.fromEntries(namesOr(expression).flatMap((name) => {
    const said = spoken.get(name)
    return said ? [[name, said.states.includes(stateOf(said.part, said.axis) ?? '')]] : []
  }))
}

const NOTHING_SAID = {}
