import { certain, inProject, setAt } from '../../../document'
import { stateChangesIn, endOf, wayOf } from '../../ground/changes'
import type { ComponentCheck } from '../../ground/context'
import { inMs, type Finding } from '../../model/finding'

/** Ways there and back between two states of which one takes longer than the other, both at somebody's hand. */
export const thereAndBackDiffer: ComponentCheck = {
  name: 'there-and-back-differ', scope: 'component', levels: ['note'],
  means: 'one way takes longer than the other',
  finds: (context) => {
    const changes = stateChangesIn(context).filter(({ rule }) => rule !== null)
    const seen = new Set<string>()
    return changes.flatMap((there): Finding[] => {
      const back = changes.find((each) => each.axis === there.axis && each.from === there.to && each.to === there.from)
      const key = [there.axis.id, ...[there.from.id, there.to.id].toSorted()].join(' ')
      if (!back || seen.has(key) || certain(there.rule).trigger.on === 'after' || certain(back.rule).trigger.on === 'after') return []
      seen.add(key)
      const [thereMs, backMs] = [endOf(there), endOf(back)]
      if (thereMs === backMs) return []
      return [{
        id: `there-and-back-differ ${context.component.id} ${key}`,
        kind: 'there-and-back-differ', level: 'note',
        sentence: `${wayOf(there)} takes ${inMs(thereMs)}, the way back ${inMs(backMs)}.`,
        about: { component: context.component.id, axis: there.axis.id, state: there.from.id, rule: certain(back.rule).id },
        remedy: certain(back.rule).motion ? { label: `${inMs(thereMs)} both ways`, edit: setAt(inProject('components', context.component.id, 'rules', certain(back.rule).id, 'motion', 'durationMs'), thereMs) } : null,
        witness: null, numbers: { thereMs, backMs },
      }]
    })
  },
}
