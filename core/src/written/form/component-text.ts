import { orElse, PART_KINDS, RheoError, type Axis, type CombinationLook, type Component, type Id, type Named, type PairMotion, type Parameter, type Part, type Project, type Rule, type Screen, type Variable } from '../../document'
import { clausesOf, halves } from '../pieces'
import { wordsOf } from '../words'
import { also, alsoIn, isAlso, leftOver } from './also'
import { axisLine, isOfState, readAxis, withLooks } from './axis-text'
import { headOf, idClause, listed, ownIdClause, withoutId } from './clauses'
import { AT_ONCE, formLine, type Attempt, type FormLine, type WrittenLine } from './form-lines'
import { LINE_WORDS } from './line-words'
import { lookLines, readLook } from './look-text'
import { motionLine, motionOf, readMotionLine } from './motion-text'
import { readValued, valuedLine } from './named-text'
import { earlier, nameText, referenceText, referred } from './names'
import { noted, noteLines } from './note-text'
import { barePart, inTreeOrder, isOfPart, partLines, readPartLine } from './part-text'
import { axesOf, axisIn, namedIn, readRule, ruleLine, stateAt } from './rule-text'
import type { FormScope } from './said-text'
import { withOldIds } from './same-things'
import { triggerKindAt } from './trigger-text'

/** A component with everything in it. */
export function componentLine(project: Project, component: Component): WrittenLine {
  const scope: FormScope = { project, owner: component }
  const { id, name, axes, combinations, pairs, motion, absent } = component
  const text = listed([`component ${nameText(name)}`, ...ownIdClause(component, earlier(project.components, id))])
  const inside = [
    ...component.parameters.map((parameter, index) => valuedLine('parameter', parameter, parameter.initial, 'initial', component.parameters.slice(0, index), project.components)),
    ...variableLines(project, component.variables, 'variable'),
    ...rootLines(scope),
    ...axes.map((axis, index) => axisLine(scope, axis, axes.slice(0, index))),
    ...combinations.map((combination, index) => combinationLine(scope, combination, index)),
    ...absentLines(scope, absent),
    ...(motion ? [motionLine(scope, 'motion', motion)] : []),
    ...pairs.map((pair, index) => pairLine(scope, pair, index)),
    ...component.rules.map((rule, index) => ruleLine(scope, rule, component.rules.slice(0, index))),
  ]
  return withLeft(component, text, inside, () => {
    const line = formLine(text, inside)
    return readComponent(project, line, skeletonOf(line, headOf(text, earlier(project.components, id)), project, AT_ONCE), AT_ONCE)
  })
}

export const withLeft = (whole: Component | Screen, text: string, inside: readonly WrittenLine[], read: () => object): WrittenLine => ({ text, notes: noteLines(whole), inside: [...inside, ...also(leftOver(whole, read))] })

export const variableLines = (project: Project, variables: readonly Variable[], keyword: string): readonly WrittenLine[] =>
  variables.map((variable, index) => valuedLine(keyword, variable, variable.start, 'start', variables.slice(0, index), project.components))

export function rootLines(scope: FormScope): readonly WrittenLine[] {
  const all = inTreeOrder(scope.owner.parts)
  return all.filter(({ parent }) => parent === null).map((part) => partLines(scope, part, all))
}

export const absentLines = (scope: FormScope, absent: Component['absent']): readonly WrittenLine[] => (Object.keys(absent).length === 0 ? [] : [{ text: 'absent', inside: lookLines(scope, absent) }])

function combinationLine(scope: FormScope, { id, states, look }: CombinationLook, index: number): WrittenLine {
  const axes = axesOf(scope)
  const said = axes.filter((axis) => axis.id in states).map((axis) => `${referenceText(axes, axis.id)} ${referenceText(axis.states, states[axis.id] ?? '')}`)
  return { text: `combination ${listed([...said, ...idClause(id, `combination${index + 1}`)])}`, inside: lookLines(scope, look) }
}

function pairLine(scope: FormScope, { id, axis, from, to, motion }: PairMotion, index: number): WrittenLine {
  const axes = axesOf(scope)
  const of = axes.find((each) => each.id === axis)
  const name = (state: Id | null) => (state === null ? 'any' : referenceText(namedIn(of), state, ['any']))
  return motionLine(scope, `motion ${name(from)} -> ${name(to)}`, motion, [...(of === axes[0] ? [] : [`axis ${referenceText(axes, axis)}`]), ...idClause(id, `pair${index + 1}`)])
}

/** A component as it can be referred to: its name, its axes, its parameters and variables. */
export function skeletonOf(line: FormLine, { id, name }: Named, { components }: Pick<Project, 'components'>, attempt: Attempt, old: Component | null = null): Component {
  const axes: Axis[] = []
  const parameters: Parameter[] = []
  const variables: Variable[] = []
  for (const each of line.inside) {
    const keyword = keywordOf(each)
    attempt(each, () => {
      if (keyword === 'states') axes.push(readAxis(each, axes, old?.axes))
      // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is read is validated as part of its project
      else if (keyword === 'parameter') parameters.push(readValued(each, keyword, 'initial', parameters, components, old?.parameters) as Parameter)
      // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- as above
      else if (keyword === 'variable') variables.push(readValued(each, keyword, 'start', variables, components, old?.variables) as Variable)
    })
  }
  return { id, name, parts: [], axes, rules: [], combinations: [], parameters, variables, pairs: [], motion: null, absent: {} }
}

