import type { TextStyle } from './text'

type Values = Readonly<Record<string, unknown>>

/** The style in the property values of a text part. */
export const textStyleOf = (values: Values): TextStyle => ({
  family: values.fontFamily as string,
  weight: values.fontWeight as string,
  sizePx: values.fontSize as number,
  letterSpacingPx: values.letterSpacing as number,
  lineHeight: values.lineHeight as number,
})

/** The text as it is set: in the case the part asks for. */
export function casedText(text: string, fontCase: unknown): string {
  if (fontCase === 'upper') return text.toUpperCase()
  if (fontCase === 'lower') return text.toLowerCase()
  return text
}
