import { axisOfProperty, certain, expressionsOfAction, expressionsOfList, isExpression, isOfItem, lookAt, orElse, parameterOfProperty, restingLooks, type Component, type Literal, type Value } from '../../document'
import { EQUALITIES, isOfRecord, isTableName, nameOfTable, namesOr, operandsOf, ORDERINGS, parseExpression, type Expression } from '../../expression'
import { namesOfBehaviour } from '../../machine'
import { changingTables, tablesChangedBy } from './tables'
import type { Thing } from './things'

/** What decides whether a part answers. */
const ANSWERING = ['visible', 'receivesInput', 'focusable']

/**
 * The names each thing has to remember values of, because something it can do depends on them: conditions, axes that
 * are decided, what answers, what is in lists, and whatever those are worked out from. All others only show.
 */
export function namesThatMatter(things: readonly Thing[], watched: ReadonlyMap<Thing, readonly string[]> = new Map()): ReadonlyMap<Thing, ReadonlySet<string>> {
  const needed = new Map(things.map((thing) => [thing, new Set([...conditionsIn(thing), ...(watched.get(thing) ?? [])])]))
  const needsPayload = () => [...needed.values()].some((names) => names.has('payload'))
  const isNeeded = (name: string) => [...needed.values()].some((names) => names.has(name))
  const [first] = things
  if (!first) return needed
  const { project } = first
  for (let grows = true; grows;) {
    grows = false
    const add = (thing: Thing, names: readonly string[]) => {
      const known = certain(needed.get(thing))
      for (const name of names) if (!known.has(name)) grows = Boolean(known.add(name))
    }
    for (const thing of things) {
      const { component } = thing.compiled
      for (const action of component.rules.flatMap(({ actions }) => actions)) {
        if (action.do === 'set' && isNeeded(action.variable)) add(thing, namesOr(action.to))
        if (action.do === 'send' && action.payload !== null && needsPayload()) add(thing, namesOr(action.payload))
      }
      for (const table of tablesChangedBy(project, component)) if (isNeeded(nameOfTable(table))) add(thing, valuesOfRecords(component))
      for (const inner of things) {
        if (inner.holder !== thing || !inner.part) continue
        const names = certain(needed.get(inner))
        const handed = (property: string) => {
          const parameter = inner.compiled.component.parameters.find(({ id }) => id === parameterOfProperty(property))
          return axisOfProperty(property) !== null || (parameter !== undefined && names.has(parameter.name))
        }
        add(thing, saidOf(component, inner.part).flatMap(([property, value]) => (isExpression(value) && handed(property) ? namesOr(value.expr) : [])))
      }
    }
  }
  return needed
}

/** The names that decide what a component does of itself. */
function conditionsIn({ project, compiled: { component, listReads } }: Thing): readonly string[] {
  const setOrSent = component.rules.map((rule) => ({ ...rule, actions: [] }))
  const filters = component.parts.flatMap((part) => (part.kind === 'list' ? expressionsOfList(part).flatMap(namesOr) : part.kind === 'slot' ? component.parameters.filter(({ id }) => id === part.slot).map(({ name }) => name) : []))
  const answering = component.parts.flatMap(({ id }) => saidOf(component, id).flatMap(([property, value]) => (isExpression(value) && ANSWERING.includes(property) ? namesOr(value.expr) : [])))
  const own = [...namesOfBehaviour({ ...component, rules: setOrSent, axes: component.axes, pairs: [], motion: null }), ...answering]
  const changing = changingTables(project)
  const listed = [...filters.filter((name) => !isOfItem(name)), ...[...listReads].filter(isTableName)]
  return [...own, ...listed].filter((name) => !isTableName(name) || changing.has(name))
}

/** The names that decide what a component writes into records. */
const valuesOfRecords = ({ rules }: Component): readonly string[] =>
  rules.flatMap(({ actions }) => actions.flatMap((action) => ('table' in action || (action.do === 'set' && isOfItem(action.variable)) ? expressionsOfAction(action).flatMap(namesOr) : []))).filter((name) => !isOfRecord(name))

/** Everything the base look and the looks of states say about a part. */
export const saidOf = (component: Component, part: string): readonly (readonly [property: string, value: Value])[] => [
  ...Object.entries(component.parts.find(({ id }) => id === part)?.base ?? {}),
  ...restingLooks(component).flatMap((place) => Object.entries(lookAt(component, place)[part] ?? {})),
]

/** The values a name is held against, as far as expressions only compare it with constants, texts only for being the same; null when they do anything else with it. */
export function comparedWith(name: string, texts: readonly string[]): readonly Literal[] | null {
  const found: Literal[] = []
  for (const text of texts) {
    const node = orElse(() => parseExpression(text), null)
    if (node && !onlyCompares(node, name, found)) return null
  }
  return found
}

function onlyCompares(node: Expression, name: string, found: Literal[]): boolean {
  const isName = (each: Expression) => each.kind === 'name' && each.name === name
  if (isName(node)) return false
  if (node.kind === 'binary') {
    const [one, other] = isName(node.left) ? [node.left, node.right] : [node.right, node.left]
    if (isName(one) && other.kind === 'literal' && comparing(other.value).some((each) => each === node.operator)) {
      found.push(other.value)
      return true
    }
  }
  return operandsOf(node).every((each) => onlyCompares(each, name, found))
}

/** What compares with a constant: of a text only whether it is that one. */
const comparing = (constant: Literal) => (typeof constant === 'string' ? EQUALITIES : [...EQUALITIES, ...ORDERINGS])

/** Stands for every text that nothing is compared with. */
const SOME_OTHER = '\u0000other'

/** The value that stands for all that cannot be told apart from it by comparing with some constants. */
export function representative(value: Literal, constants: readonly Literal[]): Literal {
  if (typeof value === 'string') return constants.includes(value) ? value : SOME_OTHER
  if (typeof value !== 'number') return value
  const numbers = constants.filter((each) => typeof each === 'number').toSorted((a, b) => a - b)
  if (numbers.length === 0 || numbers.includes(value)) return numbers.length === 0 ? 0 : value
  const [below, above] = [numbers.findLast((each) => each < value), numbers.find((each) => each > value)]
  return below === undefined ? certain(above) - 1 : above === undefined ? below + 1 : (below + above) / 2
}
