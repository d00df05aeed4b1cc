import type { DefinedValues } from '../document'
import type { TextStyle } from './text'

/** The style in the property values of a text part. */
export const textStyleOf = (values: Pick<DefinedValues, 'fontFamily' | 'fontWeight' | 'fontSize' | 'letterSpacing' | 'lineHeight'>): TextStyle => ({
  family: values.fontFamily,
  weight: values.fontWeight,
  sizePx: values.fontSize,
  letterSpacingPx: values.letterSpacing,
  lineHeight: values.lineHeight,
})

/** The text as it is set: in the case the part asks for. */
export function casedText(text: string, fontCase: unknown): string {
  if (fontCase === 'upper') return text.toUpperCase()
  if (fontCase === 'lower') return text.toLowerCase()
  return text
}
