import { certain } from '../document'
import type { Easing } from './easing'

/**
 * A piecewise linear easing (CSS Easing Functions Level 2, § 2.1). A stop without a place lies evenly between
 * its neighbours; places never run backwards. At least two stops.
 */
export function linearEasing(stops: readonly { readonly at: number | null; readonly value: number }[]): Easing {
  const points = placed(stops)
  const last = points.length - 1
  return (t) => {
    let right = points.findIndex(({ at }) => at > t)
    if (right < 0) right = last
    if (right === 0) right = 1
    const a = certain(points[right - 1])
    const b = certain(points[right])
    if (a.at === b.at) return b.value
    return a.value + ((t - a.at) / (b.at - a.at)) * (b.value - a.value)
  }
}

function placed(stops: readonly { readonly at: number | null; readonly value: number }[]): { at: number; value: number }[] {
  const at: (number | null)[] = stops.map((stop) => stop.at)
  at[0] ??= 0
  at[at.length - 1] ??= 1
  let largest = -Infinity
  for (const [index, place] of at.entries()) {
    if (place === null) continue
    largest = Math.max(largest, place)
    at[index] = largest
  }
  for (let index = 1; index < at.length; index++) {
    if (at[index] !== null) continue
    let next = index
    while (at[next] === null) next++
    const from = certain(at[index - 1])
    const step = (certain(at[next]) - from) / (next - index + 1)
    for (let fill = index; fill < next; fill++) at[fill] = from + step * (fill - index + 1)
  }
  return stops.map((stop, index) => ({ at: certain(at[index]), value: stop.value }))
}
