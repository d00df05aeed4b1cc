import { certain } from '@rheoscope/core/document'
import type { Point } from '@rheoscope/core/scene'

const matrixOf = (picture: SVGSVGElement | null): DOMMatrix => certain(picture?.getScreenCTM())

/** How many px of the screen one of a picture that is shown takes. */
export const zoomOf = (picture: SVGSVGElement | null): number => matrixOf(picture).a

/** Where a pointer is in the coordinates of a picture that is shown. */
export function pointIn(picture: SVGSVGElement | null, { clientX, clientY }: { readonly clientX: number; readonly clientY: number }): Point {
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrixOf(picture).inverse())
  return { x, y }
}
