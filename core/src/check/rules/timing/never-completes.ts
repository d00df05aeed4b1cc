import { axisOfProperty, certain, holdsIn, itemAt, latestMs, leads, type Axis, type Component, type Id, type Rule, type State } from '../../../document'
import type { Trace } from '../../../run'
import { fromToken } from '../../../motion'
import { isByItself, type StateSpace, type Facts, type Seen } from '../../ground/state-space'
import { stateName, type CheckContext, type ComponentCheck } from '../../ground/context'
import { after, readingWhen, type NetAxis, type Thing } from '../../explore'
import { inMs, type Finding, type Witness } from '../../model/finding'
import { witnessTo } from '../../ground/witness'

/**
 * States whose motion has never come to its end when they are left, however they are entered and whatever one does
 * meanwhile; and continuous motions that are cut before they have gone round once.
 */
export const neverCompletes: ComponentCheck = {
  name: 'never-completes', scope: 'component', levels: ['fault'],
  means: 'entered from rest, the motion never comes to its end, and the state is left of itself; or a continuous motion is cut before one round',
  finds: (context) =>
    context.component.axes.flatMap((axis) => [
      ...neverSettledIn(context.stateSpace, context.root, axis),
      ...axis.states.flatMap((state) => turnCut(context, axis, state)),
    ]),
}

/** States of an axis that are always left of themselves before the motion into them ends. */
export function neverSettledIn(stateSpace: StateSpace, thing: Thing, axis: Axis): readonly Finding[] {
  if (!hasWaysOutByItself(thing, axis)) return []
  const facts = stateSpace.following(thing, axis.id)
  const net = facts.network.axisOf(thing, axis.id)
  if (!net || !facts.isFinished) return []
  const entries = facts.all('entered').filter(({ mark }) => mark.axis === net && mark.left === 0 && facts.network.span(mark.span).least > 0)
  const settled = new Set(facts.all('settled').flatMap(({ mark, step }) => (mark.axis === net && certain(step.deadline).least > 0 ? [mark.state] : [])))
  return [...new Set(entries.map(({ mark }) => mark.to))].filter((to) => !settled.has(to)).flatMap((to) => cutFinding({ stateSpace, facts, net, axis }, to))
}

interface Following {
  readonly stateSpace: StateSpace
  readonly facts: Facts
  readonly net: NetAxis
  readonly axis: Axis
}

function cutFinding({ stateSpace, facts, net, axis }: Following, to: number): readonly Finding[] {
  const { component } = net.thing.compiled
  const cuts = facts.all('entered').filter(({ mark, step }) => mark.axis === net && mark.from === to && mark.left > 0 && isByItself(step))
  const cut = cuts[0]
  const state = itemAt(axis.states, to)
  if (!cut) return []
  const { needsMs, afterMs } = cutTimes(facts, cut)
  const earlyMs = needsMs - afterMs
  const witness = witnessTo(stateSpace, facts, after(cut.step), { caption: `cut here, ${inMs(earlyMs)} before its motion ends` }, (trace) => isLeftEarly(trace, { instance: net.thing.path, axis: axis.id, state: state.id }))
  if (!witness) return []
  const rule = cut.mark.rule ?? undefined
  const isTimer = rule !== undefined && 'ms' in rule.trigger && rule.trigger.on !== 'every'
  return [{
    id: `never-completes ${component.id} ${axis.id} ${state.id}`,
    kind: 'never-completes', level: 'fault',
    sentence: `${stateName(axis, state.id)} is left after ${inMs(afterMs)}, but its ${inMs(needsMs)} motion needs ${inMs(earlyMs)} more: it never completes.`,
    about: { component: component.id, axis: axis.id, state: state.id, ...(rule ? { rule: rule.id } : {}), ...(net.thing.path === '' ? {} : { instance: net.thing.path }) },
    remedy: rule && isTimer ? leaveLater(component, rule, needsMs) : null,
    witness, numbers: { afterMs, needsMs, earlyMs },
  }]
}

/** Whether a run comes into a state, and leaves it before its motion has ended. */
export const isLeftEarly = (trace: Trace, { instance, axis, state }: { readonly instance: string; readonly axis: Id; readonly state: Id }): boolean => {
  const changes = trace.filter((event) => event.what === 'state').filter((event) => event.instance === instance && event.axis === axis)
  return changes.some((event, index) => event.to === state && changes.slice(index + 1).some((later) => later.from === state && later.atMs < event.settlesMs))
}

