import type { Project, Screen } from '@rheoscope/core/document'
import { motionSources, resolveTiming, type Easing } from '@rheoscope/core/motion'
import { bandsOf, Run, type Beginning, type Stay } from '@rheoscope/core/run'
import type { DrawnBand } from './trace-drawing'

/** Everything on a screen that can be in more than one state, as it begins, with what its bands are called. */
export interface Cast {
  readonly beginnings: readonly Beginning[]
  readonly run: Run
}

/** Null when the screen cannot be put together. */
export function castOf(project: Project, screen: Screen): Cast | null {
  try {
    const run = new Run(project, { screen: screen.id })
    const beginnings = [...run.paths].flatMap((path): Beginning[] => {
      const instance = run.instance(path)!
      return instance.compiled.component.axes.flatMap((axis, index) => (axis.states.length > 1 ? [{ instance: path, axis: axis.id, state: instance.states[index]!, atMs: 0 }] : []))
    })
    return { beginnings, run }
  } catch {
    return null
  }
}

/** The bands of a run of that cast, with names and easings. */
export function drawnBands(project: Project, { beginnings, run }: Cast, trace: Run['trace']): readonly DrawnBand[] {
  return bandsOf(trace, beginnings).map(({ instance: path, axis: axisId, stays }): DrawnBand => {
    const { component } = run.instance(path)!.compiled
    const axis = component.axes.find(({ id }) => id === axisId)!
    const isOne = component.axes.filter(({ states }) => states.length > 1).length === 1
    return {
      name: isOne ? nameOf(run, path) : `${nameOf(run, path)} ${axis.name}`,
      stays: stays.flatMap((stay, index) => {
        const shown = axis.states.find(({ id }) => id === stay.state)
        return shown ? [{ ...stay, shown, ease: easeInto(project, component, axisId, stays[index - 1], stay) }] : []
      }),
    }
  })
}

type Component = Project['components'][number]

function easeInto(project: Project, component: Component, axis: string, before: Stay | undefined, stay: Stay): Easing {
  const rule = component.rules.find(({ id }) => id === stay.rule) ?? null
  return resolveTiming(motionSources(project, component, axis, before?.state ?? stay.state, stay.state, rule), project.tokens, '', '').ease
}

/** An instance by the names of the parts that hold it, the outermost first. */
function nameOf(run: Run, path: string): string {
  const steps = path.split('/')
  return steps.map((step, depth) => {
    const holder = run.instance(steps.slice(0, depth).join('/'))
    const [part, record] = step.split(':')
    const name = holder?.compiled.component.parts.find(({ id }) => id === part)?.name ?? part
    return record ? `${name} ${placeOf(run, holder?.path ?? '', part!, step)}` : name
  }).join(' ▸ ')
}

/** Which item of its list an instance is, counted from 1. */
function placeOf(run: Run, holder: string, part: string, step: string): number {
  const items = [...(run.instance(holder)?.contents.keys() ?? [])].filter((each) => each.startsWith(`${part}:`))
  return items.indexOf(step) + 1
}
