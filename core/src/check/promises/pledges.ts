import { firstOf, namesGivenBy, RheoError, statesMeant, type Pledge, type Pledged, type Project } from '../../document'
import { axisAt, keptAt, type Surface } from '../../machine'
import { StateSpace, Facts } from '../ground/state-space'
import type { CheckOptions, ProjectCheck } from '../ground/context'
import { explore, independentGroups, isLeavingKept, isPassing, lateIn, Network, setsOf, stateIn, thingsOnSurface, MODALITIES, type NetAxis, type Node, type SymbolicPlace, type Thing, type Travelled, type Wait } from '../explore'
import { inMs, type Finding } from '../model/finding'
import { isBrokenIn, isMany } from './pledge-in-run'
import { pledgeText } from './pledge-words'
import { prototypeContext, type PrototypeContext } from '../ground/prototype'
import { witnessTo } from '../ground/witness'

/** So many ways to break a promise are gone before it is only said to be possible. */
const MOST_TRIES = 24

/** Promises that are not kept, each with the shortest way to break it; those that could not be looked at to the end say so. */
export const brokenPromises: ProjectCheck = {
  name: 'promise-broken', scope: 'project', levels: ['fault', 'note'],
  means: 'a promise is not kept; *after … within* waits from when the one begins, at the start too, until the other comes or somebody does something',
  finds: (project, options): readonly Finding[] =>
    project.promises.flatMap((pledge) => {
      try {
        return brokenPromise(project, pledge, options)
      } catch (error) {
        if (!(error instanceof RheoError)) throw error
        return [finding(pledge, 'fault', 'A promise speaks of a screen or component that is gone.', null, {})]
      }
    }),
}

/** The finding that one promise is broken, or was not looked at to the end; null when it is kept. */
export function brokenPromise(project: Project, pledge: Pledge, options: CheckOptions = {}): readonly Finding[] {
  const said = pledgeText(project, pledge)
  const watching = watch(project, pledge, options)
  if (!watching) return [finding(pledge, 'fault', `The promise “${said}” speaks of something that is gone.`, null, {})]
  const { facts, stateSpace } = watching
  let first: Violation | null = null
  let tries = 0
  for (const broken of violationsOf(pledge, watching)) {
    first ??= broken
    const witness = witnessTo(stateSpace, facts, broken.node, { wait: broken.wait ?? null, caption: 'the promise is broken here' }, () => true)
    if (witness && isBrokenIn(project, pledge, witness)) return [notKept(pledge, said, broken, witness)]
    if (++tries === MOST_TRIES) break
  }
  if (first) return [notKept(pledge, said, first, null)]
  if (!facts.isFinished) return [finding(pledge, 'note', `The promise “${said}” could not be looked at to the end: ${facts.explored.seen.toLocaleString('en')} configurations seen, and it held in all of them.`, null, { seen: facts.explored.seen })]
  return []
}

const notKept = (pledge: Pledge, said: string, { why, numbers }: Violation, witness: Finding['witness']): Finding =>
  finding(pledge, witness ? 'fault' : 'risk', `${witness ? '' : 'Possible: '}The promise “${said}” is not kept: ${why}.`, witness, numbers)

const finding = (pledge: Pledge, level: Finding['level'], sentence: string, witness: Finding['witness'], numbers: Finding['numbers']): Finding =>
  ({ id: `promise-broken ${pledge.id}`, kind: 'promise-broken', level, sentence, about: pledge.surface, remedy: null, witness, numbers })

interface Watching {
  readonly stateSpace: StateSpace
  readonly facts: Facts
  readonly holds: (that: Pledged, place: SymbolicPlace) => boolean | null
}

/** The things a promise refers to, with all that has to do with them, explored together; null when something is gone. */
function watch(project: Project, pledge: Pledge, options: CheckOptions): Watching | null {
  try {
    const through = pledge.through === true && 'screen' in pledge.surface ? prototypeContext(project, options, pledge.surface.screen) : null
    if (through) return watchThrough(through, pledge)
    const things = thingsOnSurface(project, pledge.surface)
    const spoken = instancesIn(pledge).map((path) => things.find((thing) => thing.path === path))
    if (spoken.some((thing) => thing === undefined)) return null
    const groups = independentGroups(project, things)
    const names = namesIn(pledge)
    const own = groups.filter((group) => group.some((thing) => spoken.includes(thing)) || (names.length > 0 && (group.includes(firstOf(things)) || group.some(({ compiled }) => namesGivenBy(compiled.component).some((name) => names.includes(name))))))
    const all = things.filter((thing) => own.some((group) => group.includes(thing)))
    return explored(project, pledge.surface, all.length > 0 ? all : [firstOf(things)], names, options)
  } catch (error) {
    if (!(error instanceof RheoError)) throw error
    return null
  }
}

