import { certain } from '../document'
import metrics from './font-metrics.json' with { type: 'json' }

export interface TextStyle {
  readonly family: string
  readonly weight: string
  readonly sizePx: number
  readonly letterSpacingPx: number
  /** As a multiple of the size. */
  readonly lineHeight: number
}

interface FontMetrics {
  readonly unitsPerEm: number
  readonly ascender: number
  readonly descender: number
  readonly advances: Readonly<Record<string, number>>
  readonly kerning: Readonly<Record<string, number>>
}

const fonts: Readonly<Record<string, FontMetrics>> = metrics
const fallback = certain(fonts['sans 400'])

const fontOf = (style: TextStyle): FontMetrics => fonts[`${style.family} ${style.weight}`] ?? fallback

/** Width of one line in px, from the font's own advances and kerning. A character the font lacks is as wide as its “n”. */
export function textWidth(text: string, style: TextStyle): number {
  const font = fontOf(style)
  let units = 0
  let count = 0
  let previous = ''
  for (const character of text) {
    units += font.advances[character] ?? certain(font.advances.n)
    if (previous !== '') units += font.kerning[previous + character] ?? 0
    previous = character
    count++
  }
  return (units * style.sizePx) / font.unitsPerEm + style.letterSpacingPx * count
}

/** Height of `count` lines in px. */
export const linesHeight = (count: number, style: TextStyle): number => count * style.lineHeight * style.sizePx

/** From the top of a line to its baseline, in px: the glyphs stand in the middle of the line, as in CSS. */
export function baseline(style: TextStyle): number {
  const font = fontOf(style)
  const glyphs = ((font.ascender - font.descender) * style.sizePx) / font.unitsPerEm
  return (style.lineHeight * style.sizePx - glyphs) / 2 + (font.ascender * style.sizePx) / font.unitsPerEm
}

/**
 * The lines of a text, broken between words so that none is wider than `widthPx` unless a single word is. Line
 * breaks in the text always break. With `ellipsis`, text that is not wrapped ends in “…” where it would be too wide.
 */
export function textLines(text: string, style: TextStyle, widthPx: number, wraps: boolean, ellipsis: boolean): readonly string[] {
  const paragraphs = text.split('\n')
  if (!wraps) return ellipsis ? paragraphs.map((line) => shortened(line, style, widthPx)) : paragraphs
  return paragraphs.flatMap((paragraph) => wrapped(paragraph, style, widthPx))
}

/** Rounding of layout must not break a line that was measured to fit exactly. */
const TOLERANCE = 0.01

function wrapped(paragraph: string, style: TextStyle, widthPx: number): string[] {
  const lines: string[] = []
  let line = ''
  for (const word of paragraph.split(' ')) {
    const longer = line === '' ? word : `${line} ${word}`
    if (line !== '' && textWidth(longer, style) > widthPx + TOLERANCE) {
      lines.push(line)
      line = word
    } else {
      line = longer
    }
  }
  return [...lines, line]
}

function shortened(line: string, style: TextStyle, widthPx: number): string {
  if (textWidth(line, style) <= widthPx + TOLERANCE) return line
  let kept = [...line]
  while (kept.length > 0 && textWidth(kept.join('') + '…', style) > widthPx) kept = kept.slice(0, -1)
  return kept.join('').trimEnd() + '…'
}
