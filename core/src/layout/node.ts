import type { DefinedValues } from '../document'
import { linesHeight, textLines, textWidth } from './text'
import { casedText, textStyleOf } from './text-style'

/** A part with its property values, as far as layout reads them. */
export interface LayoutNode {
  readonly id: string
  readonly kind: string
  readonly values: DefinedValues
  readonly children: readonly LayoutNode[]
  /** The size of what stands inside, where that is no tree of parts: unconstrained at `Infinity`, or at a width in px. */
  readonly measure?: (widthPx: number) => Size
  /** The size in the base look, which pins refer to; its own size when it is left out. */
  readonly reference?: Size
}

export interface Size {
  readonly width: number
  readonly height: number
}

/** In px, relative to the holding part. */
export interface Rectangle extends Size {
  readonly x: number
  readonly y: number
}

/** Whether a node lays out what is in it as a row or a column. */
export const isFlex = ({ values }: LayoutNode): boolean => values.layout === 'row' || values.layout === 'column'

/** Whether the size of what is in a node depends on the width it is given. */
export const isMeasured = (node: LayoutNode): boolean => node.kind === 'text' || node.measure !== undefined

/** What a text, or what stands inside, takes at a width in px. */
export function measuredSize(node: LayoutNode, widthPx: number): Size {
  if (node.measure) return node.measure(widthPx)
  return wordsSize(node.values, node.values.text, widthPx, false)
}

/** What the words of a text part take at a width in px, broken as it says; with an ellipsis where they are shortened for lack of room. */
export function wordsSize(values: Parameters<typeof textStyleOf>[0] & Pick<DefinedValues, 'fontCase' | 'textWrap'>, text: string, widthPx: number, ellipsis: boolean): Size {
  const style = textStyleOf(values)
  const lines = textLines(casedText(text, values.fontCase), style, widthPx, values.textWrap === true, ellipsis)
  return { width: Math.max(...lines.map((line) => textWidth(line, style))), height: linesHeight(lines.length, style) }
}
