import { certain, inProject, propertyDefinition, setAt } from '../../../document'
import { formOf, isMovement, motionSources } from '../../../motion'
import { stateChangesIn, lanesOf, partName, wayOf } from '../../ground/changes'
import type { ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'

/** Motions that move something across the picture even for people who have asked for things not to move. */
export const noReducedForm: ComponentCheck = {
  name: 'no-reduced-form', scope: 'component', levels: ['risk'],
  means: 'moves even for those who asked for less motion',
  finds: (context) => {
    const { component, project } = context
    return stateChangesIn(context).flatMap((change): Finding[] => {
      const sources = motionSources(project, component, change.axis.id, change.from.id, change.to.id, change.rule)
      const moving = lanesOf(change).find(({ property }) => isMovement(certain(propertyDefinition(property))))
      if (!moving || formOf(sources).reducedMotion !== 'as is') return []
      return [{
        id: `no-reduced-form ${component.id} ${change.axis.id} ${change.from.id} ${change.to.id}`,
        kind: 'no-reduced-form', level: 'risk',
        sentence: `${wayOf(change)} moves ${partName(change.before, moving.part)} even for people who have asked for less motion.`,
        about: { component: component.id, axis: change.axis.id, state: change.from.id, ...(change.rule ? { rule: change.rule.id } : {}) },
        remedy: change.rule?.motion?.reducedMotion === 'as is' ? { label: 'Let movement jump for them', edit: setAt(inProject('components', component.id, 'rules', change.rule.id, 'motion', 'reducedMotion'), 'skip movement') } : null,
        witness: null, numbers: {},
      }]
    })
  },
}
