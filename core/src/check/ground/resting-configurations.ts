import { advanceTo, drawList, forkFromHere, nextDueMs, type Run } from '../../run'
import type { DrawList } from '../../scene'
import type { StateSpace, Facts } from './state-space'
import { isPassing, type Enacted, type Node } from '../explore'

/** How long at most is waited for everything to come to rest. */
const REST_MS = 10_000

/** A component as it is once it has come somewhere and everything in it has come to rest, or the moment before something else happens. */
export interface RestingConfiguration {
  readonly node: Node
  readonly enacted: Enacted
  /** The run, a little later than the last step, when nothing moves any more. */
  readonly run: Run
  readonly list: DrawList
}

/** RestingConfigurations for every way in which the states of some things can come together, each reached as a person would. */
export class RestingConfigurations {
  private readonly facts: Facts
  private found: readonly RestingConfiguration[] | null = null

  constructor(private readonly stateSpace: StateSpace, private readonly most = 40) {
    this.facts = stateSpace.closed
  }

  /** One for each combination of states that can be come to, in the order they are. */
  get all(): readonly RestingConfiguration[] {
    this.found ??= this.find()
    return this.found
  }

  private find(): readonly RestingConfiguration[] {
    const { axes } = this.facts.network
    const known = new Set<string>()
    const resting: RestingConfiguration[] = []
    for (const node of this.facts.explored.nodes) {
      const key = axes.map(({ at }) => node.place.configuration[at]).join(' ')
      if (known.has(key) || isPassing(node)) continue
      const enacted = this.stateSpace.visit(this.facts, node)
      if (!enacted) continue
      known.add(key)
      const run = rested(enacted.run)
      resting.push({ node, enacted, run, list: drawList(run) })
      if (resting.length >= this.most) break
    }
    return resting
  }
}

/** A run that has gone on until nothing moves, or until just before something happens of itself that is no end of a motion. */
function rested(run: Run): Run {
  const on = forkFromHere(run)
  const before = statesIn(on)
  for (const untilMs = on.nowMs + REST_MS; nextDueMs(on) <= untilMs;) {
    const due = nextDueMs(on)
    const ahead = forkFromHere(on)
    advanceTo(ahead, due)
    if (statesIn(ahead) !== before) {
      advanceTo(on, Math.max(on.nowMs, due - 1))
      return on
    }
    advanceTo(on, due)
  }
  return on
}

const statesIn = (run: Run): string => [...run.instances.values()].map(({ states }) => states.join(' ')).join('|')
