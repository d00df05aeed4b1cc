import { axisOfProperty, holdsIn, type Axis, type Component, type Rule, type State } from '../document'
import { fromToken } from '../motion'
import { leads, stateName, type Check, type CheckContext } from './context'
import { inMs, type Finding, type Witness } from './finding'
import type { Entry } from './walk'
import { confirmed, witnessOf } from './witness'

/**
 * States whose timer ends them before the motion into them can end, however they are entered from rest; and
 * continuous motions that are cut before they have gone round once.
 */
export const neverCompletes: Check = (context) =>
  context.component.axes.flatMap((axis) =>
    axis.states.flatMap((state) => {
      const leaving = earliestTimer(context.component, axis, state)
      return leaving ? [...motionCut(context, axis, state, leaving), ...turnCut(context, axis, state, leaving)] : []
    }),
  )

interface Leaving {
  readonly rule: Rule
  readonly afterMs: number
}

/** The first timer that certainly ends a state: it counts from entering, nothing holds it and no guard stops it. */
function earliestTimer(component: Component, axis: Axis, state: State): Leaving | null {
  const timers = component.rules.flatMap((rule): Leaving[] => {
    const { trigger } = rule
    if (rule.axis !== axis.id || (trigger.on !== 'after' && trigger.on !== 'every') || !leads(rule) || !holdsIn(rule, state.id)) return []
    return trigger.since === 'entering' && trigger.holdWhile === null && rule.guard === null ? [{ rule, afterMs: trigger.ms }] : []
  })
  return timers.length === 0 ? null : timers.reduce((first, timer) => (timer.afterMs < first.afterMs ? timer : first))
}

function motionCut(context: CheckContext, axis: Axis, state: State, { rule, afterMs }: Leaving): readonly Finding[] {
  const entries = context.walk.entries.filter((entry) => entry.axis === axis.id && entry.to === state.id && entry.wasSettled)
  const cut = entries.filter(({ motionMs }) => motionMs > afterMs)
  const first = cut[0]
  if (!first || cut.length < entries.length) return []
  const needsMs = Math.max(...cut.map(({ motionMs }) => motionMs))
  const earlyMs = needsMs - afterMs
  const witness = cutWitness(context, first, afterMs, `cut here, ${inMs(first.motionMs - afterMs)} before its motion ends`)
  if (!witness) return []
  return [{
    id: `never-completes ${context.component.id} ${axis.id} ${state.id}`,
    kind: 'never-completes', level: 'fault',
    sentence: `${stateName(axis, state.id)} leaves after ${inMs(afterMs)}, but its motion needs ${inMs(needsMs)}: it is always cut off ${inMs(earlyMs)} early.`,
    about: { component: context.component.id, axis: axis.id, state: state.id, rule: rule.id },
    remedy: leaveLater(context.component, rule, needsMs),
    witness, numbers: { afterMs, needsMs, earlyMs },
  }]
}

function turnCut(context: CheckContext, axis: Axis, state: State, { rule, afterMs }: Leaving): readonly Finding[] {
  return turnsIn(context, state).flatMap((turn): Finding[] => {
    if (turn.durationMs <= afterMs) return []
    const entry = context.walk.entries.find(({ axis: of, to }) => of === axis.id && to === state.id)
    const witness = entry && cutWitness(context, entry, afterMs, 'cut here, before it has gone round once', true)
    if (!witness) return []
    const where = turn.degrees === null ? `${Math.round((100 * afterMs) / turn.durationMs)} % of the way` : `${Math.round((turn.degrees * afterMs) / turn.durationMs)}°`
    return [{
      id: `never-completes ${context.component.id} ${axis.id} ${state.id} ${turn.part ?? ''}`,
      kind: 'never-completes', level: 'fault',
      sentence: `${turn.name} goes round once in ${inMs(turn.durationMs)}, but ${stateName(axis, state.id)} is left after ${inMs(afterMs)}: the turn is always cut at ${where}.`,
      about: { component: context.component.id, axis: axis.id, state: state.id, rule: rule.id, ...(turn.part === null ? {} : { part: turn.part }) },
      remedy: leaveLater(context.component, rule, turn.durationMs),
      witness, numbers: { afterMs, needsMs: turn.durationMs, earlyMs: turn.durationMs - afterMs },
    }]
  })
}

interface TurnIn {
  readonly name: string
  /** The instance that turns; null for the component itself. */
  readonly part: string | null
  readonly durationMs: number
  /** How far one round turns, where that is what it does. */
  readonly degrees: number | null
}

/** The continuous motions that run in a state: its own, and those of instances its look puts into a state that has one. */
function turnsIn({ compiled, project }: CheckContext, state: State): readonly TurnIn[] {
  const turnOf = (of: State | undefined, name: string, part: string | null): TurnIn[] => {
    if (!of?.continuous) return []
    const rotate = Object.values(of.continuous.to).map((properties) => properties.rotate).find((value) => typeof value === 'number')
    return [{ name, part, durationMs: fromToken<number>(of.continuous.durationMs, project.tokens), degrees: rotate ?? null }]
  }
  const held = compiled.holders.flatMap(({ part }) =>
    Object.entries(part.kind === 'instance' ? (state.look[part.id] ?? {}) : {}).flatMap(([property, value]) => {
      const inner = compiled.inner.find(({ component }) => part.kind === 'instance' && component.id === part.component)
      const axis = inner?.component.axes.find(({ id }) => id === axisOfProperty(property))
      return turnOf(axis?.states.find(({ id }) => id === value), `“${part.name}”`, part.id)
    }),
  )
  return [...turnOf(state, stateName({ states: [state] }, state.id), null), ...held]
}

function cutWitness({ project, component }: CheckContext, entry: Entry, afterMs: number, caption: string, isTurn = false): Witness | null {
  const cutMs = entry.atMs + afterMs
  return confirmed(project, witnessOf(component.id, entry.in, cutMs, caption), (trace) =>
    trace.some((event, index) => event.what === 'state' && event.instance === '' && event.axis === entry.axis && event.to === entry.to && event.atMs === entry.atMs &&
      (isTurn || event.settlesMs > cutMs) &&
      trace.slice(index + 1).some((later) => later.what === 'state' && later.instance === '' && later.axis === entry.axis && later.from === entry.to && later.atMs === cutMs)))
}

const leaveLater = (component: Component, rule: Rule, ms: number) => ({
  label: `Leave after ${inMs(ms)}`,
  edit: { edit: 'set' as const, path: ['components', component.id, 'rules', rule.id, 'trigger', 'ms'], to: ms },
})
