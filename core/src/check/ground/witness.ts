import { entryOf, firstOf, type Chance, type Input, type Project, type Rule } from '../../document'
import { keptAt, type Surface } from '../../machine'
import { chanceIn, play, startRun, type Offered, type Run, type Trace } from '../../run'
import type { StateSpace, Facts } from './state-space'
import type { StateChange } from './changes'
import type { CheckContext } from './context'
import { after, type Node, type Wait } from '../explore'
import type { Witness } from '../model/finding'

/** What comes after the moment worth seeing. */
const AFTERGLOW_MS = 400

export interface Showing {
  readonly surface: Surface
  readonly inputs: readonly Input[]
  readonly chance: Chance | null
  readonly lookAtMs: number
  readonly caption: string
}

/** A witness that plays inputs and ends a little after `lookAtMs`. */
export const witnessOf = ({ surface, inputs, chance, lookAtMs, caption }: Showing): Witness =>
  ({ surface, inputs, ...chanceIn({ chance }), lookAtMs, endsAtMs: lookAtMs + AFTERGLOW_MS, caption })

/** What a replay has to show. */
export type Shows = (trace: Trace, offered: readonly Offered[], run: Run) => boolean

/** The witness when a replay from nothing but its inputs shows what it is said to show; null otherwise. */
export function confirmed(project: Project, witness: Witness, shows: Shows): Witness | null {
  const run = startRun(project, witness.surface, { keepsOffered: true, ...chanceIn(witness) })
  play(run, witness.inputs, witness.endsAtMs)
  return shows(run.trace, run.offered ?? [], run) ? witness : null
}

/** How long after a way's last step there is something to see, and what. */
export interface Sighting {
  readonly afterMs?: number
  /** What has to have been waited for by then; `afterMs` counts from its end. */
  readonly wait?: Wait | null
  readonly caption: string
}

/** The witness of a way to a node when its replay shows what it is said to; null otherwise. */
export function witnessTo(stateSpace: StateSpace, facts: Facts, node: Node, { afterMs = 0, wait = null, caption }: Sighting, shows: Shows): Witness | null {
  const enacted = stateSpace.enact(facts, node, wait)
  if (!enacted) return null
  const { inputs, chance, run } = enacted
  return confirmed(stateSpace.project, witnessOf({ surface: stateSpace.surface, inputs, chance, lookAtMs: run.nowMs + afterMs, caption }), shows)
}

/** The witness of a change of state, so long after it has begun. */
export const witnessOfChange = ({ stateSpace }: Pick<CheckContext, 'stateSpace'>, { step, to }: StateChange, look: Sighting): Witness | null =>
  witnessTo(stateSpace, stateSpace.closed, after(step), look, (trace) => trace.some((event) => event.what === 'state' && event.to === to.id))

/** The witness of the first time a rule of the component fires; null where it never does. */
export function witnessOfRule({ stateSpace, root }: Pick<CheckContext, 'stateSpace' | 'root'>, rule: Rule, look: Sighting, facts: Facts = stateSpace.closed): Witness | null {
  const fired = facts.firing(root, rule)
  return fired ? witnessTo(stateSpace, facts, after(fired.step), look, (trace) => trace.some((event) => event.what === 'fired' && event.rule === rule.id)) : null
}

/**
 * The way on which an axis comes through most of its states, without starting over: what someone would do to convince
 * themselves that no other ever comes.
 */
export function tour({ explored }: Facts, axisAt: number): Node {
  const seen = new Map<Node, ReadonlySet<number>>()
  let longest = firstOf(explored.nodes)
  for (const node of explored.nodes) {
    const visited = new Set([...(node.before ? (seen.get(node.before) ?? []) : []), keptAt(node.place.configuration, axisAt)])
    seen.set(node, visited)
    if (visited.size > entryOf(seen, longest).size) longest = node
  }
  return longest
}
