import { certain, type Id, type Project, type Rule } from '../../document'
import { keptAt, type Surface } from '../../machine'
import type { Run } from '../../run'
import { enact, enactOn, inSteps, isOfItself, marksOfStep, Network, KnownPlaces, MODALITIES, type Effort, type Enacted, type Explored, type Mark, type NetAxis, type Node, type Outside, type Thing, type Travelled, type Wait, type Modality, waitOn } from '../explore'

/** Everything a step can come to, with the step. */
export interface Seen<Kind extends Mark['what']> {
  readonly mark: Extract<Mark, { what: Kind }>
  readonly step: Travelled
}

/** What an exploration has seen, ready to be asked. */
export class Facts {
  private readonly kept = new Map<Mark['what'], readonly unknown[]>()
  private passedStates: ReadonlyMap<NetAxis, ReadonlyMap<number, number>> | null = null
  private readonly firstNodes = new Map<NetAxis, Map<number, Node>>()

  constructor(readonly explored: Explored, readonly steps: readonly Travelled[]) {
    for (const node of explored.nodes) for (const axis of explored.network.axes) {
      const known = this.firstNodes.get(axis) ?? new Map<number, Node>()
      const state = keptAt(node.place.configuration, axis.at)
      if (!known.has(state)) known.set(state, node)
      this.firstNodes.set(axis, known)
    }
  }

  get isFinished(): boolean {
    return this.explored.isFinished
  }

  get network(): Network {
    return this.explored.network
  }

  /** An axis of one of the things that were looked at. */
  axis(thing: Thing, id: Id): NetAxis {
    const axis = this.network.axisOf(thing, id)
    if (!axis) throw new Error(`The axis ${id} of “${thing.path}” was not looked at.`)
    return axis
  }

  /** The first node, by number of steps, in which an axis is in a state. */
  firstIn(axis: NetAxis, state: Id): Node | undefined {
    return this.firstNodes.get(axis)?.get(axis.states.indexOf(state))
  }

  /** In how many steps an axis comes to a state, be it only to leave it at that instant; null when it never does. */
  stepsTo(axis: NetAxis, state: Id): number | null {
    const stays = this.firstIn(axis, state)?.depth ?? Infinity
    const passes = this.passed().get(axis)?.get(axis.states.indexOf(state)) ?? Infinity
    return Math.min(stays, passes) === Infinity ? null : Math.min(stays, passes)
  }

  /** Whether an axis ever comes to a state, be it only to leave it at that instant. */
  isReached(axis: NetAxis, state: Id): boolean {
    return this.stepsTo(axis, state) !== null
  }

  /** The states each axis enters in passing or to stay, with the fewest steps to them. */
  private passed(): ReadonlyMap<NetAxis, ReadonlyMap<number, number>> {
    if (this.passedStates) return this.passedStates
    const all = new Map<NetAxis, Map<number, number>>()
    const enter = (axis: NetAxis, state: number, steps: number) => {
      const known = all.get(axis) ?? new Map<number, number>()
      known.set(state, Math.min(steps, known.get(state) ?? steps))
      all.set(axis, known)
    }
    for (const axis of this.network.axes) if (axis.thing.holder === null) enter(axis, axis.states.indexOf(certain(axis.thing.states[axis.own])), 0)
    for (const node of this.explored.nodes) if (node.before === null) for (const { axis, to } of marksOfStep(node, 'entered')) enter(axis, to, 0)
    for (const { mark: { axis, to }, step } of this.all('entered')) enter(axis, to, step.from.depth + 1)
    this.passedStates = all
    return all
  }

  /** Every mark of a kind, in the order they were seen. */
  all<Kind extends Mark['what']>(what: Kind): readonly Seen<Kind>[] {
    const seen = this.kept.get(what) ?? this.steps.flatMap((step) => marksOfStep(step, what).map((mark) => ({ mark, step })))
    this.kept.set(what, seen)
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is kept of a kind is of that kind
    return seen as readonly Seen<Kind>[]
  }

  firing(thing: Thing, rule: Rule): Seen<'fired'> | undefined {
    return this.all('fired').find(({ mark }) => mark.thing === thing && mark.rule === rule)
  }
}

/** Whether time or another rule brings a step about, rather than a person or something outside. */
export const isByItself = ({ deadline }: Travelled): boolean => deadline !== null && deadline.occasion.what !== 'long' && deadline.occasion.what !== 'late tap'

/** So long somebody looks at what has come before they do the next thing, in ms, or less where that is too long. */
const UNHURRIED_MS = [500, 100, 20, 0]

export interface StateSpaceOptions extends Effort {
  /** What can come from beyond the things, once it is known what of them matters. */
  readonly outside?: (network: Network) => Outside
  /** The motions in which screens and overlays come are followed. */
  readonly followsSurfaces?: boolean
  /** Names that are kept of everything, each value of theirs apart. */
  readonly watched?: readonly string[]
  /** The ways in which people work; all of them when it is left out. */
  readonly ways?: readonly Modality[]
}

