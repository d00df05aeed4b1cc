import { axisOf, certain, firstOf, itemAt, rootOf, type Id, type Screen } from '../../../document'
import type { StateSpace } from '../../ground/state-space'
import { stateNames, type ComponentCheck } from '../../ground/context'
import { endlessImmediateLoop, endlessLoopsIn } from '../timing/endless-immediate-loop'
import type { Thing } from '../../explore'
import type { Finding } from '../../model/finding'
import { cutShortIn, mayBeCutShort } from '../timing/may-be-cut-short'
import { neverCompletes, neverSettledIn } from '../timing/never-completes'
import type { ScreenCheck } from '../../ground/screen-context'
import { racesIn, timersRace } from '../timing/timers-race'
import { twoHandsOnOne, undoingIn } from './two-hands-on-one'

/** A question about some things and all that can become of them. */
type StateSpaceCheck = (stateSpace: StateSpace) => readonly Finding[]

const followed = (check: (stateSpace: StateSpace, thing: Thing, axis: Thing['compiled']['component']['axes'][number]) => readonly Finding[]): StateSpaceCheck => (stateSpace) =>
  stateSpace.things.flatMap((thing) => thing.compiled.component.axes.flatMap((axis) => (axis.states.length > 1 ? check(stateSpace, thing, axis) : [])))

/** What a check of components finds on a screen only because several things there have to do with one another. */
const together = ({ name, levels, means }: ComponentCheck, check: StateSpaceCheck): ScreenCheck => ({
  name, scope: 'screen', levels, means,
  finds: ({ screen, groups }) =>
    groups.filter(({ isFirst, things }) => isFirst && things.filter(({ holder }) => holder?.holder === null || holder === null).length > 1)
      .flatMap(({ stateSpace }) => check(stateSpace)).map((finding) => here(screen, finding)),
})

export const WRONG_TOGETHER: readonly ScreenCheck[] = [
  together(endlessImmediateLoop, endlessLoopsIn), together(timersRace, racesIn), together(twoHandsOnOne, undoingIn),
  together(neverCompletes, followed(neverSettledIn)), together(mayBeCutShort, followed(cutShortIn)),
]

const here = (screen: Screen, finding: Finding): Finding => ({ ...finding, id: `${screen.id} ${finding.id} ${finding.about.instance ?? ''}`, about: { ...finding.about, screen: screen.id } })

/** States that never come on a screen, though the same component comes to them elsewhere: nothing there leads to them. */
export const unreachableHere: ScreenCheck = {
  name: 'state-unreachable', scope: 'screen', levels: ['note'],
  means: 'nothing on the screen brings the state about',
  finds: ({ screen, groups }) =>
    groups.flatMap(({ things, isFirst, never }) => (isFirst && never ? things.flatMap((thing, index) => missingOf(screen, thing, itemAt(never, index))) : [])),
}

function missingOf(screen: Screen, thing: Thing, never: ReadonlyMap<Id, readonly Id[]>): readonly Finding[] {
  const { component } = thing.compiled
  if (thing.holder === null || thing.holder.holder !== null) return []
  return component.axes.flatMap((axis): Finding[] => {
    const missing = never.get(axis.id) ?? []
    if (missing.length === 0 || certain(axisOf(component, axis.id)).boundTo !== null) return []
    return [{
      id: `state-unreachable ${screen.id} ${thing.path} ${axis.id}`,
      kind: 'state-unreachable', level: 'note',
      sentence: `On “${screen.name}”, ${component.name} never comes to ${stateNames(axis, missing)}.`,
      about: { component: component.id, screen: screen.id, instance: thing.path, axis: axis.id, state: firstOf(missing), states: missing },
      remedy: null, witness: null, numbers: { states: missing.length },
    }]
  })
}

/** Instances that stand beyond the edge of their screen, wholly, where nobody can see or reach them. */
export const outsideScreen: ScreenCheck = {
  name: 'leaves-bounds', scope: 'screen', levels: ['risk'],
  means: 'stands beyond the edge of its screen',
  finds: ({ screen }) =>
    screen.parts.flatMap((part): Finding[] => {
      const { x, y } = part.base
      if (part.kind !== 'instance' || part.parent !== rootOf(screen).id || typeof x !== 'number' || typeof y !== 'number') return []
      if (x < screen.width && y < screen.height) return []
      return [{
        id: `leaves-bounds ${screen.id} ${part.id}`, kind: 'leaves-bounds', level: 'risk',
        sentence: `“${part.name}” stands beyond the edge of “${screen.name}”, where nobody can see or reach it.`,
        about: { screen: screen.id, instance: part.id }, remedy: null, witness: null, numbers: { x, y },
      }]
    }),
}
