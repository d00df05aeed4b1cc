import { useMemo } from 'react'
import type { Component, Project, Rule } from '@rheoscope/core/document'
import { Run } from '@rheoscope/core/run'
import type { DrawList } from '@rheoscope/core/scene'
import { useBench } from './use-bench'

/** A run that stands in a rule's source state and has just fired it; null when it cannot be put together. */
export function runOfMotion(project: Project, component: Component, rule: Rule, axis: string, from: string): Run | null {
  try {
    const run = new Run(project, { component: component.id }, { states: { [axis]: from } })
    run.fireByHand(rule)
    return run
  } catch {
    return null
  }
}

/** Gives the frame of the selected rule's motion at an instant; null when no rule is selected. */
export function useScrubbedFrame(): (ms: number) => DrawList | null {
  const { project, component, rule, axis, state } = useBench()
  return useMemo(() => {
    const begun = rule && runOfMotion(project, component, rule, axis.id, state.id)
    return (ms: number) => {
      if (!begun) return null
      const run = begun.fork()
      run.advanceTo(Math.floor(ms))
      return run.drawListAt(ms)
    }
  }, [project, component, rule, axis.id, state.id])
}
