import type { Id, Project, TriggerKind } from '../document'
import { play, Run, type Trace } from '../run'
import type { Witness } from './finding'
import type { Situation, Walk } from './walk'

/** What comes after the moment worth seeing. */
const AFTERGLOW_MS = 400

/** A witness that plays the inputs that led to a situation and ends a little after `lookAtMs`. */
export const witnessOf = (component: Id, situation: Situation, lookAtMs: number, caption: string): Witness => ({
  surface: { component }, inputs: situation.inputs, lookAtMs, endsAtMs: lookAtMs + AFTERGLOW_MS, caption,
})

/** An event the surface itself was offered in a replay; `before` is how long the trace was then. */
export interface Offered {
  readonly trigger: TriggerKind
  readonly part: Id | null
  readonly before: number
}

/** The witness when a replay from nothing but its inputs shows what it is said to show; null otherwise. */
export function confirmed(project: Project, witness: Witness, shows: (trace: Trace, offered: readonly Offered[]) => boolean): Witness | null {
  const offered: Offered[] = []
  const run = new Run(project, witness.surface, {
    observe: ({ instance, trigger, part }) => instance === '' && offered.push({ trigger, part, before: run.trace.length }),
  })
  play(run, witness.inputs, witness.endsAtMs)
  return shows(run.trace, offered) ? witness : null
}

/**
 * A round through every state of an axis that can be reached, without starting over where that is possible: what
 * someone would do to convince themselves that no other state ever comes.
 */
export function tour(component: Id, axisIndex: number, { situations }: Walk): Witness {
  const stateIn = ({ run }: Situation) => run.instance('')!.states[axisIndex]!
  const longest = situations.reduce((best, situation) => {
    const visited = new Set(wayTo(situation).map(stateIn)).size
    return visited > best.visited ? { situation, visited } : best
  }, { situation: situations[0]!, visited: 0 })
  const { situation } = longest
  return witnessOf(component, situation, situation.run.nowMs, 'every state that comes, and this one never does')
}

/** The situations on the way to one, the start first. */
function wayTo(situation: Situation): readonly Situation[] {
  const way: Situation[] = []
  for (let at: Situation | null = situation; at !== null; at = at.before?.situation ?? null) way.unshift(at)
  return way
}
