import { inProject, setAt, textFieldsOf, type FieldPart, type Id } from '../../../document'
import { wordsSize } from '../../../layout'
import { drawList, startRun } from '../../../run'
import { itemOf, type DrawList } from '../../../scene'
import { oneOfEach, stateAtRest } from '../../ground/answers'
import type { ComponentCheck } from '../../ground/context'
import { restingWitness } from '../../ground/resting-witness'
import type { ScreenCheck } from '../../ground/screen-context'
import { confirmed, witnessOf } from '../../ground/witness'
import type { Finding } from '../../model/finding'

/** What reaches past its field by less than this, in px, is not missed. */
const LEAST_PX = 1

const MEANS = 'what a field shows at rest is wider than it, or of several lines higher'

/** Fields that are too small for what they show: a placeholder, or what stands in them from the start. */
export const textTooWide: ComponentCheck = {
  name: 'text-too-wide', scope: 'component', levels: ['risk'],
  means: MEANS,
  finds: (context) => {
    const { component } = context
    const lost = context.resting.all.flatMap((atRest) => textFieldsOf(component).flatMap((field) => lostOf(atRest.list, field).map((each) => ({ ...each, field, atRest }))))
    return oneOfEach(lost, ({ field }) => field.id).map(({ atRest, field, ...each }) => ({
      ...finding(component, 'components', field, each),
      about: { component: component.id, ...stateAtRest(context, atRest), part: field.id, property: each.side },
      witness: restingWitness(context, atRest, [], 'not all of it is to be read', (_trace, _offered, run) => lostOf(drawList(run), field).length > 0),
    }))
  },
}

/** The same of fields that stand on a screen themselves. */
export const textTooWideOnScreen: ScreenCheck = {
  name: 'text-too-wide', scope: 'screen', levels: ['risk'],
  means: MEANS,
  finds: ({ project, screen }) => {
    const fields = textFieldsOf(screen)
    if (fields.length === 0) return []
    const surface = { screen: screen.id }
    const list = drawList(startRun(project, surface))
    return fields.flatMap((field) => lostOf(list, field).map((each): Finding => ({
      ...finding(screen, 'screens', field, each),
      about: { screen: screen.id, part: field.id, property: each.side },
      witness: confirmed(project, witnessOf({ surface, inputs: [], chance: null, lookAtMs: 0, caption: 'not all of it is to be read' }), (_trace, _offered, run) => lostOf(drawList(run), field).length > 0),
    })))
  },
}

/** What of a text a field has no room for. */
interface Lost {
  readonly side: 'width' | 'height'
  readonly neededPx: number
  readonly hasPx: number
  readonly isPlaceholder: boolean
}

function lostOf(list: DrawList, { id }: FieldPart): readonly Lost[] {
  const item = itemOf(list, '', id)
  if (!item || item.values.visible === false) return []
  const { values } = item
  const { text } = values
  if (typeof text !== 'string') return []
  const side = values.textWrap ? 'height' : 'width'
  const neededPx = wordsSize(values, text, values.width, false)[side]
  return neededPx - values[side] < LEAST_PX ? [] : [{ side, neededPx: Math.ceil(neededPx), hasPx: Math.floor(values[side]), isPlaceholder: text === values.placeholder }]
}

function finding(owner: { readonly id: Id }, list: 'components' | 'screens', { id, name, base }: FieldPart, { side, neededPx, hasPx, isPlaceholder }: Lost): Finding {
  const [adjective, comparative] = side === 'width' ? ['wide', 'wider'] : ['high', 'higher']
  const edit = list === 'components' ? setAt(inProject('components', owner.id, 'parts', id, 'base', side), neededPx) : setAt(inProject('screens', owner.id, 'parts', id, 'base', side), neededPx)
  return {
    id: `text-too-wide ${owner.id} ${id}`, kind: 'text-too-wide', level: 'risk',
    sentence: `${isPlaceholder ? 'The placeholder of' : 'What stands in'} “${name}” is ${neededPx} px ${adjective}, the field ${hasPx} px: not all of it can be read until somebody writes there.`,
    about: {}, remedy: typeof base[side] === 'number' ? { label: `Make it ${neededPx - hasPx} px ${comparative}`, edit } : null, witness: null, numbers: { neededPx, hasPx },
  }
}
