import * as gifenc from 'gifenc'
import type { Bitmap } from './raster'

// Node finds all of it in its default, bundlers find each by its name.
const { GIFEncoder, quantize, applyPalette } = 'GIFEncoder' in gifenc.default ? gifenc.default : gifenc

/** So many colours an instant has, besides what shows the one before. */
const COLOURS = 255

/** Pictures after one another as a GIF (89a) that goes on for ever, each with its own colours; what stays as it was is left as it is. */
export class AnimatedGif {
  private readonly encoder = GIFEncoder()
  private before: Uint8Array | null = null

  /** @param lastsMs rounded to hundredths of a second, which is as GIF has it */
  add({ width, height, data }: Bitmap, lastsMs: number): void {
    const palette = quantize(data, COLOURS)
    const indexed = applyPalette(data, palette)
    const transparentIndex = palette.length
    palette.push([0, 0, 0])
    if (this.before) {
      const [now, was] = [new Uint32Array(data.buffer), new Uint32Array(this.before.buffer)]
      for (let at = 0; at < now.length; at++) if (now[at] === was[at]) indexed[at] = transparentIndex
    }
    this.before = data
    this.encoder.writeFrame(indexed, width, height, { palette, delay: lastsMs, repeat: 0, dispose: 1, transparent: true, transparentIndex })
  }

  bytes(): Uint8Array {
    this.encoder.finish()
    return this.encoder.bytes()
  }
}
