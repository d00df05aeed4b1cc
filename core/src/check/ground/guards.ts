import { certain, itemAt, orElse, type Component, type Literal, type Parameter, type Project, type Variable } from '../../document'
import { evaluate, FUNCTIONS, namesIn, operandsOf, ORDERINGS, parseExpression, type Expression } from '../../expression'

/** More combinations than this are not tried; the guards then count as able to hold together. */
const MOST_COMBINATIONS = 5000

/**
 * Whether two guards can be true at once. Each name they read takes every value that could make a difference:
 * both answers of a yes/no, every choice, and for numbers and texts each constant of the guards with what lies
 * between and beyond.
 */
export const guardsOverlap = (project: Project, component: Component, first: string | null, second: string | null): boolean =>
  isEver(project, component, [first, second], (one, other) => one && other)

/** Whether one guard holds wherever another one does, over the same values; not so where there are too many of them to try. */
export const implies = (project: Project, component: Component, guard: string | null, other: string | null): boolean =>
  other === null || !isEver(project, component, [guard, other], (one, also) => one && !also)

/** Whether what two guards come to is ever as asked, or there are too many values to try. A guard that cannot be read never holds, and is a finding of its own. */
function isEver(project: Project, component: Component, [first, second]: readonly [string | null, string | null], asked: (first: boolean, second: boolean) => boolean): boolean {
  const guards = [first, second].filter((guard) => guard !== null)
  return orElse(() => {
    const names = [...new Set(guards.flatMap(namesIn))]
    const read = guards.map(parseExpression)
    // Which texts make a difference to what looks into them is not known.
    if (read.some((guard) => looksIntoTexts(guard, (name) => isText(name, project, component)))) return true
    const constants = read.flatMap(constantsIn)
    const domains = names.map((name) => domainOf(name, project, component, constants))
    if (domains.reduce((count, domain) => count * domain.length, 1) > MOST_COMBINATIONS) return true
    return combinations(domains).some((values) => {
      const environment = Object.fromEntries(names.map((name, index) => [name, itemAt(values, index)]))
      const holds = (guard: string | null) => guard === null || evaluate(guard, environment) === true
      return asked(holds(first), holds(second))
    })
  }, false)
}

const namedIn = (name: string, project: Project, component: Component): Parameter | Variable | undefined =>
  [...component.parameters, ...component.variables, ...project.variables].find((each) => each.name === name)

function domainOf(name: string, project: Project, component: Component, constants: readonly Literal[]): readonly Literal[] {
  const named = namedIn(name, project, component)
  if (named?.type === 'yes/no') return [true, false]
  if (named?.type === 'choice') return named.choices ?? []
  if (named?.type === 'number') {
    const numbers = constants.filter((value) => typeof value === 'number').toSorted((a, b) => a - b)
    const between = numbers.slice(1).map((value, index) => (value + itemAt(numbers, index)) / 2)
    return [(numbers[0] ?? 0) - 1, ...numbers, ...between, (numbers.at(-1) ?? 0) + 1]
  }
  return [...constants.filter((value) => typeof value === 'string'), '\u0000another']
}

/** Whether a name can be any text. */
function isText(name: string, project: Project, component: Component): boolean {
  const type = namedIn(name, project, component)?.type
  return type !== 'yes/no' && type !== 'number'
}

/** Whether anything is asked of a text but whether it is the same as another one: what is in it, or what it comes before. */
function looksIntoTexts(node: Expression, couldBeText: (name: string) => boolean): boolean {
  const isAText = (each: Expression): boolean => (each.kind === 'literal' ? typeof each.value === 'string' : each.kind === 'name' ? couldBeText(each.name) : each.kind === 'call' && certain(FUNCTIONS[each.name]).result === 'text')
  const looks = (node.kind === 'call' && certain(FUNCTIONS[node.name]).parameters.includes('text')) || (node.kind === 'binary' && ORDERINGS.some((each) => each === node.operator) && operandsOf(node).some(isAText))
  return looks || operandsOf(node).some((each) => looksIntoTexts(each, couldBeText))
}

const combinations = (domains: readonly (readonly Literal[])[]): readonly (readonly Literal[])[] =>
  domains.reduce<readonly (readonly Literal[])[]>((all, domain) => all.flatMap((head) => domain.map((value) => [...head, value])), [[]])

function constantsIn(node: Expression): readonly Literal[] {
  if (node.kind === 'literal') return [node.value]
  const inside = operandsOf(node).flatMap(constantsIn)
  return node.kind === 'minus' ? inside.map((value) => (typeof value === 'number' ? -value : value)) : inside
}
