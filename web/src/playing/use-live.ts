import type { TraceEvent } from '@rheoscope/core/run'
import type { Player } from './player'
import { usePlayerState } from './use-player'

export interface Live {
  /** The state of each axis of the surface. */
  readonly states: readonly string[]
  /** The rule of the surface that fired last, and which event of the trace that was. */
  readonly fired: { readonly rule: string; readonly state: string; readonly event: number } | null
}

/** What the run is doing, as discrete facts; changes only when something happens. */
export function useLive(player: Player): Live {
  usePlayerState(player)
  const { trace } = player.current
  const event = trace.findLastIndex((each) => each.what === 'fired' && each.instance === '')
  const fired = trace[event] as Extract<TraceEvent, { what: 'fired' }> | undefined
  return {
    states: player.current.instance('')?.states ?? [],
    fired: fired ? { rule: fired.rule, state: fired.state, event } : null,
  }
}
