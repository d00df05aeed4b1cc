import type { Axis, Component } from '../component'
import { decidingVariable, isDeciding } from '../decided'
import type { Project } from '../project'
import { withExpressions, type Rule } from '../rule'
import type { Id } from '../value'
import { literally } from '../word'
import { batch, type Edit } from './edit'
import { inProject, inside, setAt } from './place'
import { renameAxis } from './axis-edits'
import { renameGroup, renameState } from './state-edits'
import { rulePath, setAction, type RuleOwner } from './rule-edits'

/** A name as one word of an expression, as `wordOf` of the expression language has it. */
type Word = (name: string) => string

/** Renames a state with every condition and action that asks for it, in its component and in whatever holds that. */
export const renameStateSpokenOf = (project: Project, component: Component, axis: Axis, state: Id, name: string, word: Word): Edit =>
  batch(renameState(component.id, axis.id, state, name), ...deciding(project, component, axis, nameOf(axis.states, state), name), ...spoken(project, component, `is\\(\\s*{}${literally(word(axis.name))}\\s*,\\s*${literally(word(nameOf(axis.states, state)))}\\s*\\)`, (before) => `is(${before}${word(axis.name)}, ${word(name)})`, word))

/** What sets or holds the name of a state in the variable that decides its axis, with another name. */
function deciding(project: Project, component: Component, axis: Axis, from: string, to: string): readonly Edit[] {
  const variable = decidingVariable(project, component, axis)
  if (variable?.type !== 'text' && variable?.type !== 'choice') return []
  const own = component.variables.includes(variable) ? inProject('components', component.id, 'variables', variable.id) : inProject('variables', variable.id)
  return [
    ...component.rules.flatMap(({ id, actions }) => actions.flatMap((action): Edit[] =>
      (action.do === 'set' && isDeciding(axis, action) && action.to === JSON.stringify(from) ? [setAction(component.id, id, { ...action, to: JSON.stringify(to) })] : []))),
    ...(variable.start === from ? [setAt(inside(own, 'start'), to)] : []),
    ...(variable.choices?.includes(from) ? [setAt(inside(own, 'choices'), variable.choices.map((each) => (each === from ? to : each)))] : []),
  ]
}

/** Renames a group in the same way. */
export const renameGroupSpokenOf = (project: Project, component: Component, axis: Axis, group: Id, name: string, word: Word): Edit =>
  batch(renameGroup(component.id, axis.id, group, name), ...spoken(project, component, `in\\(\\s*{}${literally(word(nameOf(axis.groups ?? [], group)))}\\s*\\)`, (before) => `in(${before}${word(name)})`, word))

/** Renames an axis in the same way. */
export const renameAxisSpokenOf = (project: Project, component: Component, axis: Axis, name: string, word: Word): Edit =>
  batch(renameAxis(component.id, axis.id, name), ...spoken(project, component, `is\\(\\s*{}${literally(word(axis.name))}(?=\\s*,)`, (before) => `is(${before}${word(name)}`, word))

const nameOf = (of: readonly { readonly id: Id; readonly name: string }[], id: Id): string => of.find((each) => each.id === id)?.name ?? ''

/** What rules say by a pattern, said otherwise: in a component by itself, in what holds it with the name of the part before a dot; `{}` is where that stands. */
function spoken(project: Project, component: Component, pattern: string, said: (before: string) => string, word: Word): readonly Edit[] {
  const own = renamed({ owner: component.id, rules: component.rules }, new RegExp(pattern.replace('{}', ''), 'g'), said(''))
  const holders = [...project.components.map((each) => ({ owner: each.id, ...each })), ...project.screens.map((each) => ({ owner: { screen: each.id }, ...each }))]
  return [...own, ...holders.flatMap(({ owner, parts, rules }) => parts.filter((part) => part.kind === 'instance' && part.component === component.id).flatMap(({ name }) =>
    renamed({ owner, rules }, new RegExp(pattern.replace('{}', literally(`${word(name)}.`)), 'g'), said(`${word(name)}.`))))]
}

function renamed({ owner, rules }: { readonly owner: RuleOwner; readonly rules: readonly Rule[] }, from: RegExp, to: string): readonly Edit[] {
  const within = (text: string) => text.replace(from, () => to)
  return rules.flatMap((rule): readonly Edit[] => [
    ...(rule.guard !== null && within(rule.guard) !== rule.guard ? [setAt(inside(rulePath(owner, rule.id), 'guard'), within(rule.guard))] : []),
    ...rule.actions.flatMap((action) => {
      const next = withExpressions(action, within)
      return next === action ? [] : [setAction(owner, rule.id, next)]
    }),
  ])
}
