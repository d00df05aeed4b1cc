import { fromToken, laneValue, type Lane } from '../../../motion'
import { asNumber, certain, inProject, itemAt, propertyDefinition, setAt, theOne, type State } from '../../../document'
import { startInstance, turnsDone, cycleValue, type Cycle } from '../../../machine'
import { stateChangesIn, lanesOf, partName, wayOf } from '../../ground/changes'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import { inMs, type Finding } from '../../model/finding'

/** A speed that changes by more than this share of the mean speed of its motion within a millisecond is seen. */
const BREAK = 0.5

/** Breaks of speed where one leg of a motion gives way to the next, and where a repeated motion begins again. */
export const seam: ComponentCheck = {
  name: 'seam', scope: 'component', levels: ['note'],
  means: 'speed breaks where one stage gives way to the next, or a repetition begins again',
  finds: (context) => [...stageSeams(context), ...context.component.axes.flatMap(({ states }) => states.flatMap((state) => loopSeams(context, state)))],
}

function stageSeams(context: CheckContext): readonly Finding[] {
  const { component } = context
  return stateChangesIn(context).flatMap((change): Finding[] => {
    for (const lane of lanesOf(change)) {
      const at = lane.seams.find((share) => breaksAt(lane, share))
      if (at === undefined) continue
      const ms = Math.round(lane.delayMs + at * lane.durationMs)
      return [{
        id: `seam ${component.id} ${change.axis.id} ${change.from.id} ${change.to.id}`,
        kind: 'seam', level: 'note',
        sentence: `${propertyDefinition(lane.property)?.label ?? lane.property} of ${partName(change.before, lane.part)} changes its speed abruptly ${inMs(ms)} into ${wayOf(change)}, where one stage gives way to the next.`,
        about: { component: component.id, axis: change.axis.id, state: change.from.id, ...(change.rule ? { rule: change.rule.id } : {}), part: itemAt(change.before.compiled.parts, lane.part).part.id },
        remedy: matching(context, change.rule?.id), witness: null, numbers: { atMs: ms },
      }]
    }
    return []
  })
}

/** Lets every stage of a rule's motion take over the speed of the one before. */
function matching({ component }: CheckContext, rule: string | undefined): Finding['remedy'] {
  const motion = component.rules.find(({ id }) => id === rule)?.motion
  if (!motion || motion.keyframes.length === 0) return null
  return { label: 'Match the speeds', edit: setAt(inProject('components', component.id, 'rules', certain(rule), 'motion', 'keyframes'), motion.keyframes.map((stage) => ({ ...stage, matchVelocity: true }))) }
}

/** A motion is followed in so many pieces to know how far it goes. */
const PIECES = 20

/** Whether the speed a millisecond before an instant of a lane and that a millisecond after differ by more than `BREAK` allows. */
function breaksAt(lane: Lane, share: number): boolean {
  const begin = lane.startMs + lane.delayMs
  const values = (instants: readonly number[]) => instants.map((ms) => laneValue(lane, ms)).filter((shown) => typeof shown === 'number')
  const at = begin + share * lane.durationMs
  const around = stepsBetween(values([at - 1, at, at + 1]))
  if (around.length < 2 || typeof lane.to !== 'number') return false
  const pieces = stepsBetween(values(Array.from({ length: PIECES + 1 }, (_, piece) => begin + (lane.durationMs * piece) / PIECES)))
  const travelled = pieces.reduce((sum, step) => sum + Math.abs(step), 0)
  const meanSpeed = travelled / Math.max(1, lane.durationMs)
  const [before, after] = [itemAt(around, 0), itemAt(around, 1)]
  return meanSpeed > 0 && Math.abs(after - before) > BREAK * 2 * meanSpeed
}

const stepsBetween = (values: readonly number[]): readonly number[] => values.slice(1).map((value, index) => value - itemAt(values, index))

function loopSeams({ component, compiled, project }: CheckContext, state: State): readonly Finding[] {
  const axis = theOne(component.axes, ({ states }) => states.includes(state))
  if (!state.loop || state.loop.direction !== 'forward') return []
  const start = startInstance({ path: '', compiled, environment: { ...Object.fromEntries(component.parameters.map(({ name, initial }) => [name, initial])), ...Object.fromEntries(component.variables.map(({ name, start: value }) => [name, value])), ...Object.fromEntries(project.variables.map(({ name, start: value }) => [name, value])) }, states: { [axis.id]: state.id }, atMs: 0 })
  const cut = start.cycles.find((cycle) => cycle.durationMs > 2 && turnsDone(cycle, 0) === 0 && wrapBreaks(cycle))
  if (!cut) return []
  return [{
    id: `seam ${component.id} ${axis.id} ${state.id}`,
    kind: 'seam', level: 'note',
    sentence: `${propertyDefinition(cut.property)?.label ?? cut.property} of ${partName(start, cut.part)} in ‹${state.name}› breaks off each time it begins again, every ${inMs(fromToken<number>(state.loop.durationMs, project.tokens))}.`,
    about: { component: component.id, axis: axis.id, state: state.id, part: itemAt(compiled.parts, cut.part).part.id },
    remedy: { label: 'Go back and forth', edit: setAt(inProject('components', component.id, 'axes', axis.id, 'states', state.id, 'loop', 'direction'), 'back and forth') },
    witness: null, numbers: { everyMs: cut.durationMs },
  }]
}

/** Whether a round ends at another place, or at another speed, than the next one begins. */
function wrapBreaks(cycle: Cycle): boolean {
  const { durationMs, property, from, to } = cycle
  const value = (ms: number): number => asNumber(cycleValue(cycle, ms))
  if (typeof from !== 'number' || typeof to !== 'number') return false
  const apart = property === 'rotation' ? Math.abs(to - from) % 360 : Math.abs(to - from)
  if (apart > 0.01) return true
  const [last, first] = [value(durationMs - 1) - value(durationMs - 2), value(2) - value(1)]
  const mean = Math.abs(to - from) / durationMs
  return Math.abs(last - first) > BREAK * mean
}
