import { inProject, isExpression, isToken, propertyDefinition, sameValue, unsetAt } from '../document'
import { shownValue } from '../machine'
import { changesIn, endOf, partName, wayOf } from './changes'
import type { Check } from './context'
import { after } from './explore'
import type { Finding } from './finding'
import { witnessTo } from './witness'

/** Places and sizes that a layout decides whatever a look says about them. */
const DECIDED = ['x', 'y', 'width', 'height']

/** Properties of which a state's look says one thing, while another shows once the motion into it has ended: a layout or a bound has the last word. */
export const endsElsewhere: Check = (context) => {
  const { component, arena } = context
  const seen = new Set<string>()
  return changesIn(context).flatMap((change): Finding[] => {
    const { after: moving, to } = change
    return Object.entries(to.look).flatMap(([part, said]) => Object.entries(said).flatMap(([property, value]): Finding[] => {
      const index = moving.compiled.partIndex.get(part)
      const definition = propertyDefinition(property)
      const key = `${to.id} ${part} ${property}`
      if (index === undefined || !definition || isExpression(value) || isToken(value) || seen.has(key)) return []
      const isMeant = component.axes.length < 2 || !component.axes.some((axis) => axis !== change.axis && axis.states.some(({ look }) => look[part]?.[property] !== undefined))
      const shown = shownValue(moving, index, property, endOf(change) + 1)
      if (!isMeant || sameValue(shown, value) || moving.cycles.some((cycle) => cycle.part === index && cycle.property === property)) return []
      if (component.combinations.some(({ look }) => look[part]?.[property] !== undefined)) return []
      seen.add(key)
      const why = DECIDED.includes(property) ? 'what it stands in lays it out' : 'it is kept within its bounds'
      const words = (what: unknown) => `${typeof what === 'number' ? Math.round(what * 100) / 100 : String(what)}${definition.unit ? ` ${definition.unit}` : ''}`
      return [{
        id: `ends-elsewhere ${component.id} ${key}`,
        kind: 'ends-elsewhere', level: 'risk',
        sentence: `After ${wayOf(change)}, ${definition.label} of ${partName(moving, index)} is ${words(shown)}, not ${words(value)} as the look of ‹${to.name}› says: ${why}.`,
        about: { component: component.id, axis: change.axis.id, state: to.id, part, property },
        remedy: { label: 'Take it out of the look', edit: unsetAt(inProject('components', component.id, 'axes', change.axis.id, 'states', to.id, 'look', part, property)) },
        witness: witnessTo(arena, arena.closed, after(change.step), { afterMs: endOf(change), caption: 'it has come to rest here' }, (trace) => trace.some((event) => event.what === 'state' && event.to === to.id)),
        numbers: typeof shown === 'number' && typeof value === 'number' ? { shown, said: value } : {},
      }]
    }))
  })
}
