import { baseline, casedText, textLines, textStyleOf } from '../layout'
import type { ShownValues } from './draw-list'
import { svg, type SvgNode } from './svg'

/** The families as CSS names them, with what to fall back on where a picture is opened without the bundled fonts. */
const SANS = "'Atkinson Hyperlegible Next', 'Noto Sans', sans-serif"
export const FONT_FAMILIES: Readonly<Record<string, string>> = { sans: SANS, mono: "'Atkinson Hyperlegible Mono', 'Noto Sans', monospace" }

const ANCHORS: Readonly<Record<string, string>> = { start: 'start', center: 'middle', end: 'end' }

/** A text part: its lines, broken where layout breaks them, aligned within the part's width. */
export function paintText(values: ShownValues, text: string, key: string, attributes: Readonly<Record<string, string | number>>): SvgNode {
  const style = textStyleOf(values)
  const width = values.width
  const lines = textLines(casedText(text, values.fontCase), style, width, values.textWrap === true, values.ellipsis === true)
  const align = values.textAlign
  const x = align === 'center' ? width / 2 : align === 'end' ? width : 0
  const top = baseline(style)
  const spans = lines.map((line, index) => {
    const y = Math.round((top + index * style.lineHeight * style.sizePx) * 100) / 100
    return svg('tspan', String(index), { x, y }, [], line)
  })
  const font: Record<string, string | number> = {
    'font-family': FONT_FAMILIES[style.family] ?? SANS,
    'font-size': style.sizePx,
    'font-weight': style.weight,
    'text-anchor': ANCHORS[align] ?? 'start',
    'xml:space': 'preserve',
  }
  if (style.letterSpacingPx !== 0) font['letter-spacing'] = style.letterSpacingPx
  return svg('text', key, { ...font, ...attributes }, spans)
}
