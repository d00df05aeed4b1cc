import { decidedBy, expressionsOfAction, expressionsOfList, expressionsOfTrigger, textFieldsOf, isExpression, lookAt, orElse, restingLooks, stageLooks, type Component, type Value } from '../document'
import { namesIn } from '../expression'
import { isForItems } from './compiled'
import { throughFields } from './field'

/** The names that decide what parts are to be like: those of the expressions in the base look and every other, and the parameters of slots. */
export function namesOfValues(component: Component): readonly string[] {
  const slots = component.parameters.filter(({ type }) => type === 'slot').map(({ name }) => name)
  const looks = restingLooks(component).flatMap((place) => Object.values(lookAt(component, place)))
  const ofParts = component.parts.flatMap((part) => Object.entries(part.base).flatMap(([property, value]) => (isForItems(part, property) ? [] : [value])))
  return throughFields(component, namesOf([...slots, ...textFieldsOf(component).flatMap(({ writes }) => writes ?? [])], [...ofParts, ...looks.flatMap((said) => Object.values(said))].flatMap(expressionsIn)))
}

/** The names a component uses besides those of its values and lists: in conditions, timers, actions, keyframes, axes that are decided, and what it waits to change. */
export function namesOfBehaviour(component: Component): readonly string[] {
  const { rules, axes } = component
  const decided = axes.flatMap((axis) => decidedBy(axis) ?? [])
  const awaited = rules.flatMap(({ trigger }) => (trigger.on === 'changes' ? [trigger.name] : []))
  const ofRules = rules.flatMap(({ guard, trigger, actions }) => [
    guard, ...expressionsOfTrigger(trigger),
    ...actions.flatMap(expressionsOfAction),
  ])
  const ofStages = stageLooks(component).flatMap((place) => Object.values(lookAt(component, place)).flatMap((said) => Object.values(said).flatMap(expressionsIn)))
  const texts = [...ofRules, ...ofStages].filter((text) => text !== null)
  return throughFields(component, namesOf([...decided, ...awaited], texts))
}

/** The names that decide which items the lists of a component have, and what they are given. */
export function namesOfLists(component: Component): ReadonlySet<string> {
  const texts = component.parts.flatMap((part) => (part.kind === 'list' ? [...expressionsOfList(part), ...Object.values(part.base).flatMap(expressionsIn)] : []))
  return new Set(throughFields(component, namesOf([], texts)))
}

const expressionsIn = (value: Value): readonly string[] => (isExpression(value) ? [value.expr] : [])

/** An expression that cannot be read uses no name; whoever works it out says so. */
function namesOf(first: readonly string[], texts: readonly string[]): readonly string[] {
  const names = new Set(first)
  for (const text of texts) for (const name of orElse(() => namesIn(text), [])) names.add(name)
  return [...names]
}
