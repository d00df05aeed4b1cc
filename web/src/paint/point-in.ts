import type { Point } from '@rheoscope/core/scene'

/** Where a pointer is in the coordinates of a picture. */
export function pointIn(picture: SVGSVGElement, { clientX, clientY }: { readonly clientX: number; readonly clientY: number }): Point {
  const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(picture.getScreenCTM()!.inverse())
  return { x, y }
}
