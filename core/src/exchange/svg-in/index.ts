import type { NewId, Part } from '../../document'
import { partsOf } from './built'
import { Reader } from './reader'
import { svgTree } from './tree'

export { SVG_LIMITS } from './tree'

export interface BroughtIn {
  /** The picture as a container with what is in it, the container first. */
  readonly parts: readonly Part[]
  /** What could not come in, each once, with how often it occurred. */
  readonly leftOut: readonly string[]
}

/**
 * An SVG file (SVG 2) as parts: shapes, groups, texts and gradients where and as they are drawn, through every transform, `use`
 * and style. Scripts, foreign objects and references to elsewhere do not come in. Throws what `svgTree` throws.
 */
export function svgIn(text: string, name: string, newId: NewId): BroughtIn {
  const leftOut = new Map<string, number>()
  const reader = new Reader(svgTree(text), (what) => leftOut.set(what, (leftOut.get(what) ?? 0) + 1))
  const parts = partsOf(reader.picture(name), newId)
  return { parts, leftOut: [...leftOut].map(([what, count]) => (count > 1 ? `${what}, ${count} times` : what)) }
}
