import { componentOf, propertiesOf, RheoError, rootOf, type Component, type Part, type Project, type Rule, type TriggerKind } from '../document'
import { nameOfTable } from '../expression'
import type { Compiled, CompiledPart, HolderPart, TimerRule } from './compiled'
import { namesOfBehaviour, namesOfLists, namesOfValues } from './names-read'
import { slotsOf } from './slots'
import { spokenIn } from './spoken'
import { Resolver } from './targets'

/** What compiling reads of a project: when these are the same, so is the result. */
interface Cached {
  readonly project: Project
  readonly compiled: Compiled
}

const cache = new WeakMap<Component, Cached>()

/**
 * Compiles a component with everything inside it; asked again for an unchanged one it answers at once.
 * Throws `gone` for an instance of a component that is missing and `contains-itself` for one inside itself.
 */
export function compile(project: Project, component: Component, holders: readonly string[] = []): Compiled {
  if (holders.includes(component.id)) {
    throw new RheoError('contains-itself', `components/${component.id}`, `“${component.name}” would contain itself; a component cannot be inside its own instances.`)
  }
  const known = cache.get(component)
  if (known && isStillGood(known, project)) return known.compiled
  const compiled = build(project, component, [...holders, component.id])
  cache.set(component, { project, compiled })
  return compiled
}

/** `seen` has the components that were looked at already: what holds the same one by many ways would be gone through as often. */
function isStillGood({ project: old, compiled }: Cached, project: Project, seen = new Set<Component>()): boolean {
  if (old === project || seen.has(compiled.component)) return true
  seen.add(compiled.component)
  if (old.tokens !== project.tokens || old.motion !== project.motion || old.variables !== project.variables || old.icons !== project.icons || !areNamedAlike(old.tables, project.tables)) return false
  return compiled.inner.every((inner) => componentOf(project, inner.component.id) === inner.component && isStillGood({ project: old, compiled: inner }, project, seen))
}

/** Whether lists and expressions mean the same tables. */
const areNamedAlike = (some: Project['tables'], others: Project['tables']): boolean =>
  some === others || (some.length === others.length && some.every(({ id, name }, index) => others[index]?.id === id && others[index].name === name))

/** The names of the tables whose records lists show. */
const tablesOfLists = ({ tables }: Project, { parts }: Component): readonly string[] =>
  tables.filter(({ id }) => parts.some((part) => part.kind === 'list' && part.table === id)).map(nameOfTable)

function build(project: Project, component: Component, holders: readonly string[]): Compiled {
  const parts = treeOf(component)
  const inside = parts.flatMap(({ part, index }): HolderPart[] => (isHolder(part) ? [{ part, index }] : []))
  const inner = inside.flatMap(({ part }) => {
    const id = part.kind === 'slot' ? null : part.component
    if (id === null) return []
    const found = componentOf(project, id)
    if (!found) throw new RheoError('gone', `components/${component.id}/parts/${part.id}`, `“${part.name}” is an instance of a component that is gone.`)
    return [compile(project, found, holders)]
  })
  const [ofValues, ofLists] = [namesOfValues(component), new Set([...namesOfLists(component), ...tablesOfLists(project, component)])]
  const ofBehaviour = namesOfBehaviour(component)
  const resolver = new Resolver(project, component, parts, ofValues)
  return {
    project, component, parts, root: rootOf({ parts }), holders: inside, inner: [...new Set(inner)],
    partIndex: new Map(parts.map(({ part, index }) => [part.id, index])),
    rulesOn: rulesByTrigger(component), ...slotted(project, component),
    awaiting: component.rules.filter(({ actions }) => actions.some(({ awaited }) => awaited)),
    spoken: new Map([...spokenIn(project, component)].filter(([name]) => ofBehaviour.includes(name))),
    targetsOf: (situation) => resolver.targetsOf(situation),
    readsPlaces: resolver.readsPlaces,
    valueOf: (property, value, around) => resolver.valueOf(property, value, around),
    reads: new Set([...ofValues, ...ofLists, ...ofBehaviour]),
    listReads: ofLists,
  }
}

const isHolder = (part: Part): part is HolderPart['part'] => part.kind === 'instance' || part.kind === 'slot' || part.kind === 'list'

function treeOf(component: Component): readonly CompiledPart[] {
  const children = new Map<string, CompiledPart[]>()
  const parts = component.parts.map((part, index): CompiledPart => {
    const own: CompiledPart[] = []
    children.set(part.id, own)
    return { index, part, children: own, properties: propertiesOf(part.kind) }
  })
  for (const compiled of parts) {
    if (compiled.part.parent !== null) children.get(compiled.part.parent)?.push(compiled)
  }
  return parts
}

/** The rules that wait for time, with slots after those of the axes, and clocks after theirs. */
function slotted(project: Project, component: Component): Pick<Compiled, 'slots' | 'timers'> {
  const { rules, axes } = component
  const slots = slotsOf(project, component)
  const timers = rules.filter(({ trigger, target }) => (trigger.on === 'after' || trigger.on === 'every') && target.go !== 'ignored')
    .map((rule, index): TimerRule => ({ rule, axis: axes.findIndex(({ id }) => id === rule.axis), slot: slots.size + index, clock: axes.length + index }))
  return { slots: { ...slots, size: slots.size + timers.length }, timers }
}

function rulesByTrigger(component: Component): ReadonlyMap<TriggerKind, readonly Rule[]> {
  const byTrigger = new Map<TriggerKind, Rule[]>()
  for (const rule of component.rules) {
    const rules = byTrigger.get(rule.trigger.on) ?? []
    rules.push(rule)
    byTrigger.set(rule.trigger.on, rules)
  }
  return byTrigger
}

/** A component with all it is made of, each once. */
export function everythingInside(compiled: Compiled): readonly Compiled[] {
  const found = new Set([compiled])
  for (const each of found) for (const inner of each.inner) found.add(inner)
  return [...found]
}
