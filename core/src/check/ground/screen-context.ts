import type { Check } from '../model/check'
import { firstOf, orElse, type Id, type Project, type Screen } from '../../document'
import { StateSpace } from './state-space'
import type { CheckOptions } from './context'
import { independentGroups, MemoryAllowance, setsOf, signatureOf, thingsOnSurface, type Network, type Outside, type Thing } from '../explore'
import { isComeTo } from '../explore/leads'
import { fromAnywhere } from './outside'

/** What stands on a screen, in groups that have nothing to do with one another. */
export interface ScreenContext {
  readonly project: Project
  readonly screen: Screen
  readonly things: readonly Thing[]
  /** The groups; those that behave alike share an state space. */
  readonly groups: readonly { readonly things: readonly Thing[]; readonly stateSpace: StateSpace; readonly isFirst: boolean }[]
}

/** A question about what stands on a screen together; what is so of a component alone is said there. */
export type ScreenCheck = Check<readonly [ScreenContext], 'screen'>

/** Throws `gone` or `contains-itself` when the screen cannot be put together. */
export function screenContext(project: Project, screen: Screen, options: CheckOptions = {}): ScreenContext {
  const surface = { screen: screen.id }
  const things = thingsOnSurface(project, surface)
  const alike = new Map<string, StateSpace>()
  const memory = new MemoryAllowance()
  const groups = independentGroups(project, things).map((group) => {
    const signature = signatureOf(group)
    const known = alike.get(signature)
    const stateSpace = known ?? new StateSpace(project, surface, group, { ...options, memory, outside: (network) => fromOtherScreens(project, screen, network) })
    alike.set(signature, stateSpace)
    return { things: group, stateSpace, isFirst: known === undefined }
  })
  return { project, screen, things, groups }
}

/** Coming to a screen again, and other values that variables everyone shares can have then, or get while an overlay lies over it. */
function fromOtherScreens(project: Project, screen: Screen, network: Network): Outside {
  const others = project.screens.filter(({ id }) => id !== screen.id)
  const set = new Set(others.flatMap((other) => setsOn(project, other)))
  const root = firstOf(network.things)
  const names = fromAnywhere(network, root, () => NOWHERE).filter((occasion) => occasion.what === 'name' && occasion.name.thing === null && (set.has(occasion.name.name) || (screen.entryPoints ?? []).some(({ variables }) => occasion.name.name in variables)))
  return [...names, ...(isComeTo(project, screen) ? [{ what: 'return' } as const] : [])]
}

const NOWHERE: ReadonlySet<Id> = new Set()

const known = new WeakMap<Project, Map<Screen, readonly string[]>>()

/** The variables that something on a screen gives values to; each screen of a project is looked through once. */
function setsOn(project: Project, screen: Screen): readonly string[] {
  const ofProject = known.get(project) ?? new Map<Screen, readonly string[]>()
  const sets = ofProject.get(screen) ?? orElse(() => [...new Set(thingsOnSurface(project, { screen: screen.id }).flatMap((thing) => [...setsOf(thing)]))], [])
  known.set(project, ofProject.set(screen, sets))
  return sets
}
