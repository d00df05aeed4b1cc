import { inProject, setAt } from '../../../document'
import { named } from '../../ground/answers'
import type { ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'

/** Parts that can be dragged, or thrown, out of sight, because nothing holds them back. */
export const leavesBounds: ComponentCheck = {
  name: 'leaves-bounds', scope: 'component', levels: ['risk'],
  means: 'can be dragged out of sight',
  finds: (context) =>
    context.component.parts.flatMap(({ id, drag }): Finding[] => {
      if (!drag || drag.limitTo !== 'nothing' || drag.snapTo === 'start') return []
      return [{
        id: `leaves-bounds ${context.component.id} ${id}`, kind: 'leaves-bounds', level: 'risk',
        sentence: `${named(context, id)} can be dragged${drag.keepsMomentum ? ' or thrown' : ''} out of sight and left there: nothing keeps it within what holds it.`,
        about: { component: context.component.id, part: id },
        remedy: { label: 'Keep it within its holder', edit: setAt(inProject('components', context.component.id, 'parts', id, 'drag', 'limitTo'), 'parent') },
        witness: null, numbers: {},
      }]
    }),
}
