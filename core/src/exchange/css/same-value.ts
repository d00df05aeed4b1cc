import { fromOklab } from '../../motion'

/** Browsers lay out in sixty-fourths of a px, and say of these properties what came of it. */
const LAID_OUT: ReadonlySet<string> = new Set(['left', 'top', 'width', 'height'])

const TOLERANCE = 1e-3

/** The least step of a colour of 8 bits, and what numbers lose on the way. */
const COLOUR_TOLERANCE = 1.01 / 255

/** Whether two values of a CSS property, one of them as a browser computes it, are the same: numbers to a thousandth, colours to one of 255. */
export function isSameCssValue(property: string, wanted: string, computed: string): boolean {
  if (property === 'visibility') return computed === (wanted === 'inherit' ? 'visible' : wanted)
  const [ours, theirs] = [piecesOf(wanted), piecesOf(isNothing(wanted) && NOTHING.has(computed) ? wanted : computed)]
  const tolerance = (number: number): number => (LAID_OUT.has(property) ? 1 / 64 : 0) + TOLERANCE * Math.max(1, Math.abs(number))
  return areClose(ours.numbers, theirs.numbers, tolerance) && ours.colours.length === theirs.colours.length
    && ours.colours.every((colour, index) => areClose(colour, theirs.colours[index] ?? [], () => COLOUR_TOLERANCE)) && isSameText(ours, theirs)
}

/** A text of CSS with its colours as people write them. */
export const inRgb = (text: string): string => text.replaceAll(OKLAB, (_all, inside: string) => {
  const [l = 0, a = 0, b = 0, alpha = 1] = numbersIn(inside)
  const [red, green, blue] = fromOklab([l, a, b, alpha]).map((channel) => Math.round(channel * 255))
  return alpha === 1 ? `rgb(${red}, ${green}, ${blue})` : `rgba(${red}, ${green}, ${blue}, ${Math.round(alpha * 1000) / 1000})`
})

const OKLAB = /oklab\(([^)]*)\)/g

/** What browsers say where there is nothing of it. */
const NOTHING: ReadonlySet<string> = new Set(['none', 'normal'])

const isNothing = (text: string): boolean => /^(blur\()?-?0(px|deg)?\)?$/.test(text)

interface Pieces {
  /** Red, green, blue and opacity, 0 to 1, weighed with that. */
  readonly colours: readonly (readonly number[])[]
  readonly numbers: readonly number[]
  readonly words: string
}

/** Words count where there is nothing else. */
const isSameText = (ours: Pieces, theirs: Pieces): boolean => ours.numbers.length + ours.colours.length > 0 || ours.words === theirs.words

function piecesOf(text: string): Pieces {
  const colours: (readonly number[])[] = []
  const keep = ([r = 0, g = 0, b = 0, alpha = 1]: readonly number[]) => {
    colours.push([r * alpha, g * alpha, b * alpha, alpha])
    return ' '
  }
  const rest = text.replaceAll('transparent', 'rgba(0, 0, 0, 0)')
    .replaceAll(OKLAB, (_all, inside: string) => {
      const [l = 0, a = 0, b = 0, alpha = 1] = numbersIn(inside)
      return keep(fromOklab([l, a, b, alpha]))
    })
    .replaceAll(/rgba?\(([^)]*)\)/g, (_all, inside: string) => {
      const [r = 0, g = 0, b = 0, alpha = 1] = numbersIn(inside)
      return keep([r / 255, g / 255, b / 255, alpha])
    })
  return { colours, numbers: numbersIn(rest), words: rest.replaceAll('"', "'").trim() }
}

const numbersIn = (text: string): readonly number[] => (text.match(/-?[\d.]+(e-?\d+)?/g) ?? []).map(Number)

const areClose = (a: readonly number[], b: readonly number[], tolerance: (number: number) => number): boolean =>
  a.length === b.length && a.every((number, index) => Math.abs(number - (b[index] ?? NaN)) <= tolerance(number))
