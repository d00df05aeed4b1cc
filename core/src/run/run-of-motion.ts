import { decidingValue, decidingSettable, orElse, theOne, type Chance, type Component, type Id, type Literal, type Project, type Rule } from '../document'
import { changesBetween, partAt } from '../machine'
import { fireByHand } from './advance'
import { startRun } from './start'
import type { Run } from './run'

/** Of several outcomes the first one is shown. */
const FIRST_OUTCOMES: Chance = { seed: 1, drawn: Array.from({ length: 100 }, () => 0) }

/** A run that is in a rule's source state and has just fired it; null when it cannot be put together. */
export function runOfMotion(project: Project, component: Component, rule: Rule, axis: string, from: string): Run | null {
  return orElse(() => {
    const run = standingIn(project, component, axis, from)
    fireByHand(run, rule)
    return run
  }, null)
}

const standingIn = (project: Project, component: Component, axis: string, from: string): Run =>
  startRun(project, { component: component.id }, { states: { [axis]: from }, parameters: decidingOn(project, component, axis, from), chance: FIRST_OUTCOMES })

/** Everything that a rule changes, by part and property. */
export function movesOfMotion(project: Project, component: Component, rule: Rule, axis: string, from: string): readonly { readonly part: Id; readonly property: string }[] {
  const [before, after] = [orElse(() => standingIn(project, component, axis, from), null), runOfMotion(project, component, rule, axis, from)].map((run) => run?.instances.get(''))
  if (!before || !after) return []
  return changesBetween(before.targets, after.targets).map(({ part, property }) => ({ part: partAt(after.compiled, part).id, property }))
}

/** The variable that decides an axis as it is in a state of it. */
function decidingOn(project: Project, component: Component, axisId: string, state: string): Readonly<Record<string, Literal>> {
  const axis = theOne(component.axes, ({ id }) => id === axisId)
  const variable = decidingSettable(project, component, axis)
  return variable ? { [variable.name]: decidingValue(axis, state, variable.type) } : {}
}
