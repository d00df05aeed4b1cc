import { useMemo } from 'react'
import { laneEndMs } from '@rheoscope/core/motion'
import { advanceTo, drawListAt, fork, runOfMotion } from '@rheoscope/core/run'
import type { DrawList } from '@rheoscope/core/scene'
import { useBench } from '../page/use-bench'

/** The selected rule's motion as it can be looked at: its frame at an instant, and how long it is. */
export interface ScrubbedMotion {
  readonly frameAt: (ms: number) => DrawList
  readonly lengthMs: number
}

/** The motion of the selected rule; null when no rule is selected. */
export function useScrubbedMotion(): ScrubbedMotion | null {
  const { project, component, rule, axis, state } = useBench()
  return useMemo(() => {
    const begun = rule && runOfMotion(project, component, rule, axis.id, state.id)
    if (!begun) return null
    return {
      lengthMs: Math.max(0, ...(begun.instances.get('')?.lanes ?? []).map(laneEndMs)),
      frameAt: (ms: number) => {
        const run = fork(begun)
        advanceTo(run, Math.floor(ms))
        return drawListAt(run, ms)
      },
    }
  }, [project, component, rule, axis.id, state.id])
}
