import { asText, certain, componentOf, firstOf, inProject, rootOf, setAt, type Literal, type Part, type Project, type Screen, type ScreenSize } from '../../../document'
import { atSize } from '../../../machine'
import { drawList, startRun } from '../../../run'
import { wordsSize } from '../../../layout'
import { isCrossFade } from '../../../motion'
import { matrixTo, multiply, pointOn, scrolls, shownSize, type DrawItem, type DrawList } from '../../../scene'
import { TOUCHING, wayDown } from '../../ground/answers'
import { listed } from '../../ground/context'
import { rectangleOf } from '../../ground/placed'
import type { ScreenCheck, ScreenContext } from '../../ground/screen-context'
import type { Finding } from '../../model/finding'

/** What reaches past an edge by less than this, in px, is not missed. */
const LEAST_PX = 1

/** What is all there as a screen is drawn, and reaches past its edge at a further size, where nothing scrolls (WCAG 2.2, success criterion 1.4.10). */
export const cutOffAtSize: ScreenCheck = {
  name: 'cut-off', scope: 'screen', levels: ['risk'],
  means: 'reaches past the edge of its screen at a further size, though not as drawn (WCAG 1.4.10)',
  finds: (context) => {
    const { screen } = context
    return lostAtSizes(context, pastEdge).map(({ parts, sizes, most }): Finding => {
      const px = Math.ceil(most)
      return {
        id: `cut-off ${screen.id} ${sizes.map(({ id }) => id).join(' ')}`, kind: 'cut-off', level: 'risk',
        sentence: `At ${named(sizes)}, ${listed(parts.map(({ name }) => `“${name}”`))} ${parts.length === 1 ? `reaches ${px} px` : `reach up to ${px} px`} past the edge of “${screen.name}”, where nobody sees it; as drawn, all of it is there.`,
        about: { screen: screen.id, ...partsOf(parts), size: firstOf(sizes).id },
        remedy: { label: `Let ${screen.name} scroll`, edit: setAt(inProject('screens', screen.id, 'parts', rootOf(screen).id, 'base', 'scroll'), 'down') },
        witness: null, numbers: { sizes: sizes.length, parts: parts.length, px },
      }
    })
  },
}

/** What can be pointed at as a screen is drawn, and lies under something else at a further size. */
export const coveredAtSize: ScreenCheck = {
  name: 'covered', scope: 'screen', levels: ['risk'],
  means: 'something lies over it at a further size of the screen, though not as drawn',
  finds: (context) => {
    const { screen, project } = context
    const isCovered = (list: DrawList, part: Part) => (isTouched(project, screen, part) && pastEdge(list, part) === null && pointOn(list, '', part.id) === null ? 0 : null)
    return lostAtSizes(context, isCovered).map(({ parts, sizes }): Finding => ({
      id: `covered ${screen.id} ${sizes.map(({ id }) => id).join(' ')}`, kind: 'covered', level: 'risk',
      sentence: `At ${named(sizes)}, something lies over ${listed(parts.map(({ name }) => `“${name}”`))} on “${screen.name}” and takes the input; as drawn, ${parts.length === 1 ? 'it' : 'each'} can be pointed at.`,
      about: { screen: screen.id, ...partsOf(parts), size: firstOf(sizes).id }, remedy: null, witness: null, numbers: { sizes: sizes.length, parts: parts.length },
    }))
  },
}

const partsOf = (parts: readonly Part[]) => ({ instance: firstOf(parts).id, ...(parts.length > 1 ? { parts: parts.map(({ id }) => id) } : {}) })

/** Parts that are lost at the same sizes. */
interface Lost {
  /** At least one. */
  readonly parts: readonly Part[]
  /** At least one. */
  readonly sizes: readonly ScreenSize[]
  /** The most that is lost of any of them. */
  readonly most: number
}

