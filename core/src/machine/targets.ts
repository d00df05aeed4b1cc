import {
  axisOfProperty, isExpression, isToken, parameterOfProperty, propertyDefinition, RheoError, sameValue, valueProblem,
  type Component, type Literal, type Look, type Part, type PartKind, type Project, type PropertyDefinition, type PropertyValues, type Value,
} from '../document'
import { evaluate, namesIn, type Environment } from '../expression'
import { layOut, needsLayout, type LayoutNode } from '../layout'
import type { Compiled, CompiledPart, Targets, ValueProblem, Values } from './compiled'

/** One property whose target differs between two targets. */
export interface TargetChange {
  readonly part: number
  readonly property: string
}

const MEMORY = 512

/** Works out targets and remembers them by what they depend on: the states, and the names that expressions read. */
export class Resolver {
  private readonly reads: readonly string[]
  private readonly known = new Map<string, Targets>()

  constructor(
    private readonly project: Project,
    private readonly component: Component,
    private readonly parts: readonly CompiledPart[],
    private readonly instances: Compiled['instances'],
  ) {
    this.reads = namesReadBy(component)
  }

  targetsOf(states: readonly string[], environment: Environment): Targets {
    const read = this.reads.length === 0 ? '' : JSON.stringify(this.reads.map((name) => environment[name]))
    const key = states.join(' ') + read
    const known = this.known.get(key)
    if (known) return known
    const targets = this.resolve(states, environment)
    if (this.known.size >= MEMORY) this.known.clear()
    this.known.set(key, targets)
    return targets
  }

  private resolve(standing: readonly string[], environment: Environment): Targets {
    const looks = looksIn(this.component, standing)
    const problems: ValueProblem[] = []
    const values = this.parts.map((compiled) => this.valuesOf(compiled, looks, environment, problems))
    return { values: this.laidOut(values), problems }
  }

  private valuesOf({ part, properties, index }: CompiledPart, looks: readonly Look[], environment: Environment, problems: ValueProblem[]): Values {
    const values: Record<string, Literal> = { ...initialValues(part.kind, properties) }
    const instance = this.instances.find((candidate) => candidate.index === index)
    if (instance) Object.assign(values, naturalSizeOf(instance.compiled))
    for (const said of [part.base, ...looks.map((look): PropertyValues => look[part.id] ?? {})]) {
      for (const [property, value] of Object.entries(said)) {
        if (!(property in values) && !belongsToInstance(property)) continue
        try {
          values[property] = fitting(property, this.literal(value, environment))
        } catch (error) {
          values[property] = propertyDefinition(property)?.initial ?? null
          problems.push({ part: part.id, property, sentence: (error as Error).message })
        }
      }
    }
    return values
  }

  private literal(value: Value, environment: Environment): Literal {
    if (isExpression(value)) return evaluate(value.expr, environment)
    if (isToken(value)) return this.project.tokens.find(({ id }) => id === value.token)?.value ?? null
    return value
  }

  private laidOut(values: readonly Values[]): readonly Values[] {
    const nodeOf = ({ part, index, children }: CompiledPart): LayoutNode => ({
      id: part.id, kind: part.kind, values: values[index]!, children: children.map(nodeOf), reference: drawnSize(part, values[index]!),
    })
    const root = nodeOf(this.parts[0]!)
    if (!needsLayout(root)) return values
    const places = layOut(root)
    return values.map((own, index) => ({ ...own, ...places.get(this.parts[index]!.part.id) }))
  }
}

/** The size a part was drawn in: its base look's, where that is a number and the size is its own. */
function drawnSize({ base }: Part, values: Values): { width: number; height: number } {
  const size = (side: 'width' | 'height') => (typeof base[side] === 'number' ? base[side] : (values[side] as number))
  return { width: size('width'), height: size('height') }
}

const initialByKind = new Map<PartKind, Values>()

/**
 * The initial values of a kind of part. Read from JSON, because engines keep objects read in one go compact, and
 * copies of them too; these are copied for every part that moves in every frame.
 */
function initialValues(kind: PartKind, properties: readonly PropertyDefinition[]): Values {
  const known = initialByKind.get(kind)
  if (known) return known
  const values = JSON.parse(JSON.stringify(Object.fromEntries(properties.map(({ name, initial }) => [name, initial])))) as Values
  initialByKind.set(kind, values)
  return values
}

function fitting(property: string, value: Literal): Literal {
  const definition = propertyDefinition(property)
  if (!definition) return value
  const given = definition.type === 'text' && typeof value === 'number' ? String(value) : value
  const problem = valueProblem(definition, given)
  if (problem) throw new RheoError('value', property, problem)
  return given
}

const belongsToInstance = (property: string): boolean =>
  axisOfProperty(property) !== null || parameterOfProperty(property) !== null

/** The looks that have a say in these states, the last word last: each axis in order, then the combinations that hold. */
export function looksIn(component: Component, standing: readonly string[]): readonly Look[] {
  const own = component.axes.map((axis, index) => axis.states.find(({ id }) => id === standing[index])?.look ?? {})
  const stateOfAxis = (axis: string) => standing[component.axes.findIndex(({ id }) => id === axis)]
  const combined = component.combinations
    .filter((combination) => Object.entries(combination.states).every(([axis, state]) => stateOfAxis(axis) === state))
    .map(({ look }) => look)
  return [...own, ...combined]
}

/** How large an instance is when its holder says nothing: its component's own frame at the start. */
function naturalSizeOf({ component, root, targetsOf }: Compiled): { width: number; height: number } {
  const start = component.axes.map((axis) => axis.start)
  const environment = Object.fromEntries(component.parameters.map(({ name, initial }) => [name, initial]))
  const { width, height } = targetsOf(start, environment).values[root.index]!
  return { width: width as number, height: height as number }
}

function namesReadBy(component: Component): readonly string[] {
  const names = new Set<string>()
  const looks = [...component.axes.flatMap((axis) => axis.states.map(({ look }) => look)), ...component.combinations.map(({ look }) => look)]
  const said = [...component.parts.map(({ base }) => base), ...looks.flatMap((look) => Object.values(look))]
  for (const value of said.flatMap((values) => Object.values(values))) {
    if (!isExpression(value)) continue
    try {
      namesIn(value.expr).forEach((name) => names.add(name))
    } catch {
      // It reads nothing, because it cannot be read; resolving it says so.
    }
  }
  return [...names]
}

const changes = new WeakMap<Targets, WeakMap<Targets, readonly TargetChange[]>>()

/** Every property whose target differs, in part order. */
export function changesBetween(from: Targets, to: Targets): readonly TargetChange[] {
  if (from === to) return []
  const known = changes.get(from)?.get(to)
  if (known) return known
  const found: TargetChange[] = []
  for (const [part, before] of from.values.entries()) {
    const after = to.values[part]!
    for (const property of new Set([...Object.keys(before), ...Object.keys(after)])) {
      if (!sameValue(before[property], after[property])) found.push({ part, property })
    }
  }
  const of = changes.get(from) ?? new WeakMap<Targets, readonly TargetChange[]>()
  changes.set(from, of.set(to, found))
  return found
}
