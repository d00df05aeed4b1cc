import type { Component, Literal, Parameter, Project, Variable } from '../document'
import type { ExpressionType, Scope } from './types'

/** The names the expressions of a component can use: its parameters, its own variables and the project's. */
export function scopeOf(project: Project, component: Component): Scope {
  const scope: Record<string, ExpressionType> = {}
  for (const named of [...project.variables, ...component.variables, ...component.parameters]) scope[named.name] = typeOfNamed(named)
  return scope
}

/** What those names stand for before anything has happened. */
export function startEnvironment(project: Project, component: Component): Record<string, Literal> {
  const environment: Record<string, Literal> = {}
  for (const variable of [...project.variables, ...component.variables]) environment[variable.name] = variable.start
  for (const parameter of component.parameters) environment[parameter.name] = parameter.initial
  return environment
}

const typeOfNamed = ({ type }: Parameter | Variable): ExpressionType =>
  type === 'number' || type === 'yes/no' ? type : 'text'
