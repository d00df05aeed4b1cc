import { compile, type Options } from 'css-select'
import { generate, parse, walk, type CssNode, type Rule } from 'css-tree'
import { elementsIn, textIn } from '../xml-tree'
import type { SvgElement } from './tree'

/** What is said about an element, by property. */
export type Style = Readonly<Record<string, string>>

/** The properties an element has from what holds it unless it says otherwise (SVG 2, property index). */
const INHERITED = new Set([
  'clip-rule', 'color', 'fill', 'fill-opacity', 'fill-rule', 'font-family', 'font-size', 'font-style', 'font-weight', 'letter-spacing', 'stroke', 'stroke-dasharray',
  'stroke-dashoffset', 'stroke-linecap', 'stroke-linejoin', 'stroke-miterlimit', 'stroke-opacity', 'stroke-width', 'text-anchor', 'visibility',
])

const OWN = new Set(['clip-path', 'display', 'filter', 'mask', 'opacity', 'stop-color', 'stop-opacity', 'transform', 'vector-effect', 'marker-start', 'marker-mid', 'marker-end', 'mix-blend-mode', 'text-decoration'])

export const INITIAL: Style = {
  color: '#000000', fill: '#000000', 'fill-opacity': '1', 'fill-rule': 'nonzero', 'font-family': 'sans-serif', 'font-size': '16', 'font-weight': '400', stroke: 'none',
  'stroke-opacity': '1', 'stroke-width': '1', 'stroke-linecap': 'butt', 'stroke-linejoin': 'miter', 'text-anchor': 'start', visibility: 'visible',
}

/** Rules of style sheets beyond this are not looked at. */
const MOST_RULES = 2000

interface SheetRule {
  readonly matches: (element: SvgElement) => boolean
  readonly specificity: number
  readonly said: Style
}

/** The style sheets of a file and what they say about its elements. */
export class StyleSheets {
  private readonly rules: readonly SheetRule[]

  constructor(root: SvgElement, onLeftOut: (what: string) => void) {
    const sheets = [...elementsIn(root)].filter(({ name }) => name === 'style').map(textIn)
    this.rules = sheets.flatMap((sheet) => rulesIn(sheet, onLeftOut)).slice(0, MOST_RULES).toSorted((a, b) => a.specificity - b.specificity)
  }

  /** What holds for an element: what it has from around it, its attributes, the sheets, and its own style, the last word last. */
  styleOf(element: SvgElement, around: Style): Style {
    const style: Record<string, string> = Object.fromEntries(Object.entries(around).filter(([name]) => INHERITED.has(name)))
    const say = (said: Style) => {
      for (const [name, value] of Object.entries(said)) {
        if (!INHERITED.has(name) && !OWN.has(name)) continue
        if (value === 'inherit') {
          if (around[name] !== undefined) style[name] = around[name]
        } else style[name] = value
      }
    }
    say(Object.fromEntries(Object.entries(element.attributes).filter(([name]) => name !== 'style' && name !== 'transform')))
    for (const { matches, said } of this.rules) if (matches(element)) say(said)
    if (element.attributes.style !== undefined) say(declarationsIn(element.attributes.style))
    return style
  }
}

function rulesIn(sheet: string, onLeftOut: (what: string) => void): readonly SheetRule[] {
  const rules: SheetRule[] = []
  walk(parse(sheet, { parseValue: false }), (node: CssNode) => {
    if (node.type === 'Atrule') onLeftOut(`@${node.name} in a style sheet`)
    if (node.type === 'Rule') rules.push(...rulesOf(node))
  })
  return rules
}

function rulesOf(rule: Rule): readonly SheetRule[] {
  if (rule.prelude.type !== 'SelectorList') return []
  const said = declarationsIn(generate(rule.block).slice(1, -1))
  return rule.prelude.children.toArray().map((selector) => {
    const matches = matcherOf(generate(selector))
    return { matches, said, specificity: specificityOf(selector) }
  })
}

/** As one number: identifiers before classes and attributes before elements (Selectors 4 § 17). */
function specificityOf(selector: CssNode): number {
  let count = 0
  walk(selector, ({ type }: CssNode) => {
    if (type === 'IdSelector') count += 1_000_000
    else if (type === 'ClassSelector' || type === 'AttributeSelector' || type === 'PseudoClassSelector') count += 1000
    else if (type === 'TypeSelector') count += 1
  })
  return count
}

function declarationsIn(text: string): Style {
  const said: Record<string, string> = {}
  walk(parse(text, { context: 'declarationList', parseValue: false }), (node: CssNode) => {
    if (node.type === 'Declaration') said[node.property.toLowerCase()] = generate(node.value).trim()
  })
  return said
}

/** A selector that cannot be read matches nothing. */
function matcherOf(selector: string): SheetRule['matches'] {
  try {
    return compile(selector, MATCHING)
    // eslint-disable-next-line no-restricted-syntax -- Whatever the package that reads selectors says of one.
  } catch {
    return () => false
  }
}

const MATCHING: Options<SvgElement, SvgElement> = {
  xmlMode: true,
  adapter: {
    isTag: (node): node is SvgElement => node.name !== '#text',
    getAttributeValue: (element, name) => element.attributes[name],
    getChildren: (node) => node.children,
    getName: (element) => element.name,
    getParent: (node) => node.parent,
    getSiblings: (node) => node.parent?.children ?? [node],
    getText: textIn,
    hasAttrib: (element, name) => Object.hasOwn(element.attributes, name),
    removeSubsets: (nodes) => nodes,
  },
}