/** The parts of a screen of which something is lost at further sizes, though nothing is as it is drawn. */
function lostAtSizes(context: ScreenContext, lossIn: (list: DrawList, part: Part) => number | null): readonly Lost[] {
  const { screen } = context
  if ((screen.sizes ?? []).length === 0) return []
  const { drawn, pictures } = picturesOf(context)
  const lost = screen.parts.filter((part) => part.id !== rootOf(screen).id && lossIn(drawn, part) === null).flatMap((part): (Lost & { readonly key: string })[] => {
    const losses = pictures.flatMap(({ size, list }) => {
      const loss = lossIn(list, part)
      return loss === null ? [] : [{ size, loss }]
    })
    return losses.length === 0 ? [] : [{ parts: [part], sizes: losses.map(({ size }) => size), most: Math.max(...losses.map(({ loss }) => loss)), key: losses.map(({ size }) => size.id).join(' ') }]
  })
  const kinds = [...new Set(lost.map(({ key }) => key))].map((key) => lost.filter((each) => each.key === key))
  return kinds.map((alike) => ({ parts: alike.flatMap(({ parts }) => parts), sizes: firstOf(alike).sizes, most: Math.max(...alike.map(({ most }) => most)) }))
}

/** A screen as it begins: as it is drawn, and at each further size. */
interface Pictures {
  readonly drawn: DrawList
  readonly pictures: readonly { readonly size: ScreenSize; readonly list: DrawList }[]
}

const known = new WeakMap<ScreenContext, Pictures>()

function picturesOf(context: ScreenContext): Pictures {
  const { project, screen: { id, sizes = [] } } = context
  const pictureAt = (size?: string) => drawList(startRun(atSize(project, size), { screen: id }))
  const found = known.get(context) ?? { drawn: pictureAt(), pictures: sizes.map((size) => ({ size, list: pictureAt(size.name) })) }
  known.set(context, found)
  return found
}

/** By how much a part that is to be seen reaches past the edge of its screen, in px; null where it does not, or scrolls with what holds it. */
function pastEdge(list: DrawList, { id }: Part): number | null {
  const way = wayDown(list, '', id)
  const [screen] = way
  if (!screen || way.some(({ values }) => values.visible === false) || way.slice(0, -1).some(scrolls)) return null
  const edge = rectangleIn(list, screen)
  const own = rectangleIn(list, way.at(-1) ?? screen)
  const past = Math.max(edge.left - own.left, own.right - edge.right, edge.top - own.top, own.bottom - edge.bottom)
  return past >= LEAST_PX ? past : null
}

/** The upright rectangle around what an item shows: of a text its words, of an instance what it is of. */
function rectangleIn(list: DrawList, item: DrawItem): ReturnType<typeof rectangleOf> {
  const matrix = certain(matrixTo(list, item.instance, item.part))
  const { x, width, height } = item.kind === 'text' && !isCrossFade(item.values.text) ? wordsIn(item, item.values.text) : { x: 0, ...shownSize(item) }
  return rectangleOf({ item: { ...item, values: { ...item.values, width, height } }, matrix: multiply(matrix, [1, 0, 0, 1, x, 0]) })
}

/** The words of a text within its part, as they are aligned there. */
function wordsIn({ values }: DrawItem, text: Literal): { readonly x: number; readonly width: number; readonly height: number } {
  const size = wordsSize(values, asText(text), values.width, values.ellipsis === true)
  const before = values.textAlign === 'center' ? 0.5 : values.textAlign === 'end' ? 1 : 0
  return { x: (values.width - size.width) * before, ...size }
}

/** Whether somebody touches a part: what it is an instance of answers to that, or the screen where it stands. */
function isTouched(project: Project, screen: Screen, part: Part): boolean {
  const inside = part.kind === 'instance' && part.component !== null ? (componentOf(project, part.component)?.rules ?? []) : []
  return [...inside, ...screen.rules.filter((rule) => rule.part === part.id)].some(({ trigger }) => TOUCHING.includes(trigger.on))
}

const named = (sizes: readonly ScreenSize[]): string => listed(sizes.map(({ name, width, height }) => `${name} (${width} × ${height} px)`))
