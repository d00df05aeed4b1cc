import { certain } from '../document'

/** An SVG element as a value: can be written as markup or kept in step with the DOM. */
export interface SvgNode {
  readonly tag: string
  /** Identifies the element among its siblings from frame to frame. */
  readonly key: string
  readonly attributes: Readonly<Record<string, string | number>>
  readonly children: readonly SvgNode[]
  readonly text?: string
}

/** An element of a picture, as a value. */
export const svg = (
  tag: string, key: string, attributes: Readonly<Record<string, string | number>>, children: readonly SvgNode[] = [], text?: string,
): SvgNode => (text === undefined ? { tag, key, attributes, children } : { tag, key, attributes, children, text })

const ESCAPES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }

/** A text as it stands inside an element or between the double quotes of an attribute, in XML and HTML. */
export const escaped = (text: string): string => text.replace(/[&<>"]/g, (character) => certain(ESCAPES[character]))

/** The element as markup that can stand inside an SVG document. */
export function toMarkup(node: SvgNode): string {
  const attributes = Object.entries(node.attributes).map(([name, value]) => ` ${name}="${escaped(String(value))}"`).join('')
  const inside = node.text === undefined ? node.children.map(toMarkup).join('') : escaped(node.text)
  return inside === '' ? `<${node.tag}${attributes}/>` : `<${node.tag}${attributes}>${inside}</${node.tag}>`
}