/** The same through the whole prototype. */
function watchThrough(context: PrototypeContext, pledge: Pledge): Watching | null {
  const { things } = context
  const spoken = instancesIn(pledge).map((path) => things.find((thing) => thing.path === path))
  if (spoken.some((thing) => thing === undefined)) return null
  const names = namesIn(pledge)
  const setting = things.filter((thing) => names.length > 0 && names.some((name) => setsOf(thing).has(name)))
  const stateSpace = context.stateSpaceFor([...spoken.filter((thing) => thing !== undefined), ...setting], names)
  return { stateSpace, facts: stateSpace.closed, holds: (that, place) => holdsAt(stateSpace.closed.network, that, place) }
}

function explored(project: Project, surface: Surface, things: readonly Thing[], names: readonly string[], { limit, isToStop }: CheckOptions): Watching {
  const stateSpace = new StateSpace(project, surface, things)
  const network = new Network(project, things, { hasKeyboard: true, watched: new Map(names.length > 0 ? things.map((thing) => [thing, names]) : []) })
  const steps: Travelled[] = []
  const facts = new Facts(explore(network, { ways: MODALITIES, onStep: (step) => void steps.push(step), limit, isToStop }), steps)
  return { stateSpace, facts, holds: (that, place) => holdsAt(network, that, place) }
}

function instancesIn({ says }: Pledge): readonly string[] {
  const of = (that: Pledged): readonly string[] => (that.what === 'state' ? [that.instance] : that.what === 'count' ? that.of.map(({ instance }) => instance) : [])
  return [...of(says.that), ...(says.kind === 'after' ? of(says.then) : [])]
}

const namesIn = ({ says }: Pledge): readonly string[] => [says.that, ...(says.kind === 'after' ? [says.then] : [])].flatMap((that) => (that.what === 'variable' ? [that.name] : []))

/** Whether something is so at a place; null when nobody knows. */
function holdsAt(network: Network, that: Pledged, { configuration }: SymbolicPlace): boolean | null {
  const isIn = (instance: string, axis: string, state: string): boolean => {
    const net: NetAxis | undefined = network.axes.find(({ thing, own }) => thing.path === instance && axisAt(thing.compiled, own).id === axis)
    return net !== undefined && network.isPresent(net.thing, configuration) && statesMeant(axisAt(net.thing.compiled, net.own), state).includes(stateIn(net, configuration))
  }
  switch (that.what) {
    case 'state':
      return isIn(that.instance, that.axis, that.state)
    case 'variable': {
      const kept = network.names.find(({ name }) => name === that.name)
      const value = kept?.domain.valueOf(keptAt(configuration, kept.at))
      return value === undefined ? null : value === that.value
    }
    case 'shown': {
      const item = [...network.items.values()].find(({ thing }) => thing.shown?.screen === that.screen)
      return item !== undefined && keptAt(configuration, item.at) !== 0 && !isLeavingKept(keptAt(configuration, item.at))
    }
    case 'count':
      return isMany(that, that.of.filter(({ instance, axis, state }) => isIn(instance, axis, state)).length)
  }
}

interface Violation {
  readonly node: Node
  readonly wait?: Wait
  readonly why: string
  readonly numbers: Finding['numbers']
}

/** What is against a promise, the fewest steps first. */
function* violationsOf({ says }: Pledge, { facts, holds }: Watching): Generator<Violation> {
  const { nodes } = facts.explored
  switch (says.kind) {
    case 'always':
    case 'never': {
      const wanted = says.kind === 'always'
      for (const node of nodes) {
        if (holds(says.that, node.place) === !wanted && !isNeverSeen(node.place)) yield { node, why: `${node.depth} ${node.depth === 1 ? 'step' : 'steps'} from the start it is ${wanted ? 'not ' : ''}so`, numbers: { steps: node.depth } }
      }
      break
    }
    case 'can reach': {
      if (!facts.isFinished) return
      const lost = lostNode(facts, (place) => holds(says.that, place) === true)
      if (lost) yield { node: lost, why: 'from here it can never be brought about', numbers: { steps: lost.depth } }
      break
    }
    case 'after': {
      const { withinMs } = says
      for (const { node, since } of lateIn(facts.explored, facts.steps, (place) => holds(says.that, place) === true, (place) => holds(says.then, place) === true, withinMs)) {
        yield { node, wait: { since, ms: withinMs }, why: `it can take longer than ${inMs(withinMs)}`, numbers: { withinMs } }
      }
    }
  }
}

/** Whether nobody ever sees a place, because no time passes there. */
const isNeverSeen = (place: SymbolicPlace): boolean => place.zones.every(isPassing)

/** The first node from which no place with something can be come to. */
function lostNode({ explored, steps }: Facts, has: (place: SymbolicPlace) => boolean): Node | undefined {
  const back = new Map<number, number[]>()
  for (const { from, to } of steps) back.set(to.index, [...(back.get(to.index) ?? []), from.place.index])
  const open = explored.places.filter(has).map(({ index }) => index)
  const good = new Set(open)
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    for (const before of back.get(next) ?? []) {
      if (good.has(before)) continue
      good.add(before)
      open.push(before)
    }
  }
  return explored.nodes.find(({ place }) => !good.has(place.index))
}
