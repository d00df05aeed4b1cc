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

/** In units of which `unitsPerEm` make the size of the font. */
interface FontMetrics {
  readonly unitsPerEm: number
  readonly ascender: number
  readonly descender: number
  readonly widths: ReadonlyMap<string, number>
  /** How much nearer or farther a character stands after another one, by that one. */
  readonly kerning: ReadonlyMap<string, ReadonlyMap<string, number>>
}

const written = new Map(Object.entries(metrics))

const fonts = new Map<string, FontMetrics>()

/** A font by its name, put together when it is first asked for; the usual one of those where there is none. */
function fontNamed(name: string, usual: keyof typeof metrics): FontMetrics {
  const known = fonts.get(name)
  if (known) return known
  const { unitsPerEm, ascender, descender, widths, kerning } = written.get(name) ?? metrics[usual]
  const beside = Object.entries<Readonly<Record<string, string>>>(kerning).map(([left, others]) => [left, byCharacter(others)] as const)
  const font: FontMetrics = { unitsPerEm, ascender, descender, widths: byCharacter(widths), kerning: new Map(beside) }
  fonts.set(name, font)
  return font
}

/** Each character with its value, where characters are listed by value. */
function byCharacter(listed: Readonly<Record<string, string>>): ReadonlyMap<string, number> {
  return new Map(Object.entries(listed).flatMap(([value, characters]) => [...characters].map((character) => [character, Number(value)] as const)))
}

const fontOf = ({ family, weight }: TextStyle): FontMetrics => fontNamed(`${family} ${weight}`, 'sans 400')

/** What stands in for what the font of a style lacks. */
const fallbackOf = ({ weight }: TextStyle): FontMetrics => fontNamed(`fallback ${weight}`, 'fallback 400')

const ACCENT = /^\p{Mn}$/u

/** Accents that stand over what is before them, joiners and other characters without any width of their own (Unicode Standard Annex 44). */
const WITHOUT_WIDTH = /^[\p{Mn}\p{Me}\p{Default_Ignorable_Code_Point}]$/u

/** As wide as they are high: ideographs, kana, hangul and pictures (Unicode Standard Annexes 11 and 51). */
const WIDE = /^[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Hangul}\p{Emoji_Presentation}\u3000-\u303f\uff01-\uff60]$/u

/**
 * Width of one line in px, from the advances and kerning of the fonts that ship: what a font lacks is set in Noto Sans (Greek, Cyrillic). What no font has
 * is counted as wide as it is high where it mostly is, and otherwise as wide as an “n”.
 */
export function textWidth(text: string, style: TextStyle): number {
  const own = fontOf(style)
  const characters = [...text.normalize('NFC')]
  let em = 0
  let count = 0
  let last = ''
  let lastFont: FontMetrics | null = null
  for (const [index, character] of characters.entries()) {
    const font = fontFor(character, characters[index + 1], own, style)
    if (!font && WITHOUT_WIDTH.test(character)) continue
    if (font) {
      const kerning = lastFont === font ? (font.kerning.get(last)?.get(character) ?? 0) : 0
      em += (certain(font.widths.get(character)) + kerning) / font.unitsPerEm
    } else em += WIDE.test(character) ? 1 : certain(own.widths.get('n')) / own.unitsPerEm
    lastFont = font
    last = character
    count++
  }
  return em * style.sizePx + style.letterSpacingPx * count
}

/** The font a character is set in; null where none has it. An accent that no character has with it is in the other font, and so is what is under it. */
function fontFor(character: string, next: string | undefined, own: FontMetrics, style: TextStyle): FontMetrics | null {
  const isOwn = own.widths.has(character)
  const isAccented = next !== undefined && !own.widths.has(next) && ACCENT.test(next)
  if (isOwn && !isAccented) return own
  const fallback = fallbackOf(style)
  return fallback.widths.has(character) ? fallback : isOwn ? own : null
}

/** The characters of a text that none of the fonts that ship has, each once, in the order they come. */
export function lackingIn(text: string, style: TextStyle): readonly string[] {
  const own = fontOf(style)
  const isShown = (character: string) => fontFor(character, undefined, own, style) !== null || /\s/.test(character) || WITHOUT_WIDTH.test(character)
  return [...new Set(text.normalize('NFC'))].filter((character) => !isShown(character))
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
