import { textFieldsOf, type Edit, type FieldPart, type Path } from '../../../document'
import { wordsSize } from '../../../layout'
import { drawList, startRun } from '../../../run'
import { itemOf, type DrawList } from '../../../scene'
import { oneOfEach, stateAtRest } from '../../ground/answers'
import type { ComponentCheck } from '../../ground/context'
import { restingWitness } from '../../ground/resting-witness'
import type { ScreenCheck } from '../../ground/screen-context'
import { confirmed, witnessOf, type Shows } from '../../ground/witness'
import type { About, Finding, Witness } from '../../model/finding'

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
    return oneOfEach(lost, ({ field }) => field.id).map(({ atRest, field, ...each }) => {
      const witness = restingWitness(context, atRest, [], CAPTION, isLost(field))
      return finding(['components', component.id], field, each, { component: component.id, ...stateAtRest(context, atRest) }, witness)
    })
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
    return fields.flatMap((field) => lostOf(list, field).map((each) => {
      const witness = confirmed(project, witnessOf({ surface, inputs: [], chance: null, lookAtMs: 0, caption: CAPTION }), isLost(field))
      return finding(['screens', screen.id], field, each, surface, witness)
    }))
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

const CAPTION = 'not all of it is to be read'

const isLost = (field: FieldPart): Shows => (_trace, _offered, run) => lostOf(drawList(run), field).length > 0

function finding(owner: Path, { id, name, base }: FieldPart, { side, neededPx, hasPx, isPlaceholder }: Lost, about: About, witness: Witness | null): Finding {
  const [adjective, comparative] = side === 'width' ? ['wide', 'wider'] : ['high', 'higher']
  const edit: Edit = { edit: 'set', path: [...owner, 'parts', id, 'base', side], to: neededPx }
  return {
    id: `text-too-wide ${owner.at(-1)} ${id}`, kind: 'text-too-wide', level: 'risk',
    sentence: `${isPlaceholder ? 'The placeholder of' : 'What stands in'} “${name}” is ${neededPx} px ${adjective}, the field ${hasPx} px: not all of it can be read until somebody writes there.`,
    about: { ...about, part: id, property: side },
    remedy: typeof base[side] === 'number' ? { label: `Make it ${neededPx - hasPx} px ${comparative}`, edit } : null, witness, numbers: { neededPx, hasPx },
  }
}
