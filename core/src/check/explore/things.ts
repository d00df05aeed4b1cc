import { componentOf, componentsOn, LIMITS, RheoError, screenOf, stateOf, type Id, type Project, type Screen } from '../../document'
import { nameOfTable, startEnvironment, type Environment } from '../../expression'
import { compile, contentsOf, isModal, NO_CONTENTS, NOTHING_GIVEN, overlayComponent, pathInside, recordIn, startInstance, surfaceComponent, surfacePath, type Compiled, type Content, type Surface } from '../../machine'
import type { ItemOf } from '../../semantics'
import { ledTo } from './leads'
import { saidOf } from './names'
import { addedIds } from './tables'

/** An instance that can stand on a surface: the surface itself, what stands on it, what stands inside that, items of lists that may come. */
export interface Thing {
  readonly index: number
  readonly path: string
  /** As it is now; what is compiled may have been so of an earlier one. */
  readonly project: Project
  readonly compiled: Compiled
  readonly holder: Thing | null
  /** The last step of its path, and the part of its holder it goes by. */
  readonly step: string
  readonly part: Id | null
  /** It comes and goes: with a list, or as what fills a slot. */
  readonly isItem: boolean
  readonly startsThere: boolean
  /** What its names stand for at first. */
  readonly environment: Environment
  /** The states its axes begin in. */
  readonly states: readonly Id[]
  /** What it is shown as, of a screen or overlay that comes and goes because several are looked at together. */
  readonly shown: ShownSurfaceThing | null
}

/** A screen or overlay among others. */
export interface ShownSurfaceThing {
  readonly screen: Id
  readonly kind: 'screen' | 'overlay'
  /** Nothing beneath it answers. */
  readonly isModal: boolean
  /** The run begins there. */
  readonly isStart: boolean
}

/** Every instance there can be on a surface, what holds others before them, in the order a run puts them there. Throws `too-large` beyond `LIMITS.checkedInstances`. */
export function thingsOn(project: Project, compiled: Compiled): readonly Thing[] {
  return placed(project, compiled, { path: '', shown: null, before: [] })
}

/** Every instance there can be on any screen or overlay one can come to from a screen, surface by surface. Throws as `thingsOn` does. */
export function thingsOfPrototype(project: Project, start: Id): readonly Thing[] {
  const found = screensFrom(project, start)
  const size = { width: found[0]?.width ?? 0, height: found[0]?.height ?? 0 }
  return found.reduce<readonly Thing[]>((before, screen) => {
    const isStart = screen.id === start
    const component = screen.kind === 'overlay' ? overlayComponent(screen, size) : surfaceComponent(project, { screen: screen.id })
    const shown: ShownSurfaceThing = { screen: screen.id, kind: screen.kind, isModal: screen.kind === 'screen' || isModal(screen), isStart }
    return [...before, ...placed(project, compile(project, component), { path: isStart ? '' : surfacePath(screen.id), shown, before })]
  }, [])
}

/** The record that a thing shows where it is an item of a list; null for what is none. */
export function itemOfThing({ tables }: Project, { holder, part, step }: Thing): ItemOf | null {
  const list = holder?.compiled.component.parts.find(({ id }) => id === part)
  const table = list?.kind === 'list' ? tables.find(({ id }) => id === list.table) : undefined
  return list && table ? { table, record: recordIn(step, list.id) } : null
}

/** What a thing stands on, however deep. */
export const surfaceThing = (thing: Thing): Thing => (thing.holder ? surfaceThing(thing.holder) : thing)

/** The screens and overlays that rules lead to from one, that one first. */
export function screensFrom(project: Project, start: Id): readonly Screen[] {
  const found = new Set([start])
  for (const id of found) {
    const screen = screenOf(project, id)
    if (screen) for (const to of ledTo([...screen.rules, ...componentsOn(project, screen).flatMap(({ rules }) => rules)])) found.add(to)
  }
  return [...found].flatMap((id) => screenOf(project, id) ?? [])
}

interface Where {
  readonly path: string
  readonly shown: ShownSurfaceThing | null
  /** What stands elsewhere. */
  readonly before: readonly Thing[]
}

