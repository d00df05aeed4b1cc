import { decidedBy, firstOf, type Id, type Literal } from '../../document'
import { isShared } from '../../expression'
import { axisAt } from '../../machine'
import type { Network, Occasion, Outside, Thing } from '../explore'

/**
 * What can come to a component from wherever it is placed: the messages it listens to, other values for its parameters and
 * for variables everyone shares, and states that holders put it into. `drivenTo` gives those states by axis.
 */
export function fromAnywhere(network: Network, root: Thing, drivenTo: (axis: Id) => ReadonlySet<Id>): Outside {
  const messages = network.things.flatMap((thing) => {
    const heard = (thing.compiled.rulesOn.get('message') ?? []).flatMap(({ trigger }) => (trigger.on === 'message' ? [trigger.name] : []))
    return [...new Set(heard)].map((name): Occasion => ({ what: 'message', thing, name }))
  })
  const names = network.names.flatMap((kept): Occasion[] => {
    const { component } = root.compiled
    const isGiven = kept.thing === root && component.parameters.some(({ name }) => name === kept.name)
    if (!isGiven && !(kept.thing === null && isShared(network.project, firstOf(kept.readers).compiled.component, kept.name))) return []
    return valuesOf(network, root, kept.name).map((value) => ({ what: 'name', name: kept, value: kept.domain.numberOf(value) }))
  })
  const puts = network.axesOfThing(root).flatMap((axis): Occasion[] =>
    [...drivenTo(axisAt(root.compiled, axis.own).id)].flatMap((state) => (axis.states.includes(state) ? [{ what: 'put', axis, state: axis.states.indexOf(state) }] : [])))
  return [...messages, ...names, ...puts]
}

/** Values a name can be given from outside: all there are, or undefined for any where there are too many. */
function valuesOf({ project }: Network, { compiled: { component } }: Thing, name: string): readonly (Literal | undefined)[] {
  const named = [...component.parameters, ...component.variables, ...project.variables].find((each) => each.name === name)
  const axes = component.axes.filter((axis) => decidedBy(axis) === name)
  const decisive = axes.flatMap(({ states }) => states.map((state, index): Literal => (named?.type === 'number' ? index : state.name)))
  switch (named?.type) {
    case 'yes/no':
      return [true, false]
    case 'choice':
      return [...(named.choices ?? []), ...decisive]
    default:
      return [undefined, ...decisive]
  }
}
