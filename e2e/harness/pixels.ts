import UPNG from 'upng-js'
import { certain } from '@rheoscope/core/document'

/** A PNG in base64 as red, green, blue and opacity, a byte each. */
export function pixelsOf(png: string): Uint8Array {
  const picture = UPNG.decode(new Uint8Array(Buffer.from(png, 'base64')).buffer)
  return new Uint8Array(certain(UPNG.toRGBA8(picture)[0]))
}

/** The share of pixels that differ by more than what rounding does to an edge. */
export function shareApart(a: Uint8Array, b: Uint8Array): number {
  let differing = 0
  for (let at = 0; at < a.length; at += 4) if ([0, 1, 2].some((channel) => Math.abs(a[at + channel]! - b[at + channel]!) > 24)) differing++
  return differing / (a.length / 4)
}