function placed(project: Project, compiled: Compiled, { path: rootPath, shown, before }: Where): readonly Thing[] {
  const things: Thing[] = []
  const place = (thing: Omit<Thing, 'index' | 'states'>, states: Readonly<Record<Id, Id>>, chain: readonly Id[]): void => {
    const start = startInstance({ path: thing.path, compiled: thing.compiled, environment: thing.environment, states: known(thing.compiled, states), atMs: 0 })
    const placed: Thing = { ...thing, index: before.length + things.length, states: start.states }
    things.push(placed)
    if (before.length + things.length > LIMITS.checkedInstances) throw new RheoError('too-large', placed.path, `More than ${LIMITS.checkedInstances.toLocaleString('en')} instances stand on it, or can: that is more than checks look at.`)
    const present = new Set(contentsIn(project, placed, placed.states, placed.environment, chain).map(({ step }) => step))
    for (const content of everyContent(project, placed, chain)) {
      const environment = startEnvironment(project, content.compiled.component)
      for (const [name, value] of Object.entries(content.parameters)) if (value !== undefined) environment[name] = value
      const path = pathInside(placed.path, content.step)
      const item = { isItem: content.part.kind === 'list' || isRefilled(placed, content), startsThere: placed.startsThere && present.has(content.step) }
      place({ path, project, compiled: content.compiled, holder: placed, step: content.step, part: content.part.id, ...item, environment, shown: null }, content.states, [...chain, content.compiled.component.id])
    }
  }
  const environment = startEnvironment(project, compiled.component)
  place({ path: rootPath, project, compiled, holder: null, step: '', part: null, isItem: false, startsThere: true, environment, shown }, {}, [compiled.component.id])
  return things
}

const known = ({ component }: Compiled, states: Readonly<Record<Id, Id>>): Readonly<Record<Id, Id>> =>
  Object.fromEntries(Object.entries(states).filter(([axis, state]) => component.axes.some((each) => each.id === axis && stateOf(each, state))))

/** What a thing holds in a situation, as its look has it. */
export function contentsIn(project: Project, { compiled }: Pick<Thing, 'compiled'>, states: readonly Id[], environment: Environment, chain: readonly Id[] = []): readonly Content[] {
  if (compiled.holders.length === 0) return []
  const { values } = compiled.targetsOf({ states, environment, given: NOTHING_GIVEN, contents: NO_CONTENTS, isAbsent: false })
  return contentsOf(project, { compiled, environment, values, chain })
}

/** Whether what something is in is a slot that can be filled otherwise. */
const isRefilled = ({ compiled: { component } }: Thing, { part, compiled }: Content): boolean =>
  part.kind === 'slot' && saidOf(component, part.id).some(([property, value]) => property === 'content' && value !== compiled.component.id)

/** What a thing knows, with every record its lists may come to show. */
function withAdded(project: Project, { environment, compiled }: Thing): Environment {
  const shown = project.tables.filter((table) => compiled.listReads.has(nameOfTable(table)))
  return { ...environment, ...Object.fromEntries(shown.map((table) => [nameOfTable(table), { ...table, records: [...table.records, ...addedIds(project, table).map((id) => ({ id, cells: {} }))] }])) }
}

/** What a thing can hold: with a list, an item for each record there is or can be, whatever its filter says. */
function everyContent(project: Project, thing: Thing, chain: readonly Id[]): readonly Content[] {
  const holders = thing.compiled.holders.map((holder) => (holder.part.kind === 'list' ? { ...holder, part: { ...holder.part, filter: null, order: [], most: Infinity } } : holder))
  const isFull = holders.every(({ part }) => part.kind !== 'list' || part.component === null || componentOf(project, part.component) !== undefined)
  return isFull ? contentsIn(project, { compiled: { ...thing.compiled, holders } }, thing.states, withAdded(project, thing), chain) : []
}

/** Every instance there can be on a surface. Throws `gone` or `contains-itself` when it cannot be put together. */
export const thingsOnSurface = (project: Project, surface: Surface): readonly Thing[] =>
  thingsOn(project, compile(project, surfaceComponent(project, surface)))
