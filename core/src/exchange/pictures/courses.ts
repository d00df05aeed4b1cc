import type { Component, Project } from '../../document'
import { laneEndMs } from '../../motion'
import { drawListAt, runOfMotion } from '../../run'
import type { DrawList } from '../../scene'
import { firedRules } from '../forms/component-sheets'

/** Something that takes time, by what it looks like at its instants. */
export interface Course {
  readonly name: string
  readonly lengthMs: number
  readonly listAt: (ms: number) => DrawList
}

/** Each motion of a component in which anything changes. */
export const coursesOfMotions = (project: Project, component: Component): readonly Course[] =>
  firedRules(project, component).filter(({ lanes }) => lanes.length > 0).flatMap(({ axis, rule, trigger, from, to, lanes }): readonly Course[] => {
    const run = runOfMotion(project, component, rule, axis.id, from.id)
    return run ? [{ name: `${component.name} ${trigger} ${from.name} ${to?.name ?? ''}`, lengthMs: Math.max(...lanes.map(laneEndMs)), listAt: (ms) => drawListAt(run, ms) }] : []
  })

/** How large what is drawn is, in px. */
export function sizeOf([surface]: DrawList): { readonly width: number; readonly height: number } {
  const { width = 1, height = 1 } = surface?.values ?? {}
  return { width, height }
}

/** What is told where there is none. */
export const NOTHING_MOVES = 'There is nothing to see: no motion of it changes anything.'
