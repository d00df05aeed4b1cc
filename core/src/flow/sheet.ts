import type { Id } from '../document'
import type { Frame, Point } from '../scene'
import type { FlowLink } from './flow'

/** How high a label is, and how wide a letter of it on average, in px. */
export const LABEL_PX = { height: 16, letter: 6.2 } as const

/** A screen on the sheet, in px; `scale` is that of its picture. */
export interface FlowBox extends Frame {
  readonly id: Id
  readonly column: number
  readonly scale: number
}

/** An arrow on the sheet: its corners from the element to the edge of the screen, and the middle of its label. */
export interface FlowArrow {
  readonly link: FlowLink
  readonly points: readonly Point[]
  readonly label: Point
}

/** Where everything is, in px. */
export interface FlowSheet {
  readonly width: number
  readonly height: number
  readonly columns: readonly { readonly title: string; readonly x: number; readonly width: number }[]
  readonly boxes: readonly FlowBox[]
  readonly arrows: readonly FlowArrow[]
  /** Where the first screens can stand: below the ruler and the arrows that skip columns. */
  readonly top: number
}

/** A box as it is in its column, before the column has a place. */
export type Stacked = Omit<FlowBox, 'x' | 'column'>
