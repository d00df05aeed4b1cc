import { isControlRole } from '../../../document'
import { drawListAt } from '../../../run'
import { luminance, parseColour, type Rgba } from '../../../motion'
import { inverse, isOnShape, transformed, type DrawItem, type DrawList, type Point } from '../../../scene'
import { allNamed, cursorAt, named, oneOfEach, stateAtRest, whereIn } from '../../ground/answers'
import { stateChangesIn, interruptedAt, lanesOf, wayOf } from '../../ground/changes'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import { after } from '../../explore'
import { inMs, type Finding } from '../../model/finding'
import { everythingIn, placedIn, type PlacedItem } from '../../ground/placed'
import { restingWitness } from '../../ground/resting-witness'
import type { RestingConfiguration } from '../../ground/resting-configurations'
import { witnessOfChange } from '../../ground/witness'
import { aboutParts, keyOf, several } from '../../ground/several'

/** Text has to stand out so much, large text and pictures so much (WCAG 2.2, success criteria 1.4.3 and 1.4.11). */
const LEAST = { text: 4.5, large: 3, picture: 3 } as const

/** What is fainter than this while it moves is on its way in or out, and not yet to be read. */
const FAINT = 0.9

/** What shows less than this at rest is not there to be read. */
const UNSEEN = 1 / 7

/** Texts, icons and outlines that stand out too little from what is behind them, in a state or in the middle of a motion between states in which they do. */
export const contrastLow: ComponentCheck = {
  name: 'contrast-low', scope: 'component', levels: ['risk', 'note'],
  means: 'text under 4.5 : 1 (3 : 1 when large), icons, and controls without text or icon, under 3 : 1 against the plain colour behind (WCAG 1.4.3, 1.4.11); what looks out of use, and what fades just then, is exempt; what is faint at rest is as hard to read as it is',
  finds: (context) => {
    const still = context.resting.all.flatMap((atRest) => lowIn(atRest.list, UNSEEN).filter(({ item }) => item.instance === '').map((low) => ({ ...low, atRest })))
    const inStates = oneOfEach(still, ({ item }) => item.part).map(({ atRest, ...low }) => stillFinding(context, atRest, low))
    return [...inStates, ...controlsLow(context), ...whileMoving(context, new Set(still.map(({ item }) => item.part)))]
  },
}

/** Texts and icons that stand on a picture or a gradient, where one has to look oneself (WCAG 2.2, success criteria 1.4.3 and 1.4.11). */
export const contrastUnknown: ComponentCheck = {
  name: 'contrast-unknown', scope: 'component', levels: ['note'],
  means: 'a text or icon on a picture or a gradient: whether it stands out is not determined (WCAG 1.4.3, 1.4.11)',
  finds: (context) => {
    const unknown = context.resting.all.flatMap((atRest) => {
      const all = placedIn(atRest.list)
      return all.flatMap(({ item, matrix, opacity }, index) =>
        (item.instance === '' && leastFor(item) !== null && opacity >= UNSEEN && groundAt(all.slice(0, index), middleOf({ item, matrix })) === 'not plain' ? [{ atRest, item }] : []))
    })
    const found = several(unknown)
    if (!found) return []
    const { first, parts } = found
    return [{
      id: `contrast-unknown ${context.component.id} ${keyOf(parts)}`, kind: 'contrast-unknown', level: 'note',
      sentence: `${allNamed(context, parts)} ${parts.length === 1 ? 'stands' : 'stand'} on a picture or a gradient: whether ${parts.length === 1 ? 'it stands' : 'they stand'} out enough is not determined (WCAG 1.4.3).`,
      about: { component: context.component.id, ...stateAtRest(context, first.atRest), ...aboutParts(parts) },
      remedy: null, witness: null, numbers: { parts: parts.length },
    }]
  },
}

/** Controls without any text or icon, of which nothing else stands out from what is behind them (WCAG 2.2, success criterion 1.4.11). */
function controlsLow(context: CheckContext): readonly Finding[] {
  const low = context.resting.all.flatMap((atRest) => {
    const all = placedIn(atRest.list)
    return all.flatMap((placed, index) => {
      const { item, opacity } = placed
      if (item.instance !== '' || !isControlRole(item.values.role) || opacity < UNSEEN || isAllOver(atRest.list, item)) return []
      const own = new Set(everythingIn([item]).map((each) => each.item))
      const seen = all.filter((each) => own.has(each.item))
      if (seen.length === 0 || seen.some((each) => leastFor(each.item) !== null && each.opacity >= UNSEEN)) return []
      const ground = groundAt(all.slice(0, index), middleOf(placed))
      if (typeof ground === 'string') return []
      const ratio = Math.max(...seen.flatMap((each) => [each.item.values.fill, each.item.values.stroke].flatMap((ink) => (typeof ink === 'string' ? [contrast(over(parseColour(ink), ground, each.opacity), ground)] : []))), 1)
      return ratio < LEAST.picture && seen.some(isPainted) ? [{ atRest, item, ratio, least: LEAST.picture }] : []
    })
  })
  return oneOfEach(low, ({ item }) => item.part).map(({ atRest, ...each }) => stillFinding(context, atRest, each))
}

/** Whether it lies over as good as all there is, as what dims everything behind a dialog does: nobody has to find it. */
const isAllOver = (list: DrawList, { values }: DrawItem): boolean =>
  list.some((root) => values.width >= ALL * root.values.width && values.height >= ALL * root.values.height)

const ALL = 0.9

/** Whether there is any paint on it; what has none is a place to tap, and other things say where. */
const isPainted = ({ item: { values } }: PlacedItem): boolean => typeof values.fill === 'string' || typeof values.stroke === 'string'

