import { convertOklabToRgb, convertRgbToOklab } from 'culori/fn'
import { certain, RheoError, type Colour } from '../document'

/** Red, green, blue and alpha, each 0..1, gamma-encoded sRGB. */
export type Rgba = readonly [r: number, g: number, b: number, a: number]

/** Lightness 0..1, the a and b axes of OKLab, and alpha 0..1. */
export type Oklab = readonly [l: number, a: number, b: number, alpha: number]

/** Reads `#rrggbb` or `#rrggbbaa`. Throws a `RheoError` `colour`. */
export function parseColour(colour: Colour): Rgba {
  const value = /^#([0-9a-f]{6})([0-9a-f]{2})?$/i.exec(colour)
  if (!value) throw new RheoError('colour', colour, `“${colour}” is not a colour; write it as #rrggbb or #rrggbbaa.`)
  const rgb = Number.parseInt(certain(value[1]), 16)
  const alpha = value[2] === undefined ? 255 : Number.parseInt(value[2], 16)
  return [(rgb >> 16) / 255, ((rgb >> 8) & 255) / 255, (rgb & 255) / 255, alpha / 255]
}

const HEX = Array.from({ length: 256 }, (_, byte) => byte.toString(16).padStart(2, '0'))

const byte = (channel: number): number => (channel <= 0 ? 0 : channel >= 1 ? 255 : Math.round(channel * 255))

/** `#rrggbb`, with the alpha appended unless it is opaque. Channels outside 0..1 are clipped. */
export function formatColour(r: number, g: number, b: number, a: number): Colour {
  const alpha = byte(a)
  const colour = `#${HEX[byte(r)]}${HEX[byte(g)]}${HEX[byte(b)]}`
  return alpha === 255 ? colour : colour + HEX[alpha]
}

/** A channel of sRGB, 0 to 1, in linear light (IEC 61966-2-1). */
export const toLinear = (c: number): number => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)

/** sRGB to OKLab (Björn Ottosson, “A perceptual color space for image processing”, 2020; CSS Color 4). */
export function toOklab([r, g, b, alpha]: Rgba): Oklab {
  const lab = convertRgbToOklab({ r, g, b })
  return [lab.l, lab.a, lab.b, alpha]
}

/** OKLab to sRGB; channels may fall outside 0..1. */
export function fromOklab([l, a, b, alpha]: Oklab): Rgba {
  const rgb = convertOklabToRgb({ l, a, b })
  return [rgb.r, rgb.g, rgb.b, alpha]
}

/**
 * The mix of two colours at p, with alpha multiplied in as CSS Color 4 § 12.3 has it.
 * Works for OKLab and for sRGB: both are triples with an alpha.
 */
export function mixPremultiplied(from: Oklab | Rgba, to: Oklab | Rgba): (p: number) => Oklab {
  const [a1, b1, c1, alpha1] = from
  const [a2, b2, c2, alpha2] = to
  return (p) => {
    const q = 1 - p
    const alpha = Math.min(1, Math.max(0, alpha1 * q + alpha2 * p))
    if (alpha === 0) return [a1 * q + a2 * p, b1 * q + b2 * p, c1 * q + c2 * p, 0]
    const from1 = (alpha1 * q) / alpha
    const to1 = (alpha2 * p) / alpha
    return [a1 * from1 + a2 * to1, b1 * from1 + b2 * to1, c1 * from1 + c2 * to1, alpha]
  }
}

/** Relative luminance as WCAG 2.2 defines it, alpha left aside. */
export const luminance = ([r, g, b]: Rgba): number =>
  0.2126 * toLinear(r) + 0.7152 * toLinear(g) + 0.0722 * toLinear(b)
