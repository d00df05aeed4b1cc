import { group } from 'd3-array'
import { certain, firstOf, orElse, type Id, type Literal, type Pledge, type Project, type State } from '@rheoscope/core/document'
import { thingsOfPrototype, thingsOnSurface } from '@rheoscope/core/check'

/** An axis of an instance that a promise can refer to. */
export interface Place {
  readonly key: string
  readonly instance: string
  readonly axis: Id
  readonly name: string
  readonly component: Id
  readonly componentName: string
  readonly states: readonly Pick<State, 'id' | 'name'>[]
}

/** Every axis with more than one state of what stands on a surface; none when it cannot be put together. */
export function placesOf(project: Project, { surface, through }: Pick<Pledge, 'surface' | 'through'>): readonly Place[] {
  return orElse(() =>
    (through === true && 'screen' in surface ? thingsOfPrototype(project, surface.screen) : thingsOnSurface(project, surface)).flatMap(({ path, compiled: { component }, holder, part }) => {
      const called = holder?.compiled.component.parts.find(({ id }) => id === part)?.name ?? component.name
      const axes = component.axes.filter(({ states }) => states.length > 1)
      return axes.map((axis): Place => ({
        key: `${path} ${axis.id}`, instance: path, axis: axis.id, component: component.id, componentName: component.name, states: [...axis.states, ...(axis.groups ?? [])],
        name: axes.length > 1 ? `${called}, ${axis.name}` : called,
      }))
    }), [])
}

/** What a promise can refer to. */
export type Subject = { readonly key: string; readonly label: string } & (
  | { readonly is: 'screen'; readonly screen: Id }
  | { readonly is: 'place'; readonly place: Place }
  /** Several alike, of which so many are to be in a state. */
  | { readonly is: 'group'; readonly places: readonly Place[] }
  | { readonly is: 'variable'; readonly name: string }
)

/** All of it, in the order it is offered: screens that can be shown, instances, those alike together, and shared variables. */
export function subjectsOf({ variables }: Project, places: readonly Place[], screens: Project['screens']): readonly Subject[] {
  const alike = [...group(places, ({ component }) => component)].filter(([, each]) => each.length > 1)
  return [
    ...screens.map(({ id, name }): Subject => ({ is: 'screen', key: `screen ${id}`, label: `${name} is shown`, screen: id })),
    ...places.map((place): Subject => ({ is: 'place', key: `place ${place.key}`, label: place.name, place })),
    ...alike.map(([component, each]): Subject => ({ is: 'group', key: `group ${component}`, label: `of all ${firstOf(each).componentName}s`, places: each })),
    ...variables.map(({ name }): Subject => ({ is: 'variable', key: `variable ${name}`, label: name, name })),
  ]
}

/** The states a subject can be promised to be in; none of what is in no state. */
export const statesOf = (subject: Subject | undefined): Place['states'] =>
  subject?.is === 'place' ? subject.place.states : subject?.is === 'group' ? firstOf(subject.places).states : []

/** The values of a variable a promise can refer to: both of a yes/no, every choice, and for others those that rules give it. */
export function valuesOf({ variables, components, screens }: Project, name: string): readonly Literal[] {
  const variable = variables.find((each) => each.name === name)
  if (!variable) return []
  if (variable.type === 'yes/no') return [true, false]
  if (variable.type === 'choice') return variable.choices ?? []
  const set = [...components, ...screens].flatMap(({ rules }) => rules.flatMap(({ actions }) => actions.flatMap((action) => (action.do === 'set' && action.variable === name ? constant(action.to) : []))))
  return [...new Set([variable.start, ...set])]
}

/** The value of an expression that is a number or a quoted text. */
function constant(text: string): readonly Literal[] {
  const quoted = /^\s*'([^']*)'\s*$/.exec(text)
  if (quoted) return [certain(quoted[1])]
  return /^\s*-?\d+(\.\d+)?\s*$/.test(text) ? [Number(text)] : []
}
