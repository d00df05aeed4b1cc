import { isSameList, type Id } from '../../document'
import type { Compiled } from '../../machine'
import type { Thing } from '../explore'
import { changesText } from './asked-records'
import { fillersOf } from './fillers'
import type { StateSpace } from './state-space'

/** The states each thing of a group never comes to, by axis. */
export type NeverReached = readonly ReadonlyMap<Id, readonly Id[]>[]

interface Remembered {
  readonly follows: readonly unknown[]
  readonly byName: Map<string, NeverReached>
}

const remembered = new WeakMap<Compiled, Remembered>()

/**
 * The states the things of a state space never come to, whatever comes from outside; null where not all was looked at.
 * Of one instance with what is inside it that is remembered by `name`, which is the same for what behaves alike, on whatever screen.
 */
export function neverReached(stateSpace: StateSpace, name: string): NeverReached | null {
  const { project, root: { compiled }, things } = stateSpace
  if (!areOneInstance(things)) return lookedFor(stateSpace)
  const follows = [project.tables, changesText(project), ...fillersOf(project, compiled)]
  const last = remembered.get(compiled)
  const { byName } = last && isSameList(last.follows, follows) ? last : { byName: new Map<string, NeverReached>() }
  remembered.set(compiled, { follows, byName })
  const never = byName.get(name) ?? lookedFor(stateSpace)
  if (never) byName.set(name, never)
  return never
}

/** Whether all of them are one instance and what stands inside it; what a screen itself does is its own. */
const areOneInstance = ([root, ...others]: readonly Thing[]): boolean =>
  root !== undefined && root.holder !== null && others.every(({ holder }) => holder === root || others.some((each) => each === holder))

function lookedFor({ things, closed, open }: StateSpace): NeverReached | null {
  if (!closed.isFinished || !open.isFinished) return null
  return things.map((thing) => new Map(thing.compiled.component.axes.map(({ id, states }) => {
    const axis = open.network.axisOf(thing, id)
    return [id, axis ? states.filter((state) => !open.isReached(axis, state.id)).map((state) => state.id) : []]
  })))
}
