import { attributeName, type Component, type Id, type Parameter, type Project, type Variable } from '../../document'
import { fromPage } from '../../scene'

/** A slot of an element, and what stands in the run for what a page puts there. */
export interface PageSlot {
  /** The parameter that says what fills it. */
  readonly parameter: string
  /** What its content says in the page: `slot="…"`. */
  readonly name: string
  /** The component that is as large as that content. */
  readonly component: Id
  /** The shared variables that hold its size, in px, where the component does not say one. */
  readonly width: string
  readonly height: string
}

/** What a component calls its slots in a page. */
export const slotParameters = ({ parameters }: Component): readonly Parameter[] => parameters.filter(({ type }) => type === 'slot')

/** A project in which each slot of a component can hold what a page puts there: a picture of nothing, as large as shared variables say, which a run is given as any other value. */
export function withPageSlots(project: Project, component: Component): { readonly project: Project; readonly slots: readonly PageSlot[] } {
  const taken = new Set([...project.variables, ...project.components.flatMap(({ variables, parameters }) => [...variables, ...parameters])].map(({ name }) => name))
  const slots = slotParameters(component).map(({ name }): PageSlot => {
    const slot = attributeName(name)
    return { parameter: name, name: slot, component: fromPage(slot), width: freeAs(`${name}Width`, taken), height: freeAs(`${name}Height`, taken) }
  })
  return {
    project: {
      ...project,
      components: [...project.components, ...slots.map(standIn)],
      variables: [...project.variables, ...slots.flatMap(({ width, height }) => [width, height].map((name): Variable => ({ id: name, name, type: 'number', start: 0 })))],
    },
    slots,
  }
}

function freeAs(name: string, taken: ReadonlySet<string>): string {
  return taken.has(name) ? freeAs(`${name}_`, taken) : name
}

function standIn({ component: id, name, width, height }: PageSlot): Component {
  const only = { id: `${id}-there`, name: 'there', look: {}, hue: 0, final: false, loop: null }
  return {
    id, name: `what the page puts into ${name}`,
    // A picture is under the pointer all over, whatever it shows.
    parts: [{ id: `${id}-picture`, name: 'picture', parent: null, kind: 'picture', base: { width: { expr: width }, height: { expr: height } } }],
    axes: [{ id: `${id}-state`, name: 'state', states: [only], start: only.id, boundTo: null }],
    rules: [], combinations: [], parameters: [], variables: [], pairs: [], motion: null, absent: {},
  }
}
