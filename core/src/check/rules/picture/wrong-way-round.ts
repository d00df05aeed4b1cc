import { asNumber, inProject, itemAt, propertyDefinition, setAt } from '../../../document'
import { stateChangesIn, endOf, lanesOf, numberAt, partName, wayOf } from '../../ground/changes'
import type { ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { witnessOfChange } from '../../ground/witness'

/** Turns that run the long way round, because the angles were taken as they are written: more than half a turn where less than half would do. */
export const wrongWayRound: ComponentCheck = {
  name: 'wrong-way-round', scope: 'component', levels: ['risk'],
  means: 'a turn *as written* of more than half a round and less than a whole one',
  finds: (context) => {
    const { component } = context
    return stateChangesIn(context).flatMap((change): Finding[] => {
      const long = lanesOf(change).filter((lane) => propertyDefinition(lane.property)?.type === 'angle' && lane.property === 'rotation' && lane.timing.rotationDirection === 'as written' && isLong(lane.from, lane.to))
      const lane = long[0]
      if (!lane) return []
      const turned = asNumber(lane.to) - (numberAt(change.before, lane, 0) ?? 0)
      const short = turned - Math.sign(turned) * 360
      return [{
        id: `wrong-way-round ${component.id} ${change.axis.id} ${change.from.id} ${change.to.id}`,
        kind: 'wrong-way-round', level: 'risk',
        sentence: `${partName(change.before, lane.part)} turns by ${Math.round(turned)}° in ${wayOf(change)}, the long way round; ${Math.round(short)}° leads there too.`,
        about: { component: component.id, axis: change.axis.id, state: change.from.id, part: itemAt(change.before.compiled.parts, lane.part).part.id, ...(change.rule ? { rule: change.rule.id } : {}) },
        remedy: change.rule?.motion ? { label: 'Turn the shortest way', edit: setAt(inProject('components', component.id, 'rules', change.rule.id, 'motion', 'rotationDirection'), 'shortest') } : null,
        witness: witnessOfChange(context, change, { afterMs: endOf(change), caption: 'it has turned the long way' }),
        numbers: { turned, short },
      }]
    })
  },
}

/** Whole turns are meant; what is left over after them is the long way when it is more than half a turn. */
function isLong(from: unknown, to: unknown): boolean {
  if (typeof from !== 'number' || typeof to !== 'number') return false
  const by = Math.abs(to - from)
  return by > 180 && by % 360 !== 0 && by < 360
}
