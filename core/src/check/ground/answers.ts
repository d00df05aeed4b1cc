import { couldFire } from '../../run'
import { certain, itemAt, type Rule } from '../../document'
import { cursorOver, itemOf, matrixTo, partsAt, pointOn, type DrawItem, type DrawList, type Point } from '../../scene'
import { listed, type CheckContext } from './context'
import type { Spot } from '../explore/spots'
import { rectangleOf } from './placed'
import type { RestingConfiguration } from './resting-configurations'

/** What a person does to something they see. */
export const TOUCHING: readonly Rule['trigger']['on'][] = ['tap', 'double tap', 'press', 'release', 'cancel', 'long press', 'drag start', 'drag', 'drag end', 'while dragged']

/** A part of the component itself that answers in a resting configuration, and with which rules. */
export interface Answer {
  readonly atRest: RestingConfiguration
  readonly spot: Spot
  readonly item: DrawItem
  readonly rules: readonly Rule[]
  /** Where it can be pointed at; null when something lies over all of it, or it is cut off. */
  readonly point: Point | null
}

/** An answer of a part that can be pointed at. */
export type Reached = Answer & { readonly point: Point }

/** The answers of parts that can be pointed at. */
export const reachedIn = (context: CheckContext): readonly Reached[] => answersIn(context).filter((answer): answer is Reached => answer.point !== null)

const known = new WeakMap<CheckContext, readonly Answer[]>()

/** Everything of the component that answers to being touched, in every resting configuration. */
export function answersIn(context: CheckContext): readonly Answer[] {
  const found = known.get(context) ?? context.resting.all.flatMap((atRest) => answersOf(context, atRest))
  known.set(context, found)
  return found
}

function answersOf({ stateSpace, root }: CheckContext, atRest: RestingConfiguration): readonly Answer[] {
  return stateSpace.closed.network.spots.flatMap((spot): Answer[] => {
    const { thing, part } = spot.at
    const item = thing === root && part !== null ? itemOf(atRest.list, '', part) : undefined
    if (!item || part === null || !isOpen(atRest.list, part)) return []
    const heard = root.compiled.component.rules.filter((rule) => TOUCHING.includes(rule.trigger.on) && rule.part === (part === root.compiled.root.part.id ? null : part) && couldFire(atRest.run, rule))
    const own = part === root.compiled.root.part.id ? root.compiled.component.rules.filter((rule) => rule.part === part && TOUCHING.includes(rule.trigger.on) && couldFire(atRest.run, rule)) : []
    const rules = [...heard, ...own]
    return rules.length > 0 ? [{ atRest, spot, item, rules, point: pointOn(atRest.list, '', part) }] : []
  })
}

/** The items on the way down to a part, the outermost first; empty when it is not drawn. */
export function wayDown(list: DrawList, instance: string, part: string): readonly DrawItem[] {
  for (const item of list) {
    if (item.instance === instance && item.part === part) return [item]
    const inside = wayDown(item.children, instance, part)
    if (inside.length > 0) return [item, ...inside]
  }
  return []
}

const isOpen = (list: DrawList, part: string): boolean => wayDown(list, '', part).every(({ values }) => values.visible !== false && values.receivesInput !== false)

/** How much of a part shows through everything around it, 0 to 1. */
export const opacityOf = (list: DrawList, instance: string, part: string): number =>
  wayDown(list, instance, part).reduce((shown, { values }) => shown * (values.visible === false ? 0 : values.opacity), 1)

/** The cursor over a point of a picture, by its CSS name. */
export const cursorAt = (list: DrawList, point: Point): string => cursorOver(partsAt(list, point))

/** The size of a part as it is seen, in px, turned and scaled as it is. */
export function seenSize(list: DrawList, instance: string, part: string): { readonly width: number; readonly height: number; readonly middle: Point } | null {
  const item = itemOf(list, instance, part)
  const matrix = matrixTo(list, instance, part)
  if (!item || !matrix) return null
  const { left, right, top, bottom } = rectangleOf({ item, matrix })
  return { width: right - left, height: bottom - top, middle: { x: (left + right) / 2, y: (top + bottom) / 2 } }
}

/** The name a part goes by, and the states of the first axis it is in, for a sentence. */
export const named = ({ compiled }: CheckContext, part: string): string => `“${compiled.component.parts.find(({ id }) => id === part)?.name ?? part}”`

/** The names several parts go by, for a sentence. */
export const allNamed = (context: CheckContext, parts: readonly string[]): string => listed(parts.map((part) => named(context, part)))

/** The states of the component in a resting configuration, in words. */
export function whereIn({ component }: CheckContext, { run }: RestingConfiguration): string {
  const { states } = certain(run.instances.get(''))
  const several = component.axes.map((axis, index) => ({ axis, state: itemAt(states, index) })).filter(({ axis }) => axis.states.length > 1)
  return several.map(({ axis, state }) => `‹${axis.states.find(({ id }) => id === state)?.name}›`).join(' and ')
}

/** The first state of the component in a resting configuration that tells it from others, for what a finding is about. */
export function stateAtRest({ component }: CheckContext, { run }: RestingConfiguration): { readonly axis?: string; readonly state?: string } {
  const index = Math.max(0, component.axes.findIndex(({ states }) => states.length > 1))
  const axis = component.axes[index]
  return axis ? { axis: axis.id, state: itemAt(certain(run.instances.get('')).states, index) } : {}
}

/** One of each kind, the first that came. */
export const oneOfEach = <T>(items: readonly T[], kind: (item: T) => string): readonly T[] =>
  items.filter((item, index) => items.findIndex((other) => kind(other) === kind(item)) === index)
