import { parameterProperty, stateProperty, type Axis, type InstancePart, type Literal } from '../document'
import type { Compiled, Values } from '../machine'

/** The state the holder's look puts an axis of an instance into; where the instance starts when it says nothing; null when a parameter decides. */
export function drivenState(part: InstancePart, axis: Axis, values: Values): string | null {
  const said = values[stateProperty(axis.id)]
  return typeof said === 'string' ? said : (part.start[axis.id] ?? (axis.drivenBy === null ? axis.start : null))
}

/** What the holder's look gives an instance for its parameters, by name; parameters it does not speak of are not there. */
export function parametersOf(compiled: Compiled, values: Values): Readonly<Record<string, Literal>> {
  const given: Record<string, Literal> = {}
  for (const parameter of compiled.component.parameters) {
    given[parameter.name] = values[parameterProperty(parameter.id)] ?? parameter.initial
  }
  return given
}
