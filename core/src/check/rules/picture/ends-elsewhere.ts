import { batch, firstOf, inProject, isExpression, isToken, laidOutBy, propertyDefinition, sameValue, unsetAt, type Part } from '../../../document'
import { shownValue } from '../../../machine'
import { stateChangesIn, endOf, partName, wayOf, type StateChange } from '../../ground/changes'
import { listed, stateNames, type CheckContext, type ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { witnessOfChange } from '../../ground/witness'

/** What a look says of a property, and what shows once the motion into it has ended. */
interface Said {
  readonly change: StateChange
  readonly part: string
  readonly property: string
  /** What lays the part out, where that is why. */
  readonly by: Part | null
}

/**
 * Properties of which a state's look says one thing, while another shows once the motion into it has ended: a bound has
 * the last word, or a layout. What one row or column takes over is told once.
 */
export const endsElsewhere: ComponentCheck = {
  name: 'ends-elsewhere', scope: 'component', levels: ['risk', 'note'],
  means: 'after the motion a property is not what the look says: a layout or a bound has the last word; the field says so too',
  finds: (context) => {
    const all = stateChangesIn(context).flatMap((change) => elsewhere(context, change))
    const said = all.filter(({ change, part, property }, index) => all.findIndex((other) => other.change.to === change.to && other.part === part && other.property === property) === index)
    const holders = new Set(said.flatMap(({ by }) => by ?? []))
    return [...said.filter(({ by }) => by === null).map((each) => outOfBounds(context, each)), ...[...holders].map((holder) => takenOver(context, holder, said.filter(({ by }) => by === holder)))]
  },
}

function elsewhere({ component }: CheckContext, change: StateChange): readonly Said[] {
  const { after: moving, to } = change
  return Object.entries(to.look).flatMap(([part, look]) => Object.entries(look).flatMap(([property, value]): Said[] => {
    const index = moving.compiled.partIndex.get(part)
    const definition = propertyDefinition(property)
    // What is drawn for an icon is its outline, which is not what the look says.
    if (index === undefined || !definition || definition.type === 'icon' || isExpression(value) || isToken(value)) return []
    const isMeant = component.axes.length < 2 || !component.axes.some((axis) => axis !== change.axis && axis.states.some((state) => state.look[part]?.[property] !== undefined))
    if (!isMeant || sameValue(shownValue(moving, index, property, endOf(change) + 1), value) || moving.cycles.some((cycle) => cycle.part === index && cycle.property === property)) return []
    if (component.combinations.some((combination) => combination.look[part]?.[property] !== undefined)) return []
    return [{ change, part, property, by: laidOutBy(component, part, property) }]
  }))
}

function outOfBounds(context: CheckContext, { change, part, property }: Said): Finding {
  const { component } = context
  const { after: moving, to } = change
  const index = moving.compiled.partIndex.get(part) ?? 0
  const definition = propertyDefinition(property)
  const [shown, value] = [shownValue(moving, index, property, endOf(change) + 1), to.look[part]?.[property]]
  const words = (what: unknown) => `${typeof what === 'number' ? Math.round(what * 100) / 100 : String(what)}${definition?.unit ? ` ${definition.unit}` : ''}`
  return {
    id: `ends-elsewhere ${component.id} ${to.id} ${part} ${property}`,
    kind: 'ends-elsewhere', level: 'risk',
    sentence: `After ${wayOf(change)}, ${definition?.label ?? property} of ${partName(moving, index)} is ${words(shown)}, not ${words(value)} as the look of ‹${to.name}› says.`,
    about: { component: component.id, axis: change.axis.id, state: to.id, part, property },
    remedy: { label: 'Take it out of the look', edit: unsetAt(placeOf(component.id, { change, part, property })) },
    witness: witnessOfChange(context, change, { afterMs: endOf(change), caption: 'it has come to rest here' }),
    numbers: typeof shown === 'number' && typeof value === 'number' ? { shown, said: value } : {},
  }
}

function takenOver(context: CheckContext, by: Part, group: readonly Said[]): Finding {
  const { component } = context
  const { change, part, property } = firstOf(group)
  const parts = [...new Set(group.map((each) => each.part))].map((id) => `“${component.parts.find((each) => each.id === id)?.name ?? id}”`)
  const labels = [...new Set(group.map((each) => propertyDefinition(each.property)?.label ?? each.property))]
  const states = [...new Set(group.map((each) => each.change.to.id))].filter((id) => change.axis.states.some((state) => state.id === id))
  return {
    id: `ends-elsewhere ${component.id} ${by.id}`,
    kind: 'ends-elsewhere', level: 'note',
    sentence: `What the looks of ${stateNames(change.axis, states)} say of ${listed(labels)} of ${listed(parts)} changes nothing: ${by.id === part ? 'what is in it decides that' : `“${by.name}” lays out what is in it`}.`,
    about: { component: component.id, axis: change.axis.id, state: change.to.id, states, part, property },
    remedy: { label: 'Take it out of the looks', edit: batch(...group.map((each) => unsetAt(placeOf(component.id, each)))) },
    witness: witnessOfChange(context, change, { afterMs: endOf(change), caption: 'it has come to rest here' }),
    numbers: { parts: parts.length },
  }
}

const placeOf = (component: string, { change, part, property }: Pick<Said, 'change' | 'part' | 'property'>) =>
  inProject('components', component, 'axes', change.axis.id, 'states', change.to.id, 'look', part, property)
