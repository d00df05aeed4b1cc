import { axisOfProperty, certain, expressionsOfList, isExpression, namesGivenBy, parameterOfProperty, theOne, type Id, type ListPart, type Project, type Rule, type TriggerKind } from '../../document'
import type { Compiled } from '../../machine'
import { isShared, nameOfTable } from '../../expression'
import { recipientsOf } from '../../semantics'
import { isLoose, looseTables } from './loose'
import { namesThatMatter, saidOf } from './names'
import { wayFrom } from './spots'
import { changingTables, tablesChangedBy } from './tables'
import type { Thing } from './things'

const PRESSING: readonly TriggerKind[] = ['tap', 'double tap', 'press', 'release', 'cancel', 'long press', 'drag start', 'drag', 'drag end', 'while dragged', 'wheel', 'scroll', 'pinch']

/**
 * Things in groups that have nothing to do with one another: no message, no variable, no look that puts the one into a
 * state, no event that passes from the one to the other. What is possible in one is so whatever goes on in another, so
 * that looking at all costs the sum and not the product. Items that can never come are left out.
 */
export function independentGroups(project: Project, things: readonly Thing[]): readonly (readonly Thing[])[] {
  const groups = new Map(things.map((thing) => [thing, thing]))
  const find = (thing: Thing): Thing => {
    const of = certain(groups.get(thing))
    return of === thing ? thing : find(of)
  }
  const join = (a: Thing, b: Thing) => groups.set(find(a), find(b))
  const matters = namesThatMatter(things)
  for (const thing of things) {
    for (const { thing: around, part } of thing.part === null || thing.holder === null ? [] : wayFrom(thing.holder, thing.part)) if (passesOn(thing, around, part)) join(thing, around)
    if (thing.holder && isHandled(thing, thing.holder, certain(matters.get(thing)))) join(thing, thing.holder)
    for (const other of heardBy(thing, things)) join(thing, other)
  }
  for (const name of [...project.variables.map(({ name }) => name), ...[...changingTables(project)].filter((table) => !looseTables(project).has(table))]) {
    const reading = things.filter((thing) => certain(matters.get(thing)).has(name) && isShared(project, thing.compiled.component, name))
    const setting = things.filter((thing) => setsOf(thing).has(name) && isShared(project, thing.compiled.component, name))
    if (setting.length > 0 && reading.length > 0) for (const thing of [...setting, ...reading]) join(thing, certain(reading[0]))
  }
  const found = new Map<Thing, Thing[]>()
  for (const thing of things) if (thing.startsThere || isLoose(thing) || (thing.holder !== null && find(thing) === find(thing.holder))) found.set(find(thing), [...(found.get(find(thing)) ?? []), thing])
  return [...found.values()]
}

/** Whether an event on a thing can be consumed before it reaches a part of what is around it. */
function passesOn(thing: Thing, around: Thing, part: Id | null): boolean {
  const heard = around.compiled.component.rules.filter((rule) => rule.part === part)
  const keysOf = (rules: readonly Rule[]) => rules.flatMap(({ trigger }) => (trigger.on === 'key' || trigger.on === 'key up' ? [trigger.key] : []))
  const keys = keysOf(heard)
  return (heard.some(({ trigger }) => PRESSING.includes(trigger.on)) && PRESSING.some((kind) => thing.compiled.rulesOn.has(kind)))
    || keysOf(thing.compiled.component.rules).some((key) => (key === null ? keys.length > 0 : keys.includes(key) || keys.includes(null)))
}

/** Whether what a holder is like decides what a thing does. */
function isHandled(thing: Thing, holder: Thing, needed: ReadonlySet<string>): boolean {
  const { component } = holder.compiled
  const part = theOne(component.parts, ({ id }) => id === thing.part)
  if (part.kind === 'list' ? !isLoose(thing) && (expressionsOfList(part).length > 0 || isListChanging(thing.project, part)) : thing.isItem) return true
  if (component.rules.some(({ actions }) => actions.some((action) => action.do === 'drive' && action.instance === thing.step))) return true
  if (holder.compiled.rulesOn.get('settled')?.some(({ trigger }) => trigger.on === 'settled' && trigger.inside === true)) return true
  if ([...holder.compiled.spoken.values()].some((said) => said.part === thing.part)) return true
  const changing = (id: string) => saidOf(component, id).filter(([property, value]) => isExpression(value) || part.base[property] !== value || id !== thing.part)
  const hands = changing(part.id).some(([property]) => {
    const parameter = thing.compiled.component.parameters.find(({ id }) => id === parameterOfProperty(property))
    return axisOfProperty(property) !== null || (parameter !== undefined && needed.has(parameter.name))
  })
  return hands || ancestry(holder, part.id).some((id) => changing(id).some(([property]) => property === 'visible' || property === 'receivesInput'))
}

/** Whether records come to a list, go or become others. */
const isListChanging = (project: Project, { table }: ListPart): boolean =>
  project.tables.some((each) => each.id === table && changingTables(project).has(nameOfTable(each)))

/** A part and those around it in its component. */
function ancestry({ compiled }: Pick<Thing, 'compiled'>, part: string): readonly string[] {
  const parent = compiled.component.parts.find(({ id }) => id === part)?.parent ?? null
  return parent === null ? [part] : [part, ...ancestry({ compiled }, parent)]
}

/** The things that hear what a thing says. */
function heardBy(thing: Thing, things: readonly Thing[]): readonly Thing[] {
  const listening = things.filter(({ compiled }) => compiled.rulesOn.has('message'))
  return thing.compiled.component.rules.flatMap(({ actions }) => actions.flatMap((action) => {
    if (action.do !== 'send') return []
    const paths = recipientsOf(listening.map(({ path }) => path), thing.path, action.recipient)
    return listening.filter(({ path, compiled }) => paths.includes(path) && certain(compiled.rulesOn.get('message')).some(({ trigger }) => trigger.on === 'message' && trigger.name === action.message))
  }))
}

/** The variables a thing gives values to, and the tables it changes. */
export function setsOf({ project, compiled: { component } }: { readonly project: Project; readonly compiled: Pick<Compiled, 'component'> }): ReadonlySet<string> {
  const tied = component.axes.flatMap(({ boundTo }) => (boundTo !== null && 'variable' in boundTo ? [boundTo.variable] : []))
  return new Set([...namesGivenBy(component), ...tied, ...tablesChangedBy(project, component).map(nameOfTable)])
}

/** The same for groups that behave alike: of the same components, with the same values for what matters, placed alike. */
export function signatureOf(group: readonly Thing[]): string {
  const matters = namesThatMatter(group)
  const places = new Map(group.map((thing, index) => [thing, index]))
  return JSON.stringify(group.map((thing) => [
    thing.compiled.component.id, thing.holder && places.get(thing.holder), thing.isItem, thing.startsThere, thing.states,
    [...certain(matters.get(thing))].toSorted().map((name) => [name, thing.environment[name]]),
    thing.holder && places.has(thing.holder) ? thing.step : '',
  ]))
}
