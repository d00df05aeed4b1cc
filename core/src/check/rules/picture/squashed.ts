import { asText } from '../../../document'
import { casedText, textLines, textStyleOf, textWidth } from '../../../layout'
import { isCrossFade } from '../../../motion'
import { named } from '../../ground/answers'
import { stateChangesIn, wayOf } from '../../ground/changes'
import type { ComponentCheck } from '../../ground/context'
import { inMs, type Finding } from '../../model/finding'
import { passageOf, type PlacedItem } from '../../ground/placed'
import { witnessOfChange } from '../../ground/witness'

/** What shows less than this is not looked at closely. */
const FAINT = 1 / 7

/** A text or picture scaled so much more one way than the other is seen to be. */
const UNEVEN = 1.12

/** Texts and pictures that are squashed on their way from one look to another, though in neither: scaled unevenly, or narrower than what they show. */
export const squashed: ComponentCheck = {
  name: 'squashed', scope: 'component', levels: ['risk'],
  means: 'a text, picture or icon is scaled unevenly by more than 12 %, or narrower than its words, on the way and neither before nor after',
  finds: (context) => {
    const { component } = context
    const seen = new Set<string>()
    return stateChangesIn(context).flatMap((change): Finding[] => {
      const passage = passageOf(context, change)
      if (!passage) return []
      const atRest = new Map([...passage.before, ...passage.end].map((placed) => [placed, faultOf(placed)]))
      const isSoAtRest = (item: PlacedItem['item'], fault: string) => [...atRest].some(([placed, known]) => placed.item.key === item.key && known === fault)
      for (const { atMs, placed } of passage.frames) {
        const found = placed.map((each) => ({ item: each.item, fault: each.opacity > FAINT ? faultOf(each) : null })).find(({ item, fault }) => fault !== null && item.instance === '' && !seen.has(item.part) && !isSoAtRest(item, fault))
        if (!found?.fault) continue
        const { item, fault } = found
        seen.add(item.part)
        return [{
          id: `squashed ${component.id} ${item.part}`, kind: 'squashed', level: 'risk',
          sentence: `${named(context, item.part)} is ${fault} ${inMs(atMs)} into ${wayOf(change)}, though neither before nor after.`,
          about: { component: component.id, axis: change.axis.id, state: change.from.id, part: item.part, ...(change.rule ? { rule: change.rule.id } : {}) },
          remedy: null,
          witness: witnessOfChange(context, change, { afterMs: atMs, caption: fault }),
          numbers: { atMs },
        }]
      }
      return []
    })
  },
}

/** What is wrong with how a text, picture or icon is shown, in words; null when nothing is. */
function faultOf({ item, matrix }: PlacedItem): string | null {
  if (item.kind !== 'text' && item.kind !== 'picture' && item.kind !== 'icon') return null
  const [a, b, c, d] = matrix
  const [across, down] = [Math.hypot(a, b), Math.hypot(c, d)]
  const [least, most] = [Math.min(across, down), Math.max(across, down)]
  if (most > 0 && (least === 0 || most / least > UNEVEN)) return across < down ? 'squashed to the side' : 'squashed down'
  return item.kind === 'text' && isTooNarrow(item) ? 'narrower than its words' : null
}

/** Whether a text is narrower than its longest word, or, where it does not wrap, than all of it. */
function isTooNarrow({ values }: PlacedItem['item']): boolean {
  if (isCrossFade(values.text)) return false
  const style = textStyleOf(values)
  const text = casedText(asText(values.text), values.fontCase)
  const lines = values.textWrap === true ? text.split(/\s+/) : textLines(text, style, Infinity, false, false)
  return Math.max(0, ...lines.map((line) => textWidth(line, style))) > values.width + 1
}