/** Some things on a surface that have to do with one another, and everything that can become of them; each answer is worked out once and only when asked for. */
export class StateSpace {
  private readonly known = new Map<string, Facts>()
  private readonly spaces = new Map<string, KnownPlaces>()
  private readonly visited = new Map<Node, Enacted | null>()

  constructor(readonly project: Project, readonly surface: Surface, readonly things: readonly Thing[], private readonly options: StateSpaceOptions = {}) {}

  /** What holds all others: the component or screen itself, or the instance it is about. */
  get root(): Thing {
    const [root] = this.things
    if (!root) throw new Error('Nothing is looked at.')
    return root
  }

  /** The explorations of it that were given up, of those that have been asked for. */
  get unfinished(): readonly Facts[] {
    return [...this.known.values()].filter(({ isFinished }) => !isFinished)
  }

  /** What is kept of them, before anything has been looked at. */
  get network(): Network {
    return this.space().network
  }

  get ways(): readonly Modality[] {
    return this.options.ways ?? MODALITIES
  }

  /** What somebody can make of them who works in every way, and nothing comes from outside. */
  get closed(): Facts {
    return this.facts('closed', this.ways, false)
  }

  /** What can become of them whatever comes from outside. */
  get open(): Facts {
    return this.facts('open', this.ways, true)
  }

  /** Works `closed` out in steps between which it can be given up; then it is there. */
  *looking(): Generator<void, void> {
    if (!this.known.has('closed')) yield* this.finding('closed', this.ways, false)
  }

  byModality(way: Modality): Facts {
    // Where nothing hovers, a finger does what a mouse does.
    return this.facts(way === 'touch' && !this.closed.network.matters.hover ? 'mouse' : way, [way], true)
  }

  /** Like `closed`, with the motions of an axis followed. */
  following(thing: Thing, axis: Id): Facts {
    const known = this.closed.network.axisOf(thing, axis)
    return known && known.motionAt >= 0 ? this.closed : this.facts(`following ${thing.index} ${axis}`, this.ways, false, { thing, axis })
  }

  /** What a person does to come to a node, and to wait there, with the run that did it; null when no run comes there. */
  enact({ network }: Facts, node: Node, wait: Wait | null = null): Enacted | null {
    return enact(this.project, this.surface, network, node, wait)
  }

  /** The same from where a run has come to the node before, in as much time as there is; null when that does not lead to the same states, and to what the run shall have done. */
  goOn(before: Enacted, { network }: Facts, node: Node, hasDone: (run: Run) => boolean): Enacted | null {
    if (node.by !== null && isOfItself(node.by)) return waitOn(before, network, node, hasDone)
    for (const paceMs of UNHURRIED_MS) {
      const enacted = enactOn(before, network, node, paceMs)
      if (enacted && hasDone(enacted.run)) return enacted
    }
    return null
  }

  /** A run that has come to the states of a node, at a person's pace; null when none comes there, or rules go on for ever on the way. */
  visit(facts: Facts, node: Node): Enacted | null {
    const known = this.visited.get(node)
    if (known !== undefined) return known
    const before = node.before && this.visit(facts, node.before)
    const reached = before === null && node.before ? null : ((before && enactOn(before, facts.network, node)) ?? this.enact(facts, node))
    const found = reached?.run.loop.isStopped ? null : reached
    this.visited.set(node, found)
    return found
  }

  private facts(key: string, ways: readonly Modality[], isOpen: boolean, followed?: { readonly thing: Thing; readonly axis: Id }): Facts {
    const known = this.known.get(key)
    if (known) return known
    const finding = this.finding(key, ways, isOpen, followed)
    for (;;) {
      const { done, value } = finding.next()
      if (done) return value
    }
  }

  private *finding(key: string, ways: readonly Modality[], isOpen: boolean, followed?: { readonly thing: Thing; readonly axis: Id }): Generator<void, Facts> {
    const space = this.space(followed)
    const { network } = space
    const outside = isOpen ? (this.options.outside?.(network) ?? []) : []
    if (isOpen && outside.length === 0 && ways === this.ways) return this.closed
    const steps: Travelled[] = []
    const { limit, memory, isToStop } = this.options
    const explored = yield* inSteps(network, { ways, outside, space, onStep: (step) => void steps.push(step), limit, memory, isToStop })
    const facts = new Facts(explored, steps)
    this.known.set(key, facts)
    return facts
  }

  /** What all explorations share that follow the motions of an axis, or none. */
  private space(followed?: { readonly thing: Thing; readonly axis: Id }): KnownPlaces {
    const key = followed ? `${followed.thing.index} ${followed.axis}` : ''
    const known = this.spaces.get(key) ?? new KnownPlaces(new Network(this.project, this.things, {
      hasKeyboard: this.ways.includes('keyboard'), followsSurfaces: this.options.followsSurfaces === true, ...(followed ? { followed: [followed] } : {}),
      ...(this.options.watched?.length ? { watched: new Map(this.things.map((thing) => [thing, this.options.watched ?? []])) } : {}),
    }))
    this.spaces.set(key, known)
    return known
  }
}
