import { itemAt, type Axis, type Rule, type State } from '../../document'
import { changeState, keptAt, motionEndMs, shownValue, startInstance, type Instance } from '../../machine'
import { isCrossFade, laneEndMs, type Lane, type Shown } from '../../motion'
import type { CheckContext } from './context'
import { stateIn, type Travelled } from '../explore'

/** A change of state that happens in the exploration of a component: from rest, at 0 ms. */
export interface StateChange {
  readonly axis: Axis
  readonly index: number
  readonly from: State
  readonly to: State
  readonly rule: Rule | null
  /** The component before it, at rest, and with everything on its way. */
  readonly before: Instance
  readonly after: Instance
  readonly step: Travelled
}

const known = new WeakMap<CheckContext, readonly StateChange[]>()

/** Every change of state of the component itself, once for each rule and pair of states. */
export function stateChangesIn(context: CheckContext): readonly StateChange[] {
  const found = known.get(context) ?? findChanges(context)
  known.set(context, found)
  return found
}

function findChanges({ stateSpace, root, component }: CheckContext): readonly StateChange[] {
  const { closed } = stateSpace
  const seen = new Set<string>()
  return closed.all('entered').flatMap(({ mark, step }): StateChange[] => {
    const key = `${mark.axis.index} ${mark.from} ${mark.to} ${mark.rule?.id}`
    if (mark.axis.thing !== root || mark.from === mark.to || seen.has(key)) return []
    seen.add(key)
    const axis = itemAt(component.axes, mark.axis.own)
    const states = closed.network.axesOfThing(root).map((net) => stateIn(net, step.from.place.configuration))
    const names = Object.fromEntries([...closed.network.namesOfThing(root)].flatMap(([name, kept]) => {
      const value = kept.domain.valueOf(keptAt(step.to.configuration, kept.at))
      return value === undefined ? [] : [[name, value]]
    }))
    const given = Object.fromEntries(component.axes.map(({ id }, index) => [id, index === mark.axis.own ? itemAt(axis.states, mark.from).id : itemAt(states, index)]))
    const before = startInstance({ path: '', compiled: root.compiled, environment: { ...root.environment, ...names }, states: given, atMs: 0 })
    const after = changeState(before, mark.axis.own, itemAt(axis.states, mark.to).id, mark.rule, 0)
    return [{ axis, index: mark.axis.own, from: itemAt(axis.states, mark.from), to: itemAt(axis.states, mark.to), rule: mark.rule, before, after, step }]
  })
}

/** The lanes of a change that belong to it. */
export const lanesOf = ({ after, index }: StateChange): readonly Lane[] => after.lanes.filter(({ axis }) => axis === index)

/** When a change is at its end, in ms. */
export const endOf = ({ after, index }: StateChange): number => motionEndMs(after, index, 0)

/** The name of a part by its place, in quotes. */
export const partName = ({ compiled }: Instance, part: number): string => `“${itemAt(compiled.parts, part).part.name}”`

/** What a property shows at an instant, as a number where it is one. */
export function numberAt(instance: Instance, { part, property }: Pick<Lane, 'part' | 'property'>, atMs: number): number | null {
  const shown: Shown = shownValue(instance, part, property, atMs)
  return typeof shown === 'number' ? shown : null
}

/** Whether what shows is a text, rather than a number or one text on its way into another. */
export const isWord = (shown: Shown): shown is string => typeof shown === 'string' && !isCrossFade(shown)

/** The instants at which an interruption is tried: at the start, at every eighth, and just before the end. */
export function interruptedAt(lanes: readonly Lane[]): readonly number[] {
  const end = lanes.reduce((last, lane) => Math.max(last, laneEndMs(lane)), 0)
  return end <= 0 ? [] : [...new Set([0, ...[1, 2, 3, 4, 5, 6, 7].map((eighth) => Math.round((end * eighth) / 8)), end - 1])].filter((ms) => ms >= 0)
}

/** The sentence's words for where a change goes. */
export const wayOf = ({ from, to }: Pick<StateChange, 'from' | 'to'>): string => `‹${from.name}› → ‹${to.name}›`
