import { propertyDefinition, sameValue } from '../document'
import type { DrawItem, DrawList } from '../scene'

/** The first thing of a picture that shows something else than in another, in words; null when all of it looks the same. */
export function firstDifference(a: DrawList, b: DrawList): string | null {
  for (const item of b) {
    const other = a.find(({ key }) => key === item.key)
    if (!other) return `“${item.part}”`
    const property = differing(other, item)
    if (property) return property
    const inside = firstDifference(other.children, item.children)
    if (inside) return inside
  }
  return null
}

function differing(a: DrawItem, b: DrawItem): string | null {
  for (const [property, value] of Object.entries(b.values)) {
    const label = propertyDefinition(property)?.label
    if (label && property !== 'cursor' && !sameValue(a.values[property], value)) return `${label} of “${b.part}”`
  }
  return null
}
