import { useMemo } from 'react'
import { orElse, type Id, type Project } from '@rheoscope/core/document'
import { flowOf, laidOutFlow, type Flow, type FlowScreen, type FlowSheet } from '@rheoscope/core/flow'
import { drawList, startRun } from '@rheoscope/core/run'
import type { DrawList } from '@rheoscope/core/scene'

/** The flow of a project as it is shown. */
export interface ShownFlow {
  readonly flow: Flow
  readonly sheet: FlowSheet
  readonly drawnOf: (screen: Id) => DrawList
}

/** The flow of a project, laid out; null while something in it cannot be put together. */
export function useFlow(project: Project): ShownFlow | null {
  const screens = useMemo(() => project.screens.map(({ id, width, height, flowY }): FlowScreen => ({ id, width, height, y: flowY, drawn: orElse(() => drawList(startRun(project, { screen: id })), []) })), [project])
  return useMemo(() => orElse(() => {
    const flow = flowOf(project)
    return { flow, sheet: laidOutFlow(flow, screens), drawnOf: (screen: Id) => screens.find(({ id }) => id === screen)?.drawn ?? [] }
  }, null), [project, screens])
}
