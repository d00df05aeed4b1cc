import type { Axis, Id, State } from '../../../document'
import { parseColour, toLinear } from '../../../motion'
import { forkFromHere, advanceTo, drawList } from '../../../run'
import type { DrawList } from '../../../scene'
import type { CheckContext, ComponentCheck } from '../../ground/context'
import type { Node } from '../../explore'
import type { Finding } from '../../model/finding'
import { everythingIn, rectangleOf } from '../../ground/placed'
import { witnessTo } from '../../ground/witness'

/** More general flashes than these within a second are one too many (WCAG 2.2, success criterion 2.3.1). */
const MOST_FLASHES = 3

const FRAME_MS = 20

/** A change of relative luminance by at least a tenth, where the darker is below 0.80, is half a flash. */
const STEP = 0.1
const DARK = 0.8

/** So much of a colour's light is red where it is a saturated red, and a change of (R − G − B) × 320 by more than 20 to or from that is half a red flash. */
const SATURATED = 0.8
const RED_SCALE = 320
const RED_STEP = 20

/** A quarter of 341 by 256 px, which is 10 degrees of sight: what flashes and is smaller does no harm. */
const LARGE_PX2 = (341 * 256) / 4

/** States in which something gets lighter and darker more than three times a second of itself. */
export const flashes: ComponentCheck = {
  name: 'flashes', scope: 'component', levels: ['fault', 'note'],
  means: 'more than three changes of luminance, or of saturated red, to and fro in a second; small is less than a quarter of 10° of sight, 21,824 px² (WCAG 2.3.1)',
  finds: (context) => {
    const { component, stateSpace, root } = context
    return component.axes.flatMap((axis): Finding[] => {
      if (!canFlash(context, axis)) return []
      return axis.states.flatMap(({ id }): Finding[] => {
        const node = stateSpace.closed.firstIn(stateSpace.closed.axis(root, axis.id), id)
        const flashing = node ? flashesAfter(context, node) : null
        return flashing && node ? [finding(context, axis, { state: id, node, flashing })] : []
      }).slice(0, 1)
    })
  },
}

/** Properties that make something lighter or darker. */
const LIGHT = ['fill', 'opacity', 'visible']

/** Only what repeats a change of light, or follows of itself in less than half a second, can flash. */
function canFlash({ component, compiled }: CheckContext, axis: Axis): boolean {
  const changesLight = ({ loop }: State) => loop !== null && Object.values(loop.to).some((said) => LIGHT.some((property) => property in said))
  return axis.states.some(changesLight) || compiled.inner.some((inner) => inner.component.axes.some(({ states }) => states.some(changesLight))) ||
    component.rules.some(({ trigger, axis: of }) => of === axis.id && (trigger.on === 'settled' || ('ms' in trigger && trigger.ms < 500)))
}

/** What flashes at once within a second. */
interface Flashing {
  readonly many: number
  /** Whether it is to and from a saturated red that it does. */
  readonly isRed: boolean
  /** How large all of it is together, in px². */
  readonly area: number
}

function flashesAfter({ stateSpace }: CheckContext, node: Node): Flashing | null {
  const come = stateSpace.enact(stateSpace.closed, node)
  if (!come) return null
  const run = forkFromHere(come.run)
  const series = new Map<string, Light[]>()
  for (let frame = 0; frame <= 1000 / FRAME_MS && !run.loop.isStopped; frame++) {
    for (const [key, light] of lightsIn(drawList(run))) series.set(key, [...(series.get(key) ?? []), light])
    advanceTo(run, run.nowMs + FRAME_MS)
  }
  const flashing = [...series.values()].flatMap((lights) => {
    const plain = Math.floor(turnsIn(lights.map(({ light }) => light), isSeen) / 2)
    const red = Math.floor(turnsIn(lights.map(({ redness }) => redness), isSeenRed) / 2)
    const many = Math.max(plain, red)
    return many > MOST_FLASHES ? [{ many, isRed: red > MOST_FLASHES, area: Math.max(...lights.map(({ area }) => area)) }] : []
  })
  return flashing.length === 0 ? null : { many: Math.max(...flashing.map(({ many }) => many)), isRed: flashing.some(({ isRed }) => isRed), area: flashing.reduce((sum, { area }) => sum + area, 0) }
}

/** How light a part is over white, how red where that is saturated, and how large it is, in px². */
interface Light {
  readonly light: number
  readonly redness: number
  readonly area: number
}

/** Every painted part of a picture, by its key. */
const lightsIn = (list: DrawList): ReadonlyMap<string, Light> =>
  new Map(everythingIn(list).flatMap((placed): readonly (readonly [string, Light])[] => {
    const { item: { key, values }, opacity } = placed
    if (typeof values.fill !== 'string') return []
    const { left, right, top, bottom } = rectangleOf(placed)
    const [red, green, blue] = overWhite(values.fill, opacity)
    const isSaturated = red > 0 && red / (red + green + blue) >= SATURATED
    return [[key, { light: 0.2126 * red + 0.7152 * green + 0.0722 * blue, redness: isSaturated ? Math.max(0, red - green - blue) * RED_SCALE : 0, area: (right - left) * (bottom - top) }]]
  }))

/** The channels of a colour over white, in linear light. */
function overWhite(fill: string, opacity: number): readonly [red: number, green: number, blue: number] {
  const [red, green, blue, alpha] = parseColour(fill)
  const share = alpha * opacity
  const linear = (channel: number) => toLinear(channel) * share + (1 - share)
  return [linear(red), linear(green), linear(blue)]
}

const isSeen = (light: number, before: number): boolean => Math.abs(light - before) >= STEP && Math.min(light, before) < DARK

const isSeenRed = (redness: number, before: number): boolean => Math.abs(redness - before) > RED_STEP

/** How often a series turns from getting more to getting less, or back, by enough to be seen. */
function turnsIn(series: readonly number[], isEnough: (now: number, before: number) => boolean): number {
  let [turns, extreme, way] = [0, series[0] ?? 0, 0]
  for (const value of series) {
    const by = value - extreme
    if (Math.sign(by) === way) extreme = value
    else if (isEnough(value, extreme)) {
      turns++
      way = Math.sign(by)
      extreme = value
    }
  }
  return turns
}

function finding({ component, stateSpace }: CheckContext, axis: Axis, { state, node, flashing: { many, isRed, area } }: { readonly state: Id; readonly node: Node; readonly flashing: Flashing }): Finding {
  const isLarge = area >= LARGE_PX2
  const what = `In ‹${axis.states.find(({ id }) => id === state)?.name}› something flashes ${many} times a second${isRed ? ' to and from red' : ''}`
  return {
    id: `flashes ${component.id} ${axis.id} ${state}`,
    kind: 'flashes', level: isLarge ? 'fault' : 'note',
    sentence: isLarge ? `${what}; more than three can cause seizures (WCAG 2.3.1).` : `${what}; small as it is here, that does no harm (WCAG 2.3.1). ${Math.ceil(LARGE_PX2 / Math.max(1, area))} times as large, or several of them at once, could.`,
    about: { component: component.id, axis: axis.id, state },
    remedy: null,
    witness: witnessTo(stateSpace, stateSpace.closed, node, { afterMs: 1000, caption: `${many} flashes in a second` }, (trace) => trace.length > 0),
    numbers: { flashes: many, area: Math.round(area) },
  }
}
