import { certain, inProject, itemAt, latestMs, propertyDefinition, setAt, type Edit, type InterruptionPolicy, type Literal } from '../../../document'
import { changesBetween, changeState, completed, shownValue, type Instance, type TargetChange } from '../../../machine'
import { formOf, isMovement, motionSources, parseColour, toOklab, type Shown } from '../../../motion'
import { stateChangesIn, endOf, interruptedAt, lanesOf, partName, wayOf, type StateChange } from '../../ground/changes'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import { after, enactOn, type Enacted } from '../../explore'
import type { Trace } from '../../../run'
import type { DrawItem, DrawList } from '../../../scene'
import { inMs, type Finding, type Witness } from '../../model/finding'
import { everythingIn } from '../../ground/placed'
import { confirmed, witnessOf } from '../../ground/witness'

/** Steps smaller than these are not seen: px, degrees, shares of opacity and scale, and differences in OKLab. */
const TOLERANCE: Readonly<Record<string, number>> = { length: 2, angle: 2, ratio: 0.05, number: 0.05, colour: 0.06 }

interface Jump {
  readonly part: number
  readonly property: string
  readonly by: number
  readonly unit: string
}

/**
 * Properties that travel and are at another value from one instant to the next, though nobody asked for a jump: when a
 * change begins, and when each rule that can interrupt it does so at its start, at every eighth and just before its end.
 */
export const jumps: ComponentCheck = {
  name: 'jumps', scope: 'component', levels: ['risk', 'note'],
  means: 'a visible property changes at once by more than 2 px or °, 0.05 or 0.06 in OKLab, and no jump was asked for',
  finds: (context) => {
    const changes = stateChangesIn(context)
    return changes.flatMap((change): Finding[] => {
      const usual = [...atTheBeginning(context, change), ...whenInterrupted(context, change, changes)]
      return usual.length > 0 ? usual : [...whenInterrupted(context, reducedForm(change), changes)]
    })
  },
}

/** The same change for people who would rather have things not move. */
function reducedForm(change: StateChange): StateChange {
  const before = { ...change.before, isMotionReduced: true }
  return { ...change, before, after: changeState(before, change.index, change.to.id, change.rule, 0) }
}

function atTheBeginning(context: CheckContext, change: StateChange): readonly Finding[] {
  const jump = firstJump(change.before, change.after, 0, change)
  return endOf(change) <= 0 || !jump ? [] : [finding(context, change, { jump, atMs: 0, by: null })]
}

function whenInterrupted(context: CheckContext, change: StateChange, changes: readonly StateChange[]): readonly Finding[] {
  const seen = new Set<string>()
  for (const by of changes) {
    if (by.index !== change.index || by.from.id !== change.to.id) continue
    for (const atMs of instantsOf(by, change)) {
      const interrupted = interrupt(change, by, atMs)
      const jump = interrupted && firstJump(change.after, interrupted, atMs, by)
      if (!jump || seen.has(jump.property)) continue
      return [finding(context, change, { jump, atMs, by })]
    }
  }
  return []
}

/** When a change can come on top of another one: at any time what a person or a message does, a timer when it is due, and never what waits for the end. */
function instantsOf({ rule }: StateChange, change: StateChange): readonly number[] {
  const all = interruptedAt(lanesOf(change))
  const trigger = rule?.trigger
  if (trigger?.on === 'settled') return []
  if (trigger?.on !== 'after' || trigger.since !== 'entering' || trigger.pauseWhile !== null) return all
  return [...new Set([trigger.ms, latestMs(trigger)])].filter((ms) => ms < endOf(change))
}

/** The component once another change has come in the middle of one; null when its motion lets none in. */
export function interrupt({ after: moving, index }: StateChange, { to, rule }: StateChange, atMs: number): Instance | null {
  const policy: InterruptionPolicy = itemAt(moving.policies, index)
  if (policy === 'ignore' || policy === 'finish first') return null
  const from = policy === 'skip to end' ? completed(moving, index) : moving
  return changeState(from, index, to.id, rule, atMs)
}

