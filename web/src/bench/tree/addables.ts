import { addParameter, freeName, namesOf, reaches, rootOf, type Edit, type Id, type Part } from '@rheoscope/core/document'
import { describable, type NewKind } from '@rheoscope/core/written'
import { newId } from '../../session/new-id'
import type { Bench } from '../page/use-bench'
import { DRAWABLE, newHolder, newPart } from './part-kinds'

/** Something that can be added: how it is called, and what has to be there before it is. */
export interface Addable extends NewKind {
  /** As a part of a holder, beside others whose names it does not take. */
  readonly make: (holder: Part, others: readonly Part[]) => { readonly part: Part; readonly before?: Edit }
  /** It would hold itself. */
  readonly isInside?: boolean
}

/** Where something is added: the selected container, or the component where none is selected. */
export const holderFor = ({ component, parts }: Pick<Bench, 'component' | 'parts'>): Part => (parts[0]?.kind === 'container' ? parts[0] : rootOf(component))

/** All that can be added to a component; a screen has no parameters, and so no slots. */
export function addablesOf({ project, component, isScreen }: Pick<Bench, 'project' | 'component' | 'isScreen'>): readonly Addable[] {
  const drawn = DRAWABLE.map((kind): Addable => ({ word: kind, ...describable(project, kind), make: (holder, others) => ({ part: newPart(newId(kind), kind, holder, holder.base, others) }) }))
  const slot: Addable = {
    word: 'slot', ...describable(project, 'slot'),
    make: (holder, others) => {
      const parameter: { id: Id; name: string; type: 'slot'; initial: '' } = { id: newId('slot'), name: freeName('slot', namesOf([...component.parameters, ...component.variables]), ''), type: 'slot', initial: '' }
      return { part: newHolder(newId('slot'), { slot: parameter.id }, holder, others), before: addParameter(component.id, parameter) }
    },
  }
  return [
    ...drawn,
    { word: 'list', ...describable(project, 'list'), make: (holder, others) => ({ part: newHolder(newId('list'), 'list', holder, others) }) },
    ...(isScreen ? [] : [slot]),
    ...project.components.filter(({ id }) => id !== component.id).map((each): Addable => ({
      word: each.name, ...describable(project, 'instance', each.id), isInside: !isScreen && reaches(project, each.id, component.id),
      make: (holder, others) => ({ part: newHolder(newId(each.name), { component: each }, holder, others) }),
    })),
  ]
}
