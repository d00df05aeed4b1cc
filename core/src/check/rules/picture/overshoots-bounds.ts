import { inProject, inside, insertInto, itemAt, propertyDefinition, setAt, type PropertyDefinition, type Rule } from '../../../document'
import { formOf, motionSources, type Lane } from '../../../motion'
import { stateChangesIn, lanesOf, partName, wayOf } from '../../ground/changes'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import type { Finding, Remedy } from '../../model/finding'
import { witnessOfChange } from '../../ground/witness'

/** How far beyond what is possible a value has to want to go before anybody sees that it stands still there: px, and shares of the whole. */
const SEEN: Readonly<Record<string, number>> = { length: 1, ratio: 0.03, number: 0.05 }

const SAMPLES = 200

/** What an easing makes of a property beyond what there can be of it. */
interface Beyond {
  readonly lane: Lane
  readonly definition: PropertyDefinition
  /** The value it would have, from when on it stands still instead, in ms from the beginning of the change, and for how long. */
  readonly value: number
  readonly fromMs: number
  readonly stillMs: number
}

/** Easings that go past their end with what has a bound there, such as a width below nothing or an opacity beyond all: it stands still for that while. */
export const overshootsBounds: ComponentCheck = {
  name: 'overshoots-bounds', scope: 'component', levels: ['risk'],
  means: 'an easing goes past its end with what has a bound there, and it stands still for that while',
  finds: (context) => {
    const { component } = context
    return stateChangesIn(context).flatMap((change): Finding[] => {
      const { compiled } = change.after
      if (formOf(motionSources(compiled.project, component, change.axis.id, change.from.id, change.to.id, change.rule)).keyframes.length > 0) return []
      const all = lanesOf(change).flatMap((lane) => beyondIn(lane) ?? [])
      const [first] = all.toSorted((a, b) => b.stillMs - a.stillMs)
      if (!first) return []
      const { lane, definition, value, fromMs, stillMs } = first
      const words = (number: number) => (definition.type === 'ratio' ? `${Math.round(number * 100)} %` : `${Math.round(number * 100) / 100}${definition.unit ? ` ${definition.unit}` : ''}`)
      const bound = value < (definition.min ?? -Infinity) ? `at least ${words(definition.min ?? 0)}` : `at most ${words(definition.max ?? 1)}`
      const part = itemAt(compiled.parts, lane.part).part.id
      return [{
        id: `overshoots-bounds ${component.id} ${change.axis.id} ${change.from.id} ${change.to.id}`,
        kind: 'overshoots-bounds', level: 'risk',
        sentence: `In ${wayOf(change)}, ${definition.label} of ${partName(change.after, lane.part)} would go to ${words(value)}, and there is ${bound}: it stands still for ${Math.round(stillMs)} ms of the motion.`,
        about: { component: component.id, axis: change.axis.id, state: change.from.id, part, property: lane.property, ...(change.rule ? { rule: change.rule.id } : {}) },
        remedy: change.rule ? steady(context, change.rule, part, lane.property) : null,
        witness: witnessOfChange(context, change, { afterMs: fromMs, caption: `${definition.label} stands still here` }),
        numbers: { value, stillMs: Math.round(stillMs), lanes: all.length },
      }]
    })
  },
}

function beyondIn(lane: Lane): Beyond | null {
  const definition = propertyDefinition(lane.property)
  const seen = SEEN[definition?.type ?? '']
  if (!definition || seen === undefined || lane.timing.switchAt !== null) return null
  const { from, to } = lane
  if (typeof from !== 'number' || typeof to !== 'number') return null
  const way = to - from
  const { min = -Infinity, max = Infinity } = definition
  const wanted = Array.from({ length: SAMPLES + 1 }, (_each, index) => from + way * lane.ease(index / SAMPLES))
  const beyond = wanted.filter((value) => value < min - seen || value > max + seen)
  if (beyond.length === 0) return null
  const value = beyond.reduce((most, each) => (Math.abs(each - to) > Math.abs(most - to) ? each : most))
  const first = wanted.findIndex((each) => each < min || each > max) / SAMPLES
  return { lane, definition, value, fromMs: Math.round(lane.delayMs + first * lane.durationMs), stillMs: (beyond.length / SAMPLES) * lane.durationMs }
}

/** An easing of its own for that, which does not go past its end. */
function steady({ component }: CheckContext, { id, motion }: Rule, part: string, property: string): Remedy | null {
  if (!motion) return null
  const lanes = inProject('components', component.id, 'rules', id, 'motion', 'lanes')
  const own = motion.lanes.find((lane) => lane.part === part && lane.property === property)
  return {
    label: 'Let that come to its end without going past it',
    edit: own ? setAt(inside(lanes, own.id, 'easing'), 'ease-out') : insertInto(lanes, { id: `steady-${part}-${property}`.slice(0, 63), part, property, easing: 'ease-out' }),
  }
}
