import { xmlTree, type XmlElement, type XmlLanguage } from '../xml-tree'

/** The namespace of what SCXML has no element for. */
export const OURS = 'urn:rheoscope:scxml:1'

const SCXML: XmlLanguage = { name: 'SCXML', root: 'scxml', namespace: 'http://www.w3.org/2005/07/scxml', limits: { characters: 5 * 1024 * 1024, elements: 20_000, depth: 200 } }

export const scxmlTree = (text: string): XmlElement => xmlTree(text, SCXML)

/** The elements of some names directly inside one. */
export const inside = ({ children }: XmlElement, ...names: readonly string[]): readonly XmlElement[] => children.filter(({ name }) => names.includes(name))

/** What states are: plain, parallel, or final ones. */
export const statesIn = (element: XmlElement): readonly XmlElement[] => inside(element, 'state', 'parallel', 'final')

/** A word for an element, by its identifier where it has one. */
export const nameOf = ({ name, attributes: { id } }: XmlElement): string => (id === undefined ? `“${name}”` : `${name} “${id}”`)

/** How long something is, in whole ms (CSS2 times, as SCXML § 6.2 has them); null for what is no time. */
export function msOf(text: string | undefined): number | null {
  const found = /^\s*(\d*\.?\d+)\s*(ms|s|m|h|d)\s*$/.exec(text ?? '')
  if (!found) return null
  const [, number = '0', unit = 'ms'] = found
  return Math.round(Number(number) * (IN_MS[unit] ?? 1))
}

const IN_MS: Readonly<Record<string, number>> = { ms: 1, s: 1000, m: 60_000, h: 3_600_000, d: 86_400_000 }
