import UPNG from 'upng-js'
import { certain } from '@rheoscope/core/document'

/** A PNG in base64 as red, green, blue and opacity, a byte each. */
export function pixelsOf(png: string): Uint8Array {
  const picture = UPNG.decode(new Uint8Array(Buffer.from(png, 'base64')).buffer)
  return new Uint8Array(certain(UPNG.toRGBA8(picture)[0]))
}

/** By more than this of 255 a channel differs for more than what rounding does to an edge. */
const MOST = 24

/** The share of pixels of two pictures of one size that differ by more than what rounding does to an edge. */
export function shareApart(a: Uint8Array, b: Uint8Array): number {
  let differing = 0
  for (let at = 0; at < a.length; at += 4) {
    if (Math.abs(a[at]! - b[at]!) > MOST || Math.abs(a[at + 1]! - b[at + 1]!) > MOST || Math.abs(a[at + 2]! - b[at + 2]!) > MOST) differing++
  }
  return differing / (a.length / 4)
}

/** The same of two PNGs in base64, which are mostly the very same. */
export const shareOfPngsApart = (a: string, b: string): number => (a === b ? 0 : shareApart(pixelsOf(a), pixelsOf(b)))