/** The first property that shows one value before an instant and another at it, without having been told to jump. */
function firstJump(before: Instance, now: Instance, atMs: number, { axis, from, to, rule }: StateChange): Jump | null {
  const { compiled } = now
  const sources = motionSources(compiled.project, compiled.component, axis.id, from.id, to.id, rule)
  for (const lane of now.lanes) {
    if (lane.startMs !== atMs || lane.timing.switchAt !== null || lane.timing.easing.startsWith('steps') || lane.timing.easing.startsWith('step-')) continue
    const jump = jumpOf(shownValue(before, lane.part, lane.property, atMs), shownValue(now, lane.part, lane.property, atMs), lane)
    if (jump) return jump
  }
  const isTimed = now.lanes.some(({ startMs, durationMs }) => startMs === atMs && durationMs > 0)
  if (!isTimed || formOf(sources).keyframes.length > 0) return null
  const moves = ({ part, property }: TargetChange) => now.lanes.some((lane) => lane.part === part && lane.property === property) || now.cycles.some((cycle) => cycle.part === part && cycle.property === property)
  for (const change of [...changesBetween(before.targets, now.targets), ...before.lanes].filter((each) => !moves(each))) {
    const { part, property } = change
    const target = itemAt(now.targets.values, part)[property] ?? null
    const shown = shownValue(before, part, property, atMs)
    if (shown === target || (now.isMotionReduced && isMoved(property)) || isToldToJump(sources, itemAt(compiled.parts, part).part.id, property)) continue
    const jump = jumpOf(shown, target, { part, property })
    if (jump) return jump
  }
  return null
}

function isMoved(property: string): boolean {
  const definition = propertyDefinition(property)
  return definition !== undefined && isMovement(definition)
}

/** Whether something says of a property that it takes no time: it then changes at once because that was asked for. */
function isToldToJump(sources: ReturnType<typeof motionSources>, part: string, property: string): boolean {
  return sources.some(({ switchAt: jump, lanes }) => jump !== undefined || lanes.some((lane) => lane.part === part && (lane.property === property || lane.property === null) && (lane.switchAt !== undefined || lane.durationMs === 0)))
}

/** How far a property jumps from one value to another; null where nobody would see that. */
export function jumpOf(before: Shown, now: Shown | Literal, { part, property }: Pick<Jump, 'part' | 'property'>): Jump | null {
  const definition = propertyDefinition(property)
  if (!definition) return null
  if (typeof before === 'number' && typeof now === 'number') {
    const by = Math.abs(now - before)
    return by > (TOLERANCE[definition.type] ?? Infinity) ? { part, property: definition.label, by, unit: definition.unit ?? '' } : null
  }
  if (definition.type !== 'paint' && definition.type !== 'colour') return null
  const by = colourDifference(before, now)
  return by !== null && by > certain(TOLERANCE.colour) ? { part, property: definition.label, by, unit: 'colour' } : null
}

/** By how much something jumps, for a sentence; nothing of a colour. */
export const amountOf = ({ by, unit }: Jump): string => (unit === 'colour' ? '' : ` by ${Math.round(by * 100) / 100}${unit && ` ${unit}`}`)

/** A jump of something that is drawn. */
export interface SeenJump {
  readonly item: DrawItem
  readonly property: string
  readonly jump: Jump
}

/** The first property of what is meant that is seen to jump from one picture to the next. */
export function jumpBetween(before: DrawList, now: DrawList, isMeant: (item: DrawItem) => boolean): SeenJump | null {
  const were = new Map(everythingIn(before).map(({ item }) => [item.key, item]))
  for (const { item } of everythingIn(now)) {
    const was = were.get(item.key)
    if (!was || !isMeant(item)) continue
    for (const [property, value] of Object.entries(item.values)) {
      const jump = jumpOf(was.values[property] ?? null, value ?? null, { part: 0, property })
      if (jump) return { item, property, jump }
    }
  }
  return null
}