/** How long a motion that is cut would take, and how much of that it gets at least. */
export const cutTimes = ({ network }: Facts, { mark, step }: Seen<'entered'>): CutTimes =>
  ({ needsMs: network.span(mark.left).most, afterMs: readingWhen(step, mark.axis.index)?.[0] ?? 0 })

export interface CutTimes {
  readonly needsMs: number
  readonly afterMs: number
}

/** Whether anything but a person can end a state of an axis, which is what can cut a motion for certain. */
export function hasWaysOutByItself({ compiled: { component } }: Thing, { id }: Axis): boolean {
  return component.rules.some((rule) => rule.axis === id && leads(rule) && ['after', 'every', 'message', 'changes', 'settled', 'shown'].includes(rule.trigger.on)) || component.axes.some((axis) => axis.id === id && axis.boundTo !== null)
}

function turnCut(context: CheckContext, axis: Axis, state: State): readonly Finding[] {
  const { component, stateSpace, root } = context
  const leaving = earliestTimer(component, axis, state)
  if (!leaving) return []
  const { rule, afterMs } = leaving
  return turnsIn(context, state).flatMap((turn): Finding[] => {
    if (turn.durationMs <= afterMs) return []
    const witness = cutTurnWitness(stateSpace, root, { axis, state, rule })
    if (!witness) return []
    const where = turn.degrees === null ? `${Math.round((100 * afterMs) / turn.durationMs)} % of the way` : `${Math.round((turn.degrees * afterMs) / turn.durationMs)}°`
    return [{
      id: `never-completes ${component.id} ${axis.id} ${state.id} ${turn.part ?? ''}`,
      kind: 'never-completes', level: 'fault',
      sentence: `${turn.name} goes round once in ${inMs(turn.durationMs)}, but ${stateName(axis, state.id)} is left after ${inMs(afterMs)}: the turn is always cut at ${where}.`,
      about: { component: component.id, axis: axis.id, state: state.id, rule: rule.id, ...(turn.part === null ? {} : { part: turn.part }) },
      remedy: leaveLater(component, rule, turn.durationMs),
      witness, numbers: { afterMs, needsMs: turn.durationMs, earlyMs: turn.durationMs - afterMs },
    }]
  })
}

/** The first timer that certainly ends a state: it counts from entering, nothing holds it and no guard stops it. */
function earliestTimer(component: Component, axis: Axis, state: State): { readonly rule: Rule; readonly afterMs: number } | null {
  const timers = component.rules.flatMap((rule) => {
    const { trigger } = rule
    if (rule.axis !== axis.id || (trigger.on !== 'after' && trigger.on !== 'every') || !leads(rule) || !holdsIn(rule, state.id, axis)) return []
    return trigger.since === 'entering' && trigger.pauseWhile === null && rule.guard === null ? [{ rule, afterMs: latestMs(trigger) }] : []
  })
  return timers.length === 0 ? null : timers.reduce((first, timer) => (timer.afterMs < first.afterMs ? timer : first))
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
    if (!of?.loop) return []
    const rotation = Object.values(of.loop.to).map((properties) => properties.rotation).find((value) => typeof value === 'number')
    return [{ name, part, durationMs: fromToken<number>(of.loop.durationMs, project.tokens), degrees: rotation ?? null }]
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

function cutTurnWitness(stateSpace: StateSpace, root: Thing, { axis, state, rule }: { readonly axis: Axis; readonly state: State; readonly rule: Rule }): Witness | null {
  const { closed } = stateSpace
  const left = closed.all('entered').find(({ mark }) => mark.axis.thing === root && mark.rule === rule && mark.axis.states[mark.from] === state.id)
  return left ? witnessTo(stateSpace, closed, after(left.step), { caption: 'cut here, before it has gone round once' }, (trace) =>
    trace.some((event) => event.what === 'state' && event.instance === '' && event.axis === axis.id && event.from === state.id && event.rule === rule.id)) : null
}

/** The remedy that lets a timer of a rule wait for so many ms. */
export const leaveLater = (component: Component, rule: Rule, ms: number) => ({
  label: `Leave after ${inMs(ms)}`,
  edit: { edit: 'set' as const, path: ['components', component.id, 'rules', rule.id, 'trigger', 'ms'], to: ms },
})