export const keywordOf = ({ text }: Pick<FormLine, 'text'>): string => /^[^\s:]*/.exec(text)?.[0] ?? ''

/** A component with all that its lines say. */
export function readComponent(project: Project, line: FormLine, skeleton: Component, attempt: Attempt, old: Component | null = null): Component {
  const owner = { ...skeleton, parts: partsIn({ project, owner: skeleton, old }, line, attempt) }
  const scope: FormScope = { project, owner }
  const axes = [...owner.axes]
  const [combinations, pairs, rules]: [CombinationLook[], PairMotion[], Rule[]] = [[], [], []]
  let [motion, absent]: [Component['motion'], Component['absent']] = [null, {}]
  let axisAt = 0
  for (const each of line.inside) {
    attempt(each, () => {
      switch (keywordOf(each)) {
        case 'parameter':
        case 'variable':
        case 'also':
          return
        case 'states': {
          const axis = axes[axisAt]
          if (axis) axes[axisAt] = noted(withLooks(scope, axis, each.inside, attempt), each, isOfState)
          axisAt++
          return
        }
        case 'combination':
          combinations.push(combinationOf(scope, each, combinations.length))
          return
        case 'absent':
          absent = readLook(scope, each.inside)
          return
        case 'motion':
          if (each.text.includes('->')) pairs.push(pairOf(scope, each, pairs.length))
          else motion = motionOf(scope, each)
          return
        default:
          if (!isPart(each)) rules.push(ruleOf(scope, each, rules))
      }
    })
  }
  const read = noted(alsoIn({ ...owner, axes, combinations, pairs, rules, motion, absent }, line.inside), line, isThing)
  return old ? withOldIds(read, old) : read
}

/** Whether a line below a component or screen is of a thing of its own. */
export const isThing = (line: FormLine): boolean => !['combination', 'absent', 'motion', 'size', 'over', 'also'].includes(keywordOf(line))

export const isPart = (line: Pick<FormLine, 'text'>): boolean => PART_KINDS.some((kind) => kind === keywordOf(line))

export function ruleOf(scope: FormScope, line: FormLine, before: readonly Rule[]): Rule {
  if (triggerKindAt(line.text)) return readRule(scope, line, before)
  const word = keywordOf(line)
  throw new RheoError('unreadable', word, `A line begins with a kind of part, a trigger, or ${LINE_WORDS.component.join(', ')}; not with “${word}”.`)
}

/** The parts of lines and of those below them, each before what is inside it. */
export function partsIn({ project, owner, old = null }: FormScope, line: FormLine, attempt: Attempt): readonly Part[] {
  const parts: Part[] = []
  const add = (each: FormLine, parent: Id | null): void => {
    const scope: FormScope = { project, owner: { ...owner, parts }, old }
    const part = attempt(each, () => readPartLine(scope, each, parent, parts)) ?? barePart(scope, each, parent, parts)
    if (!part) return
    parts.push(part)
    for (const inner of each.inside) {
      if (isPart(inner)) add(inner, part.id)
      else if (!isAlso(inner) && !isOfPart(inner)) attempt(inner, () => { throw new RheoError('unreadable', keywordOf(inner), `Inside a part stand parts: ${PART_KINDS.join(', ')}.`) })
    }
  }
  for (const each of line.inside) if (isPart(each)) add(each, null)
  return parts
}

function combinationOf(scope: FormScope, { text, inside }: FormLine, index: number): CombinationLook {
  const axes = axesOf(scope)
  const { id, others } = withoutId(clausesOf(text.slice('combination'.length)), `combination${index + 1}`)
  const states = others.map((clause): readonly [Id, Id] => {
    const [first, second] = wordsOf(clause)
    const axis = referred(axes, first?.text ?? '', 'axis')
    return [axis, referred(axes.find((each) => each.id === axis)?.states ?? [], second?.text ?? '', 'state')]
  })
  return { id, states: Object.fromEntries(states), look: readLook(scope, inside) }
}

function pairOf(scope: FormScope, { text, inside }: FormLine, index: number): PairMotion {
  const axes = axesOf(scope)
  const [head, body] = orElse(() => halves(text, ':'), [text, ''] as const)
  const { id, others } = withoutId(clausesOf(body), `pair${index + 1}`)
  const axis = axisIn(axes, others)
  const [from = '', to = ''] = halves(head.slice('motion'.length), '->')
  const stateOf = (said: string) => (said === 'any' ? null : stateAt(axis, said))
  return { id, axis: axis?.id ?? '', from: stateOf(from), to: stateOf(to), motion: readMotionLine(scope, others.filter((clause) => !clause.startsWith('axis ')), inside) }
}
