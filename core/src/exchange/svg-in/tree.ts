import { SaxesParser } from 'saxes'
import { LIMITS, RheoError } from '../../document'

/** An element of an SVG file; text between elements is an element named `#text`. */
export interface SvgElement {
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: SvgElement[]
  readonly text: string
  readonly parent: SvgElement | null
}

/** What is more than this is not read: characters, elements, and levels inside one another. */
export const SVG_LIMITS = { characters: 5 * 1024 * 1024, elements: 20_000, depth: LIMITS.containerDepth - 4 } as const

const XLINK = 'http://www.w3.org/1999/xlink'
const SVG = 'http://www.w3.org/2000/svg'

/**
 * The elements of an SVG file. Document types are passed over, so no entity but XML's own five stands for anything.
 * Throws `too-large`, `not-svg`, or `not-xml` with line and column.
 */
export function svgTree(text: string): SvgElement {
  if (text.length > SVG_LIMITS.characters) {
    throw new RheoError('too-large', 'file', `The file is ${Math.round(text.length / 104858) / 10} MB; up to ${SVG_LIMITS.characters / 1048576} MB of SVG can be brought in.`)
  }
  const parser = new SaxesParser({ xmlns: true })
  const open: SvgElement[] = []
  const roots: SvgElement[] = []
  let count = 0
  const fail = (code: string, sentence: string): never => {
    throw new RheoError(code, `line ${parser.line}, column ${parser.column}`, sentence)
  }
  parser.on('error', (error) => fail('not-xml', `This is not complete XML: ${error.message.replace(/^\d+:\d+: /, '')} (line ${parser.line}, column ${parser.column}).`))
  parser.on('opentag', ({ local, uri, attributes }) => {
    if (++count > SVG_LIMITS.elements) fail('too-large', `The file has more than ${SVG_LIMITS.elements} elements.`)
    if (open.length >= SVG_LIMITS.depth) fail('too-large', `The file has more than ${SVG_LIMITS.depth} levels inside one another.`)
    const parent = open.at(-1) ?? null
    const known = Object.values(attributes).filter((each) => each.uri === '' || (each.uri === XLINK && each.local === 'href'))
    const element: SvgElement = { name: uri === SVG || uri === '' ? local : `${uri} ${local}`, attributes: Object.fromEntries(known.map((each) => [each.local, each.value])), children: [], text: '', parent }
    parent?.children.push(element)
    if (roots.length === 0) roots.push(element)
    open.push(element)
  })
  parser.on('closetag', () => { open.pop() })
  const addText = (words: string) => {
    const parent = open.at(-1)
    if (parent) parent.children.push({ name: '#text', attributes: {}, children: [], text: words, parent })
  }
  parser.on('text', addText)
  parser.on('cdata', addText)
  parser.write(text.replace(/^\uFEFF/, '')).close()
  const [outermost] = roots
  return outermost?.name === 'svg' ? outermost : fail('not-svg', 'This is not an SVG file: its outermost element is not “svg”.')
}

/** All the text inside an element. */
export const textIn = (element: SvgElement): string => (element.name === '#text' ? element.text : element.children.map(textIn).join(''))

/** The element and everything inside it, in document order. */
export function* elementsIn(element: SvgElement): Generator<SvgElement> {
  yield element
  for (const child of element.children) yield* elementsIn(child)
}
