import { SaxesParser } from 'saxes'
import { RheoError } from '../document'

/** An element of a file of XML; text between elements is an element named `#text`. One of another namespace is called by that and its name. */
export interface XmlElement {
  readonly name: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: XmlElement[]
  readonly text: string
  readonly parent: XmlElement | null
}

/** A language of XML that can be read. */
export interface XmlLanguage {
  /** As people call it. */
  readonly name: string
  /** The name of its outermost element. */
  readonly root: string
  readonly namespace: string
  /** What is more than this is not read: characters, elements, and levels inside one another. */
  readonly limits: { readonly characters: number; readonly elements: number; readonly depth: number }
}

const XLINK = 'http://www.w3.org/1999/xlink'

/**
 * The elements of a file of XML. Document types are passed over, so no entity but XML's own five stands for anything.
 * Throws `too-large`, `not-svg` (or as its outermost element is called), or `not-xml` with line and column.
 */
export function xmlTree(text: string, { name: language, root, namespace, limits }: XmlLanguage): XmlElement {
  if (text.length > limits.characters) {
    throw new RheoError('too-large', 'file', `The file is ${Math.round(text.length / 104858) / 10} MB; up to ${limits.characters / 1048576} MB of ${language} can be brought in.`)
  }
  const parser = new SaxesParser({ xmlns: true })
  const open: XmlElement[] = []
  const roots: XmlElement[] = []
  let count = 0
  const fail = (code: string, sentence: string): never => {
    throw new RheoError(code, `line ${parser.line}, column ${parser.column}`, sentence)
  }
  parser.on('error', (error) => fail('not-xml', `This is not complete XML: ${error.message.replace(/^\d+:\d+: /, '')} (line ${parser.line}, column ${parser.column}).`))
  parser.on('opentag', ({ local, uri, attributes }) => {
    if (++count > limits.elements) fail('too-large', `The file has more than ${limits.elements} elements.`)
    if (open.length >= limits.depth) fail('too-large', `The file has more than ${limits.depth} levels inside one another.`)
    const parent = open.at(-1) ?? null
    const known = Object.values(attributes).filter((each) => each.uri === '' || (each.uri === XLINK && each.local === 'href'))
    const element: XmlElement = { name: uri === namespace || uri === '' ? local : `${uri} ${local}`, attributes: Object.fromEntries(known.map((each) => [each.local, each.value])), children: [], text: '', parent }
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
  return outermost?.name === root ? outermost : fail(`not-${root}`, `This is not an ${language} file: its outermost element is not “${root}”.`)
}

/** All the text inside an element. */
export const textIn = (element: XmlElement): string => (element.name === '#text' ? element.text : element.children.map(textIn).join(''))

/** The element and everything inside it, in document order. */
export function* elementsIn(element: XmlElement): Generator<XmlElement> {
  yield element
  for (const child of element.children) yield* elementsIn(child)
}