/** How far two colours are apart in OKLab; null unless both are plain colours. */
export function colourDifference(a: unknown, b: unknown): number | null {
  if (typeof a !== 'string' || typeof b !== 'string') return null
  const [one, other] = [toOklab(parseColour(a)), toOklab(parseColour(b))]
  return Math.hypot(...one.map((channel, index) => channel - itemAt(other, index)))
}

interface When {
  readonly jump: Jump
  readonly atMs: number
  readonly by: StateChange | null
}

function finding(context: CheckContext, change: StateChange, { jump, atMs, by }: When): Finding {
  const { component, stateSpace } = context
  const when = by ? `when ${wayOf(by)} comes ${inMs(atMs)} after ${wayOf(change)} has begun` : `as soon as ${wayOf(change)} begins`
  const isReduced = change.before.isMotionReduced
  const enacted = isReduced ? null : by ? interrupting(context, change, by, atMs) : stateSpace.enact(stateSpace.closed, after(change.step))
  // A witness is played with all motion.
  const witness: Witness | null = enacted ? witnessOf({ surface: context.surface, inputs: enacted.inputs, chance: enacted.chance, lookAtMs: enacted.run.nowMs, caption: `${jump.property} jumps here` }) : null
  return {
    id: `jumps ${component.id} ${change.axis.id} ${change.from.id} ${change.to.id} ${by ? by.to.id : ''}${isReduced ? ' reduced' : ''}`,
    kind: 'jumps', level: 'risk',
    sentence: `${jump.property} of ${partName(change.before, jump.part)} jumps${amountOf(jump)} ${when}${isReduced ? ', for people who asked for less motion' : ''}.`,
    about: { component: component.id, axis: change.axis.id, state: change.from.id, ...(change.rule ? { rule: change.rule.id } : {}), part: itemAt(change.before.compiled.parts, jump.part).part.id },
    remedy: by ? { label: 'Set out from where it is', edit: retargeting(context, change) } : null,
    witness: witness && confirmed(context.project, witness, (trace) => jumpsIn(trace, change, by)), numbers: { atMs, by: jump.by },
  }
}

/** What a person does so that another change comes so long after one has begun; null where no run does that. */
function interrupting({ stateSpace }: CheckContext, change: StateChange, by: StateChange, atMs: number): Enacted | null {
  const { closed } = stateSpace
  const begun = stateSpace.enact(closed, after(change.step))
  const net = closed.axis(stateSpace.root, change.axis.id)
  const step = closed.steps.find(({ from, outcome }) => from.place === change.step.to && outcome.marks.some((mark) => mark.what === 'entered' && mark.axis === net && mark.rule === by.rule && net.states[mark.to] === by.to.id))
  const both = begun && step ? enactOn(begun, closed.network, after(step), atMs) : null
  return both && begun && both.run.nowMs === begun.run.nowMs + atMs ? both : null
}

/** Whether a run has gone the way of a finding: the one change, and the other one on top of it as the last. */
function jumpsIn(trace: Trace, change: StateChange, by: StateChange | null): boolean {
  const ways = trace.flatMap((event) => (event.what === 'state' && event.instance === '' && event.axis === change.axis.id ? [`${event.from} ${event.to}`] : []))
  const last = by ?? change
  const at = ways.lastIndexOf(`${last.from.id} ${last.to.id}`)
  return at >= 0 && (by === null || ways[at - 1] === `${change.from.id} ${change.to.id}`)
}

/** Makes the motion of a change let others set out from where it is. */
function retargeting({ component }: CheckContext, { rule }: StateChange): Edit {
  return rule?.motion
    ? setAt(inProject('components', component.id, 'rules', rule.id, 'motion', 'policy'), 'continue')
    : setAt(inProject('components', component.id, 'motion'), { ...(component.motion ?? { lanes: [], keyframes: [] }), policy: 'continue' })
}
