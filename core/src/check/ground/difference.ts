import { propertyDefinition, sameValue } from '../../document'
import type { DrawItem, DrawList } from '../../scene'

/** Whether something that differs is meant to. */
export type IsPropertyMeant = (item: DrawItem, property: string) => boolean

/** The first thing of a picture that shows something else than in another and is not meant to, in words; null when there is none. */
export function firstDifference(a: DrawList, b: DrawList, isMeant: IsPropertyMeant = () => false): string | null {
  for (const item of b) {
    const other = a.find(({ key }) => key === item.key)
    if (!other) return `“${item.part}”`
    const property = differing(other, item, isMeant)
    if (property) return property
    const inside = firstDifference(other.children, item.children, isMeant)
    if (inside) return inside
  }
  return null
}

function differing(a: DrawItem, b: DrawItem, isMeant: IsPropertyMeant): string | null {
  for (const [property, value] of Object.entries(b.values)) {
    const label = propertyDefinition(property)?.label
    if (label && property !== 'cursor' && !sameValue(a.values[property], value) && !isMeant(b, property)) return `${label} of “${b.part}”`
  }
  return null
}
