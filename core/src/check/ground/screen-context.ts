import type { Check } from '../model/check'
import { firstOf, isSameList, orElse, type Id, type Project, type Screen } from '../../document'
import { compile, everythingInside, surfaceComponent, type Compiled } from '../../machine'
import { StateSpace } from './state-space'
import type { CheckOptions } from './context'
import { fillersOf } from './fillers'
import { neverReached, type NeverReached } from './never-reached'
import { independentGroups, MemoryAllowance, setsOf, signatureOf, thingsOn, thingsOnSurface, type Network, type Outside, type Thing } from '../explore'
import { isComeTo } from '../explore/leads'
import { fromAnywhere } from './outside'

/** What stands on a screen, in groups that have nothing to do with one another. */
export interface ScreenContext {
  readonly project: Project
  readonly screen: Screen
  readonly things: readonly Thing[]
  /** The groups; those that behave alike share a state space. */
  readonly groups: readonly GroupOnScreen[]
}

/** Some things on a screen that have to do with one another. */
export interface GroupOnScreen {
  readonly things: readonly Thing[]
  readonly stateSpace: StateSpace
  /** No group before it behaves like it. */
  readonly isFirst: boolean
  /** The states its things never come to; null where it could not all be looked at. */
  readonly never: NeverReached | null
}

/** A question about what stands on a screen together; what is so of a component alone is said there. */
export type ScreenCheck = Check<readonly [ScreenContext], 'screen'>

/** Throws `gone` or `contains-itself` when the screen cannot be put together. */
export function screenContext(project: Project, screen: Screen, options: CheckOptions = {}): ScreenContext {
  const surface = { screen: screen.id }
  const things = thingsOnSurface(project, surface)
  const elsewhere = fromElsewhere(project, screen)
  const comeTo = elsewhereText(elsewhere)
  const alike = new Map<string, StateSpace>()
  const memory = new MemoryAllowance()
  const groups = independentGroups(project, things).map((group): GroupOnScreen => {
    const signature = signatureOf(group)
    const known = alike.get(signature)
    const stateSpace = known ?? new StateSpace(project, surface, group, { ...options, memory, outside: (network) => occasionsOf(elsewhere, network) })
    alike.set(signature, stateSpace)
    return { things: group, stateSpace, isFirst: known === undefined, get never() { return neverReached(stateSpace, `${signature} ${comeTo}`) } }
  })
  return { project, screen, things, groups }
}

/** What can come to a screen from beyond it. */
export interface FromElsewhere {
  /** The variables everyone shares that something on other screens gives values to, or a way into this one. */
  readonly set: ReadonlySet<string>
  /** Whoever has left it can come to it again. */
  readonly isComeTo: boolean
}

/** What can come to a screen from the others, and by its entry points. */
export const fromElsewhere = (project: Project, screen: Screen): FromElsewhere => ({
  set: new Set([...[...settersIn(project)].flatMap(([name, { isOne, first }]) => (isOne && first === screen.id ? [] : [name])), ...(screen.entryPoints ?? []).flatMap(({ variables }) => Object.keys(variables))]),
  isComeTo: isComeTo(project, screen),
})

/** The same in words: screens of which they are the same are come to alike. */
export const elsewhereText = ({ set, isComeTo }: FromElsewhere): string => `${[...set].toSorted().join(' ')}${isComeTo ? ', again' : ''}`

/** The same as occasions: coming to a screen again, and other values that variables everyone shares can have then, or get while an overlay lies over it. */
function occasionsOf({ set, isComeTo }: FromElsewhere, network: Network): Outside {
  const names = fromAnywhere(network, firstOf(network.things), () => NOWHERE).filter((occasion) => occasion.what === 'name' && occasion.name.thing === null && set.has(occasion.name.name))
  return [...names, ...(isComeTo ? [{ what: 'return' } as const] : [])]
}

const NOWHERE: ReadonlySet<Id> = new Set()

/** Where a variable is given values: on one screen, or on further ones than the first as well. */
interface Setters {
  readonly first: Id
  readonly isOne: boolean
}

const setters = new WeakMap<Project, ReadonlyMap<string, Setters>>()

function settersIn(project: Project): ReadonlyMap<string, Setters> {
  const known = setters.get(project)
  if (known) return known
  const found = new Map<string, Setters>()
  for (const screen of project.screens) for (const name of setsOn(project, screen)) found.set(name, { first: found.get(name)?.first ?? screen.id, isOne: !found.has(name) })
  setters.set(project, found)
  return found
}

interface KnownSets {
  readonly follows: readonly unknown[]
  readonly sets: readonly string[]
}

const known = new WeakMap<Compiled, KnownSets>()

/** The variables that something on a screen gives values to. A screen is looked through once for as long as all that stands there stays what it is. */
function setsOn(project: Project, screen: Screen): readonly string[] {
  return orElse(() => {
    const compiled = compile(project, surfaceComponent(project, { screen: screen.id }))
    const fillers = fillersOf(project, compiled)
    const follows = [project.tables, ...fillers]
    const last = known.get(compiled)
    if (last && isSameList(last.follows, follows)) return last.sets
    const sets = [...new Set((fillers.length > 0 ? thingsOn(project, compiled).map((thing) => thing.compiled) : everythingInside(compiled)).flatMap((each) => [...setsOf({ project, compiled: each })]))]
    known.set(compiled, { follows, sets })
    return sets
  }, [])
}
