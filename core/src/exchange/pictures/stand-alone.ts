import { assetAddress, type Project } from '../../document'
import type { RunningFont } from '../forms/form'

/** The families as CSS has them. */
export const FAMILIES = { sans: 'Atkinson Hyperlegible Next', mono: 'Atkinson Hyperlegible Mono', fallback: 'Noto Sans' } as const

/** A font in the style of a document. */
export const faceText = ({ family, weight, range, data }: RunningFont): string =>
  `@font-face{font-family:'${FAMILIES[family]}';font-weight:${weight};src:url(data:font/woff2;base64,${data}) format('woff2');unicode-range:${range}}`

/** A picture with the pictures of its project in it, so that it needs nothing beside it (RFC 2397). */
export const withAssets = ({ assets }: Project, markup: string): string =>
  assets.reduce((text, { id, mediaType, data }) => (data === undefined ? text : text.replaceAll(`"${assetAddress(id)}"`, `"data:${mediaType};base64,${data}"`)), markup)

/** A picture with the fonts in it that its texts are in. */
export function withFonts(markup: string, fonts: readonly RunningFont[]): string {
  const weights = new Set([...markup.matchAll(/font-weight="(\d+)"/g)].map(([, weight]) => weight))
  const faces = fonts.filter(({ family, weight, range }) => markup.includes(`'${FAMILIES[family]}'`) && weights.has(weight) && reaches(range, new Set(textsOf(markup))))
  return faces.length === 0 ? markup : markup.replace(/^<svg[^>]*>/, (head) => `${head}<style>${faces.map(faceText).join('')}</style>`)
}

/** The characters of a picture that stand between its elements. */
const textsOf = (markup: string): string => markup.replaceAll(/<[^>]*>/g, '')

/** Whether one of some characters is in a range of code points (`unicode-range`, CSS Fonts 4). */
export function reaches(range: string, characters: ReadonlySet<string>): boolean {
  const parts = [...range.matchAll(/U\+([0-9A-F]+)(?:-([0-9A-F]+))?/gi)].map(([, from = '', to = from]) => [parseInt(from, 16), parseInt(to, 16)] as const)
  return [...characters].some((character) => { const code = character.codePointAt(0) ?? 0; return parts.some(([from, to]) => from <= code && code <= to) })
}
