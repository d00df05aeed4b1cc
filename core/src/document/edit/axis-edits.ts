import { firstOf } from '../certain'
import type { Axis, Component } from '../component'
import { newState, type NewId } from '../defaults'
import { freeName, namesOf } from '../free-name'
import type { Parameter } from '../rule'
import type { Id } from '../value'
import { batch, type Edit } from './edit'
import { inProject, inside, setAt, insertInto, removeFrom } from './place'
import { renamedUses } from './variable-edits'

const axesPath = (component: Id) => inProject('components', component, 'axes')

/** A further axis with one state. */
export function addAxis(component: Component, newId: NewId): { readonly edit: Edit; readonly axis: Axis } {
  const name = freeName('axis', namesOf(component.axes))
  const first = newState(newId('first'), 'first', 0)
  const axis: Axis = { id: newId(name), name, states: [first], start: first.id, boundTo: null }
  return { edit: insertInto(axesPath(component.id), axis), axis }
}

/** An axis with a state for each choice of a parameter, decided by it; in front of the others, so that they have the last word. */
export function axisForParameter(component: Component, parameter: Parameter, newId: NewId): { readonly edit: Edit; readonly axis: Axis } | null {
  const names = parameter.type === 'yes/no' ? ['no', 'yes'] : (parameter.choices ?? [])
  if (names.length === 0 || component.axes.some(({ boundTo }) => boundTo !== null && 'parameter' in boundTo && boundTo.parameter === parameter.name)) return null
  const states = names.map((name, index) => newState(newId(name), name, index))
  const start = states.find(({ name }) => name === parameter.initial) ?? firstOf(states)
  const axis: Axis = { id: newId(parameter.name), name: parameter.name, states, start: start.id, boundTo: { parameter: parameter.name } }
  return { edit: insertInto(axesPath(component.id), axis, component.axes[0]?.id ?? null), axis }
}

/** An edit that renames an axis. */
export const renameAxis = (component: Id, axis: Id, name: string): Edit => setAt(inside(axesPath(component), axis, 'name'), name)

/** Takes an axis away with its rules, the combinations it takes part in and the motions of its pairs; null for the last one. */
export function removeAxis(component: Component, axis: Id): Edit | null {
  if (component.axes.length === 1) return null
  const under = (list: 'rules' | 'combinations' | 'pairs', ids: readonly Id[]): readonly Edit[] =>
    ids.map((id): Edit => removeFrom(inProject('components', component.id, list), id))
  return batch(
    ...under('rules', component.rules.filter((rule) => rule.axis === axis).map(({ id }) => id)),
    ...under('combinations', component.combinations.filter(({ states }) => axis in states).map(({ id }) => id)),
    ...under('pairs', component.pairs.filter((pair) => pair.axis === axis).map(({ id }) => id)),
    removeFrom(axesPath(component.id), axis),
  )
}

/** Renames a parameter with everything of its component that refers to it, and the axis it drives. */
export function renameParameter(component: Component, parameter: Parameter, name: string): Edit {
  const driven = component.axes.filter(({ boundTo }) => boundTo !== null && 'parameter' in boundTo && boundTo.parameter === parameter.name)
  return batch(
    setAt(inProject('components', component.id, 'parameters', parameter.id, 'name'), name),
    ...renamedUses(component, parameter.name, name),
    ...driven.map(({ id }): Edit => setAt(inside(axesPath(component.id), id, 'boundTo'), { parameter: name })),
  )
}
