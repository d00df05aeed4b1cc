import { certain, entryOf, type Chance, type Component, type Input, type Project, type Rule } from '../../document'
import type { Surface } from '../../machine'
import { contextOf, type CheckOptions } from '../ground/context'
import { prototypeContext } from '../ground/prototype'
import { screenContext } from '../ground/screen-context'
import type { Facts, StateSpace } from '../ground/state-space'
import { after, instantsOf, marksOfStep, wayTo, type Enacted, type Node, type Occasion, type SymbolicPlace, type Thing, type Travelled } from '../explore'

/** A rule of one of the things on a surface. */
export interface WalkedRule {
  readonly thing: Thing
  readonly rule: Rule
}

/** Something somebody does, or waits for, and what fires then. */
export interface WalkStep {
  readonly atMs: number
  readonly occasion: Occasion
  readonly fired: readonly WalkedRule[]
}

/** A part of a walk that begins anew. */
export interface WalkLeg {
  readonly inputs: readonly Input[]
  readonly chance: Chance | null
  readonly endsAtMs: number
  readonly steps: readonly WalkStep[]
}

/** A way on which every rule fires at least once. */
export interface Walkthrough {
  readonly surface: Surface
  readonly legs: readonly WalkLeg[]
  /** The rules that nobody makes fire who begins there. */
  readonly missed: readonly WalkedRule[]
}

/** What follows the last step of a leg, in ms. */
const AFTERGLOW_MS = 600

/** So many places, each with what has been gone through so far, are looked at for the shortest way of all; otherwise the nearest rule is next. */
const MOST_LOOKED_AT = 60_000

/** So often the shortest way is looked for anew, where a run does not go the one before. */
const MOST_PLANNED = 8

/** The shortest way through every rule of a component. Throws `gone` when it cannot be put together. */
export function walkthroughOf(project: Project, component: Component, options: CheckOptions = {}): Walkthrough {
  const { stateSpace, root } = contextOf(project, component, options)
  return walked(stateSpace, rulesOf([root]))
}

/** The same of the rules of a screen. */
export function walkthroughOfScreen(project: Project, id: string, options: CheckOptions = {}): Walkthrough {
  const screen = certain(project.screens.find((each) => each.id === id))
  const group = screenContext(project, screen, options).groups.find(({ things }) => things.some(({ path }) => path === ''))
  return group ? walked(group.stateSpace, rulesOf(group.things.filter(({ path }) => path === ''))) : { surface: { screen: id }, legs: [], missed: [] }
}

/** The same of whatever leads from one screen to another, from the start screen on; null where the project has none. */
export function walkthroughOfPrototype(project: Project, options: CheckOptions = {}): Walkthrough | null {
  const navigation = prototypeContext(project, options)?.navigation
  return navigation ? walked(navigation, rulesOf(navigation.things)) : null
}

const rulesOf = (things: readonly Thing[]): readonly WalkedRule[] =>
  things.flatMap((thing) => thing.compiled.component.rules.filter(({ target }) => target.go !== 'ignored').map((rule) => ({ thing, rule })))

const walked = (stateSpace: StateSpace, rules: readonly WalkedRule[]): Walkthrough => new Walker(stateSpace, rules).walk()

/** A step from one place to another, with the rules that fire in it, by their places among those that are wanted. */
interface Edge {
  readonly step: Travelled
  readonly fires: readonly number[]
}

/** The part of a way that follows on; null begins anew. */
type Plan = readonly (Edge | null)[]

/** Where a walk is: the run that has come there, and the node it has come to. */
interface Here {
  readonly enacted: Enacted
  readonly node: Node
  readonly steps: readonly WalkStep[]
}

class Walker {
  private readonly facts: Facts
  private readonly edges = new Map<SymbolicPlace, Edge[]>()
  private readonly left: Set<number>
  private readonly legs: WalkLeg[] = []
  private readonly begin: Here | null
  private readonly byPath: ReadonlyMap<string, number>
  private planned = 0

  constructor(private readonly stateSpace: StateSpace, private readonly rules: readonly WalkedRule[]) {
    this.facts = stateSpace.closed
    this.left = new Set(rules.keys())
    this.byPath = new Map(rules.map(({ thing, rule }, index) => [`${thing.path} ${rule.id}`, index]))
    for (const step of this.facts.steps) {
      const known = this.edges.get(step.from.place) ?? []
      this.edges.set(step.from.place, known)
      if (known.some((edge) => edge.step.occasion === step.occasion && edge.step.to === step.to)) continue
      known.push({ step, fires: marksOfStep(step, 'fired').flatMap(({ thing, rule }) => this.byPath.get(`${thing.path} ${rule.id}`) ?? []) })
    }
    const first = this.facts.explored.nodes.find(({ before }) => before === null)
    const enacted = first && stateSpace.enact(this.facts, first)
    this.begin = first && enacted ? { enacted, node: first, steps: [] } : null
  }

  walk(): Walkthrough {
    const { begin } = this
    if (begin) {
      this.tick(this.firedIn(begin.enacted))
      let here = begin
      for (let plan = this.plan(here); plan; plan = this.plan(here)) here = this.follow(here, plan)
      this.end(here)
    }
    for (const index of this.left) this.goStraightTo(index)
    return { surface: this.stateSpace.surface, legs: this.legs, missed: [...this.left].map((index) => certain(this.rules[index])) }
  }

