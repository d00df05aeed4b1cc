import { componentOf, entryOf, holdsIn, latestMs, newState, orElse, type Axis, type Component, type Id, type Project } from '@rheoscope/core/document'
import { compile } from '@rheoscope/core/machine'
import { fromToken, motionSources, resolveTiming, type Easing } from '@rheoscope/core/motion'
import type { Trace } from '@rheoscope/core/run'
import { bandsOf, pathName, PULSING, type Band, type Stay } from '@rheoscope/core/reading'

/** One band of the trace with all that it takes to draw it. */
export interface TraceRow {
  readonly instance: string
  /** What the instance is called. */
  readonly place: string
  /** The same with the axis, where there are several. */
  readonly name: string
  readonly component: Component
  readonly axis: Axis
  /** Grows as the run goes on. */
  readonly stays: readonly Stay[]
  readonly easeInto: (stay: Stay, before: Stay | undefined) => Easing
  /** The timers of a state: the rule that ends each, and its length in ms, or null when something may hold it. */
  readonly timersIn: (state: Id) => readonly TraceTimer[]
  /** Whether anything of the instance depends on a name. */
  readonly reads: (name: string) => boolean
}

export interface TraceTimer {
  readonly rule: Id
  readonly ms: number | null
  readonly isFromSettling: boolean
}

/** Makes rows of a run's bands, each once; those that are always in one state are left out. */
export class TraceRows {
  private readonly known = new Map<readonly Stay[], TraceRow | null>()
  private readonly componentOfPath = new Map<string, string>()

  constructor(private readonly project: Project, private readonly screen: Id) {}

  of(trace: Trace): readonly TraceRow[] {
    const bands = bandsOf(trace, (component, axis) => componentOf(this.project, component)?.axes.findIndex(({ id }) => id === axis) ?? -1)
    return bands.flatMap(({ instance, component, axis, part, stays }) => {
      this.componentOfPath.set(instance, component)
      const row = this.known.has(stays) ? entryOf(this.known, stays) : this.row(instance, component, { axis, part }, stays)
      this.known.set(stays, row)
      return row ? [row] : []
    })
  }

  private row(instance: string, id: string, { axis: index, part }: Pick<Band, 'axis' | 'part'>, stays: readonly Stay[]): TraceRow | null {
    const { project } = this
    const component = componentOf(project, id)
    const axis = part === null ? component?.axes[index] : pulseOf(component, part)
    if (!component || !axis || axis.states.length < 2) return null
    const isOne = part === null && component.axes.filter(({ states }) => states.length > 1).length === 1
    const name = pathName(project, { screen: this.screen }, instance, (path) => this.componentOfPath.get(path))
    const eases = new Map<string, Easing>()
    return {
      instance, component, axis, stays, place: name,
      name: isOne ? name : `${name} ${axis.name}`,
      easeInto: (stay, before) => {
        const key = `${before?.state} ${stay.state} ${stay.rule}`
        const known = eases.get(key)
        if (known) return known
        const rule = component.rules.find((each) => each.id === stay.rule) ?? null
        const { ease } = resolveTiming(motionSources(project, component, axis.id, before?.state ?? stay.state, stay.state, rule), project.tokens, '', '')
        eases.set(key, ease)
        return ease
      },
      timersIn: timersOf(project, component, axis),
      reads: (wanted) => readsOf(project, component).has(wanted),
    }
  }
}

/** A part that pulses as an axis that is at rest or does. */
function pulseOf(component: Component | undefined, id: Id): Axis | undefined {
  const part = component?.parts.find((each) => each.id === id)
  return part && { id: `pulse ${id}`, name: `${part.name} pulses`, states: [newState('rest', 'at rest', 0), newState(PULSING, 'pulse', 5)], start: 'rest', boundTo: null }
}

function timersOf(project: Project, component: Component, axis: Axis): TraceRow['timersIn'] {
  const known = new Map<Id, readonly TraceTimer[]>()
  return (state) => {
    const timers = known.get(state) ?? component.rules.flatMap((rule): TraceTimer[] => {
      const { trigger } = rule
      if ((trigger.on !== 'after' && trigger.on !== 'every') || rule.axis !== axis.id || rule.target.go === 'ignored' || !holdsIn(rule, state, axis)) return []
      return [{ rule: rule.id, ms: trigger.pauseWhile === null && latestMs(trigger) === trigger.ms ? fromToken<number>(trigger.ms, project.tokens) : null, isFromSettling: trigger.since === 'settling' }]
    })
    known.set(state, timers)
    return timers
  }
}

function readsOf(project: Project, component: Component): ReadonlySet<string> {
  return orElse(() => compile(project, component).reads, new Set())
}

/** The line of the instance that something came from, of the nearest one around it, or else of the first one inside it; -1 when there is none. */
export function lineAt(lines: readonly { readonly path: string }[], instance: string): number {
  for (let path = instance; ; path = path.slice(0, path.lastIndexOf('/'))) {
    const line = lines.findIndex((each) => each.path === path)
    if (line >= 0) return line
    if (!path.includes('/')) return instance === '' ? -1 : lines.findIndex((each) => each.path.startsWith(`${instance}/`))
  }
}
