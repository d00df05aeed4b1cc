import type { Trace, TraceEvent } from '@rheoscope/core/run'
import type { Player } from './player'
import { usePlayerState } from './use-player'

export interface Live {
  /** The state of each axis of the surface. */
  readonly states: readonly string[]
  /** The rule of the surface that fired last, and which event of the trace that was. */
  readonly fired: { readonly rule: string; readonly state: string; readonly event: number } | null
  /** How many ms of a motion of the surface were cut off by the last change of state; 0 when it had ended. */
  readonly cutMs: number
}

/** What the run is doing, as discrete facts; changes only when something happens. */
export function useLive(player: Player): Live {
  usePlayerState(player)
  const { trace } = player.current
  const event = trace.findLastIndex((each) => each.what === 'fired' && each.instance === '')
  const fired = trace[event]
  return {
    states: player.current.instances.get('')?.states ?? [],
    cutMs: cutBy(trace),
    fired: fired?.what === 'fired' ? { rule: fired.rule, state: fired.state, event } : null,
  }
}

function cutBy(trace: Trace): number {
  const changes = trace.filter((event): event is Extract<TraceEvent, { what: 'state' }> => event.what === 'state' && event.instance === '')
  const last = changes.at(-1)
  const before = changes.findLast((event) => event !== last && event.axis === last?.axis)
  return last && before ? Math.max(0, before.settlesMs - last.atMs) : 0
}