  /** Goes a planned way as far as a run goes it, and not again where one does not. */
  private follow(from: Here, plan: Plan): Here {
    let here = from
    for (const edge of plan) {
      if (!edge) {
        this.end(here)
        here = certain(this.begin)
        continue
      }
      const node: Node = { ...after(edge.step), before: here.node }
      const enacted = this.stateSpace.goOn(here.enacted, this.facts, node, (run) => { const fired = this.firedIn({ run }); return edge.fires.every((index) => fired.includes(index)) })
      if (!enacted) {
        const known = entryOf(this.edges, edge.step.from.place)
        known.splice(known.indexOf(edge), 1)
        return here
      }
      const fired = this.firedIn(enacted)
      this.tick(fired)
      here = { enacted, node, steps: [...here.steps, { atMs: enacted.run.nowMs, occasion: edge.step.occasion, fired: fired.map((index) => certain(this.rules[index])) }] }
    }
    return here
  }

  /** A leg of its own that does nothing but go where a rule fires. */
  private goStraightTo(index: number): void {
    const { thing, rule } = certain(this.rules[index])
    const first = this.facts.firing(thing, rule)
    const enacted = first && this.stateSpace.enact(this.facts, after(first.step))
    const fired = enacted ? this.firedIn(enacted) : []
    if (!first || !enacted || !fired.includes(index)) return
    this.tick(fired)
    const way = wayTo(after(first.step))
    const instants = instantsOf(way)
    const steps = way.flatMap(({ by }, at): readonly WalkStep[] => (by === null ? [] : [{ atMs: certain(instants[at]), occasion: by, fired: at === way.length - 1 ? fired.map((each) => certain(this.rules[each])) : [] }]))
    this.legs.push(legOf(enacted, steps))
  }

  private end({ enacted, steps }: Here): void {
    if (steps.length > 0) this.legs.push(legOf(enacted, steps))
  }

  private tick(fired: readonly number[]): void {
    for (const index of fired) this.left.delete(index)
  }

  /** What has fired, in its order, in a run since the step before: a run that goes on from another begins its trace anew. */
  private firedIn({ run }: Pick<Enacted, 'run'>): readonly number[] {
    return run.trace.flatMap((event) => (event.what === 'fired' ? this.byPath.get(`${event.instance} ${event.rule}`) ?? [] : []))
  }

  private plan({ node: { place } }: Here): Plan | null {
    if (this.left.size === 0) return null
    const isCheap = this.planned++ < MOST_PLANNED
    return (isCheap ? this.shortest(place) : null) ?? this.nearest(place)
  }

  /** The least steps and new beginnings in which all that is left fires as far as it can; null where there is too much to look at. */
  private shortest(from: SymbolicPlace): Plan | null {
    const wanted = [...this.left].filter((index) => [...this.edges.values()].some((edges) => edges.some(({ fires }) => fires.includes(index))))
    const start = certain(this.begin).node.place
    if (wanted.length > 14) return null
    const all = 2 ** wanted.length - 1
    const bits = new Map(wanted.map((index, bit) => [index, 1 << bit]))
    const queue: Way[] = [{ place: from, done: 0, before: null, by: null }]
    const seen = new Set([`${from.index} 0`])
    let best = certain(queue[0])
    for (let at = 0; at < queue.length && queue.length < MOST_LOOKED_AT; at++) {
      const way = certain(queue[at])
      if (count(way.done) > count(best.done)) best = way
      if (way.done === all) return planOf(way)
      const go = (by: Edge | null, place: SymbolicPlace, fires: readonly number[]) => {
        const done = fires.reduce((sum, index) => sum | (bits.get(index) ?? 0), way.done)
        const key = `${place.index} ${done}`
        if (seen.has(key)) return
        seen.add(key)
        queue.push({ place, done, before: way, by })
      }
      for (const edge of this.edges.get(way.place) ?? []) go(edge, edge.step.to, edge.fires)
      go(null, start, [])
    }
    return queue.length < MOST_LOOKED_AT && best.done > 0 ? planOf(best) : null
  }

  /** The fewest steps to a place where something fires that is left, from here or, if there are none, from the beginning. */
  private nearest(from: SymbolicPlace): Plan | null {
    const start = certain(this.begin).node.place
    for (const [place, before] of [[from, []], [start, [null]]] as const) {
      const queue: Way[] = [{ place, done: 0, before: null, by: null }]
      const seen = new Set([place])
      for (let at = 0; at < queue.length; at++) {
        const way = certain(queue[at])
        for (const edge of this.edges.get(way.place) ?? []) {
          const next: Way = { place: edge.step.to, done: 0, before: way, by: edge }
          if (edge.fires.some((index) => this.left.has(index))) return [...before, ...planOf(next)]
          if (!seen.has(edge.step.to)) queue.push(next)
          seen.add(edge.step.to)
        }
      }
    }
    return null
  }
}

/** A way to a place, with what of the wanted has fired on it, as bits. */
interface Way {
  readonly place: SymbolicPlace
  readonly done: number
  readonly before: Way | null
  readonly by: Edge | null
}

function planOf(way: Way): Plan {
  const plan: (Edge | null)[] = []
  for (let at = way; at.before; at = at.before) plan.unshift(at.by)
  return plan
}

function count(bits: number): number {
  let many = 0
  for (let rest = bits; rest > 0; rest &= rest - 1) many++
  return many
}

const legOf = ({ inputs, chance, run }: Enacted, steps: readonly WalkStep[]): WalkLeg => ({ inputs, chance, endsAtMs: run.nowMs + AFTERGLOW_MS, steps })
