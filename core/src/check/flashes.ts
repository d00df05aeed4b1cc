import type { Axis, Id, State } from '../document'
import { luminance, parseColour } from '../motion'
import { forkFromHere, advanceTo, drawList, type Run } from '../run'
import type { DrawList } from '../scene'
import type { Check, CheckContext } from './context'
import type { Node } from './explore'
import type { Finding } from './finding'
import { witnessTo } from './witness'

/** More general flashes than these within a second are one too many (WCAG 2.2, success criterion 2.3.1). */
const MOST_FLASHES = 3

const FRAME_MS = 20

/** A change of relative luminance by at least a tenth, where the darker is below 0.80, is half a flash. */
const STEP = 0.1
const DARK = 0.8

/** States in which something gets lighter and darker more than three times a second of itself. */
export const flashes: Check = (context) => {
  const { component, arena, root } = context
  return component.axes.flatMap((axis): Finding[] => {
    if (!canFlash(context, axis)) return []
    return axis.states.flatMap(({ id }): Finding[] => {
      const node = arena.closed.firstIn(arena.closed.axis(root, axis.id), id)
      const many = node ? flashesAfter(context, node) : 0
      return many > MOST_FLASHES && node ? [finding(context, axis, { state: id, node, many })] : []
    }).slice(0, 1)
  })
}

/** Properties that make something lighter or darker. */
const LIGHT = ['fill', 'opacity', 'visible']

/** Only what repeats a change of light, or follows of itself in less than half a second, can flash. */
function canFlash({ component, compiled }: CheckContext, axis: Axis): boolean {
  const changesLight = ({ loop }: State) => loop !== null && Object.values(loop.to).some((said) => LIGHT.some((property) => property in said))
  return axis.states.some(changesLight) || compiled.inner.some((inner) => inner.component.axes.some(({ states }) => states.some(changesLight))) ||
    component.rules.some(({ trigger, axis: of }) => of === axis.id && (trigger.on === 'settled' || ('ms' in trigger && trigger.ms < 500)))
}

function flashesAfter({ arena }: CheckContext, node: Node): number {
  const come = arena.enact(arena.closed, node)
  if (!come) return 0
  const run = forkFromHere(come.run)
  const series = new Map<string, number[]>()
  for (let frame = 0; frame <= 1000 / FRAME_MS && !run.loop.isStopped; frame++) {
    for (const [key, light] of lightsOf(run)) series.set(key, [...(series.get(key) ?? []), light])
    advanceTo(run, run.nowMs + FRAME_MS)
  }
  return Math.max(0, ...[...series.values()].map((lights) => Math.floor(turnsIn(lights) / 2)))
}

const lightsOf = (run: Run): ReadonlyMap<string, number> => new Map(lights(drawList(run), 1))

/** How light each painted part is over white, by its key. */
function lights(list: DrawList, opacity: number): readonly (readonly [string, number])[] {
  return list.flatMap(({ key, values, children }) => {
    const shown = values.visible === false ? 0 : opacity * values.opacity
    const own: readonly (readonly [string, number])[] = typeof values.fill === 'string' ? [[key, overWhite(values.fill, shown)]] : []
    return [...own, ...lights(children, shown)]
  })
}

function overWhite(fill: string, opacity: number): number {
  const colour = parseColour(fill)
  const share = colour[3] * opacity
  return luminance(colour) * share + (1 - share)
}

/** How often a series turns from getting lighter to getting darker, or back, by enough to be seen. */
function turnsIn(series: readonly number[]): number {
  let [turns, extreme, way] = [0, series[0] ?? 0, 0]
  for (const light of series) {
    const by = light - extreme
    if (Math.sign(by) === way) extreme = light
    else if (Math.abs(by) >= STEP && Math.min(light, extreme) < DARK) {
      turns++
      way = Math.sign(by)
      extreme = light
    }
  }
  return turns
}

function finding({ component, arena }: CheckContext, axis: Axis, { state, node, many }: { readonly state: Id; readonly node: Node; readonly many: number }): Finding {
  return {
    id: `flashes ${component.id} ${axis.id} ${state}`,
    kind: 'flashes', level: 'fault',
    sentence: `In ‹${axis.states.find(({ id }) => id === state)?.name}› something flashes ${many} times a second; more than three can cause seizures (WCAG 2.3.1).`,
    about: { component: component.id, axis: axis.id, state },
    remedy: null,
    witness: witnessTo(arena, arena.closed, node, { afterMs: 1000, caption: `${many} flashes in a second` }, (trace) => trace.length > 0),
    numbers: { flashes: many },
  }
}
