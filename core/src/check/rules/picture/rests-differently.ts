import { sameValue, type InputAction } from '../../../document'
import { keptAt } from '../../../machine'
import { advanceTo, drawList, forkFromHere, send, type Run } from '../../../run'
import { pointOn } from '../../../scene'
import { type StateSpace } from '../../ground/state-space'
import type { ComponentCheck, PrototypeCheck } from '../../ground/context'
import { firstDifference } from '../../ground/difference'
import type { Enacted, Travelled } from '../../explore'
import { after } from '../../explore'
import type { About, Finding } from '../../model/finding'
import { prototypeContext } from '../../ground/prototype'
import { confirmed, witnessOf } from '../../ground/witness'

/** So many places that are come to in several ways are looked at, and so many ways into each. */
const MOST = { places: 12, ways: 3 } as const

/** How long is waited for everything to come to rest. */
const REST_MS = 4000

/** Two ways into the same states and values that come to rest in different pictures. */
export const restsDifferently: ComponentCheck = {
  name: 'rests-differently', scope: 'component', levels: ['risk'],
  means: 'two ways into the same states and values come to rest in different pictures; both are played side by side',
  finds: ({ component, stateSpace, resting }) => {
    const about = { component: component.id }
    const dragged = resting.all.flatMap(({ enacted }) => draggedFrom(stateSpace, enacted))
    return [...findingsFor(stateSpace, about, component.name, dragged), ...findingsFor(stateSpace, about, component.name, differentWays(stateSpace))].slice(0, 1)
  },
}

/** The same from the start through the whole prototype. */
export const prototypeRestsDifferently: PrototypeCheck = {
  name: 'rests-differently', scope: 'prototype', levels: ['risk'],
  means: 'two ways into the same screens, states and values come to rest in different pictures',
  finds: (project, options) => {
    const context = prototypeContext(project, options)
    if (!context) return []
    const { navigation } = context
    return findingsFor(navigation, { screen: context.start }, project.name, differentWays(navigation)).slice(0, 1)
  },
}

/** Two ways to come to rest, each as a run that has. */
interface TwoWays {
  readonly first: Enacted
  readonly second: Enacted
}

function findingsFor(stateSpace: StateSpace, about: About, name: string, pairs: readonly TwoWays[]): readonly Finding[] {
  return pairs.flatMap(({ first, second }): Finding[] => {
    const [a, b] = [atRest(first.run), atRest(second.run)]
    if (!a || !b || !isSameWorld(a, b)) return []
    const difference = firstDifference(drawList(a), drawList(b)) ?? firstDifference(drawList(b), drawList(a)) ?? orderDifference(a, b)
    if (difference === null) return []
    const [witness, beside] = ([[first, a], [second, b]] as const).map(([{ inputs, chance }, run]) =>
      confirmed(stateSpace.project, witnessOf({ surface: stateSpace.surface, inputs, chance, lookAtMs: run.nowMs, caption: `${difference}, in the same states` }), () => true))
    return [{
      id: `rests-differently ${about.component ?? about.screen ?? ''}`, kind: 'rests-differently', level: 'risk',
      sentence: `Two ways in “${name}” come to the same states and values, and rest in different pictures: ${difference} differs.`,
      about, remedy: null, witness: witness ?? null, ...(beside ? { beside } : {}), numbers: {},
    }]
  })
}

/** Places that are alike in states and values, each with some of the ways into them. */
function differentWays(stateSpace: StateSpace): readonly TwoWays[] {
  const { closed } = stateSpace
  const { network } = closed
  const ways = new Map<string, Travelled[]>()
  for (const step of closed.steps) {
    const { configuration } = step.to
    const key = [...network.axes.map(({ at }) => at), ...network.names.map(({ at }) => at), ...[...network.items.values()].map(({ at }) => at)].map((at) => keptAt(configuration, at)).join(' ')
    const known = ways.get(key) ?? []
    if (known.length < MOST.ways && !known.some(({ from, to }) => from.place === step.from.place && to === step.to)) known.push(step)
    ways.set(key, known)
  }
  return [...ways.values()].filter((known) => known.length > 1).slice(0, MOST.places).flatMap((known): readonly TwoWays[] => {
    const [first, ...others] = known.flatMap((step) => stateSpace.visit(closed, after(step)) ?? [])
    return first ? others.map((second) => ({ first, second })) : []
  })
}

/** Where what can be dragged comes to rest of itself when it is dragged far away and let go, against where it was. */
function draggedFrom(stateSpace: StateSpace, enacted: Enacted): readonly TwoWays[] {
  const { component } = stateSpace.root.compiled
  return component.parts.filter(({ drag }) => drag && drag.snapTo !== 'anywhere').flatMap(({ id }): readonly TwoWays[] => {
    const run = forkFromHere(enacted.run)
    const at = pointOn(drawList(run), stateSpace.root.path, id)
    if (!at) return []
    const inputs = [...enacted.inputs]
    const act = (afterMs: number, input: InputAction) => {
      advanceTo(run, run.nowMs + afterMs)
      inputs.push({ ...input, atMs: run.nowMs })
      send(run, input)
    }
    act(100, { do: 'press', ...at, pointer: 'mouse' })
    for (const share of [0.25, 0.5, 0.75, 1]) act(60, { do: 'move', x: at.x + share * FAR_PX, y: at.y + share * FAR_PX, pointer: 'mouse' })
    act(400, { do: 'release', x: at.x + FAR_PX, y: at.y + FAR_PX, pointer: 'mouse' })
    act(0, { do: 'exit', pointer: 'mouse' })
    return [{ first: enacted, second: { ...enacted, inputs, run } }]
  })
}

const FAR_PX = 2000

/** Beside everything there can be. */
const BESIDE = { x: -4000, y: -4000 }

/** The run once everything in it is at rest, pointed at by nobody and with the focus nowhere; null when something happens of itself before that, or never stops moving. */
function atRest(run: Run): Run | null {
  const on = forkFromHere(run)
  for (const act of ['press', 'release'] as const) send(on, { do: act, ...BESIDE, pointer: 'mouse' })
  send(on, { do: 'exit', pointer: 'mouse' })
  const before = on.trace.length
  advanceTo(on, on.nowMs + REST_MS)
  const isMoved = on.trace.slice(before).some(({ what }) => what === 'state' || what === 'fired')
  return isMoved || [...on.instances.values()].some(({ cycles }) => cycles.length > 0) ? null : on
}

/** Whether two runs have the same things in the same states, and all that has a name stands for the same; but for where the pointer is and what was done last. */
const isSameWorld = (a: Run, b: Run): boolean =>
  a.instances.size === b.instances.size && [...a.instances].every(([path, instance]) => {
    const other = b.instances.get(path)
    return other !== undefined && sameValue(instance.states, other.states) && sameValue(lasting(instance.environment), lasting(other.environment))
  })

const lasting = (environment: Run['shared']) =>
  Object.fromEntries(Object.entries(environment).filter(([name]) => !/^(pointer|wheel|scroll|pinch)\.|^(key|repeats|payload)$|^angleToPointer/.test(name)))

/** Which of two surfaces lies over another one where they lie otherwise, in words. */
function orderDifference(a: Run, b: Run): string | null {
  const [one, other] = [drawList(a), drawList(b)].map((list) => list.map(({ instance }) => instance))
  return one && other && one.join() !== other.join() ? 'what lies over what' : null
}
