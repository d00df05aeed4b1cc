import { LIMITS } from '../../document'
import { xmlTree, type XmlElement, type XmlLanguage } from '../xml-tree'

export type SvgElement = XmlElement

/** What is more than this is not read: characters, elements, and levels inside one another. */
export const SVG_LIMITS = { characters: 5 * 1024 * 1024, elements: 20_000, depth: LIMITS.containerDepth - 4 } as const

const SVG: XmlLanguage = { name: 'SVG', root: 'svg', namespace: 'http://www.w3.org/2000/svg', limits: SVG_LIMITS }

/** The elements of an SVG file. Throws as `xmlTree` does. */
export const svgTree = (text: string): SvgElement => xmlTree(text, SVG)