const middleOf = ({ item, matrix }: Pick<PlacedItem, 'item' | 'matrix'>): Point => transformed(matrix, { x: item.values.width / 2, y: item.values.height / 2 })

interface Low {
  readonly item: DrawItem
  readonly ratio: number
  readonly least: number
}

/** Everything to be seen in a picture that stands out too little, from some opacity on. What can be seen to be out of use is exempt. */
function lowIn(list: DrawList, fromOpacity: number): readonly Low[] {
  const all = placedIn(list)
  return all.flatMap(({ item, matrix, opacity }, index): Low[] => {
    const least = leastFor(item)
    const ink = item.kind === 'text' ? item.values.fill : (item.values.fill ?? item.values.stroke)
    if (least === null || typeof ink !== 'string' || opacity < fromOpacity) return []
    const middle = middleOf({ item, matrix })
    const ground = groundAt(all.slice(0, index), middle)
    if (typeof ground === 'string') return []
    const ratio = contrast(over(parseColour(ink), ground, opacity), ground)
    return ratio < least && !['not-allowed', 'wait'].includes(cursorAt(list, middle)) ? [{ item, ratio, least }] : []
  })
}

function leastFor({ kind, values }: DrawItem): number | null {
  if (kind === 'text') {
    if (typeof values.text !== 'string' || values.text.trim() === '') return null
    const size = values.fontSize
    return size >= 24 || (size >= 18.66 && values.fontWeight === '700') ? LEAST.large : LEAST.text
  }
  return kind === 'icon' ? LEAST.picture : null
}

/** The colour at a point of what lies there, as far as it is plain, and something is there. */
function groundAt(below: readonly PlacedItem[], point: Point): Rgba | 'not plain' | 'nothing' {
  let ground: Rgba | 'not plain' | 'nothing' = 'nothing'
  for (const placed of below) {
    const { fill } = placed.item.values
    if ((fill === null || fill === undefined) && placed.item.kind !== 'picture') continue
    if (!covers(placed, point)) continue
    if (typeof fill !== 'string') ground = 'not plain'
    else {
      const colour = parseColour(fill)
      if (colour[3] * placed.opacity >= 0.999) ground = colour
      else if (typeof ground !== 'string') ground = over(colour, ground, placed.opacity)
    }
  }
  return ground
}

function covers({ item, matrix }: PlacedItem, point: Point): boolean {
  if (!['box', 'ellipse', 'container', 'path', 'picture'].includes(item.kind)) return false
  const back = inverse(matrix)
  return back !== null && isOnShape(item, transformed(back, point))
}

const over = (colour: Rgba, ground: Rgba, opacity: number): Rgba => {
  const share = colour[3] * opacity
  const mixed = (channel: 0 | 1 | 2) => colour[channel] * share + ground[channel] * (1 - share)
  return [mixed(0), mixed(1), mixed(2), 1]
}

/** The contrast ratio of two colours, 1 to 21 (WCAG 2.2). */
export function contrast(a: Rgba, b: Rgba): number {
  const [one, other] = [luminance(a), luminance(b)]
  return (Math.max(one, other) + 0.05) / (Math.min(one, other) + 0.05)
}

const inRatio = (ratio: number): string => `${Math.floor(ratio * 10) / 10} : 1`

function stillFinding(context: CheckContext, atRest: RestingConfiguration, { item, ratio, least }: Low): Finding {
  return {
    id: `contrast-low ${context.component.id} ${item.part}`, kind: 'contrast-low', level: 'risk',
    sentence: `${named(context, item.part)} stands out by ${inRatio(ratio)} from what is behind it in ${whereIn(context, atRest) || 'its only state'}; ${inRatio(least)} is the least (WCAG ${item.kind === 'text' ? '1.4.3' : '1.4.11'}).`,
    about: { component: context.component.id, ...stateAtRest(context, atRest), part: item.part, property: 'fill' },
    remedy: null, witness: restingWitness(context, atRest, [], 'hard to read here', (trace) => trace.length > 0), numbers: { ratio: Math.round(ratio * 100) / 100, least },
  }
}

function whileMoving(context: CheckContext, known: ReadonlySet<string>): readonly Finding[] {
  const { component, stateSpace } = context
  const seen = new Set(known)
  return stateChangesIn(context).flatMap((change): Finding[] => {
    if (!lanesOf(change).some(({ property }) => property === 'fill')) return []
    const run = stateSpace.visit(stateSpace.closed, after(change.step))?.run
    if (!run) return []
    for (const atMs of interruptedAt(lanesOf(change)).slice(1)) {
      const low = lowIn(drawListAt(run, run.nowMs + atMs), FAINT).find(({ item, ratio, least }) => item.instance === '' && !seen.has(item.part) && ratio < least)
      if (!low) continue
      seen.add(low.item.part)
      return [{
        id: `contrast-low ${component.id} ${low.item.part} ${change.axis.id}`, kind: 'contrast-low', level: 'note',
        sentence: `${named(context, low.item.part)} stands out by only ${inRatio(low.ratio)} ${inMs(atMs)} into ${wayOf(change)}, though it is easy to read before and after.`,
        about: { component: component.id, axis: change.axis.id, state: change.from.id, part: low.item.part, property: 'fill', ...(change.rule ? { rule: change.rule.id } : {}) },
        remedy: null,
        witness: witnessOfChange(context, change, { afterMs: atMs, caption: 'hard to read here' }),
        numbers: { ratio: Math.round(low.ratio * 100) / 100, least: low.least, atMs },
      }]
    }
    return []
  })
}
