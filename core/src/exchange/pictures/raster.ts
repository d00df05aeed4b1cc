import { initWasm, Resvg } from '@resvg/resvg-wasm'
import { DrawnFonts } from './drawn-fonts'
import type { Drawing } from '../forms/form'

/** Pixels as rows of red, green, blue and opacity, from the upper left corner on. */
export interface Bitmap {
  readonly width: number
  readonly height: number
  readonly data: Uint8Array
}

type Image = ReturnType<InstanceType<typeof Resvg>['render']>

let isReady: Promise<void> | null = null

/** Draws SVG as pixels, the same on every machine: with the fonts of the application, and with none of the system's. */
export class Raster {
  private constructor(private readonly fonts: DrawnFonts) {}

  static async open({ code, faces }: Drawing): Promise<Raster> {
    isReady ??= initWasm(code)
    await isReady.catch((error: unknown) => { isReady = null; throw error })
    return new Raster(new DrawnFonts(faces))
  }

  /** A picture as a PNG file; what is clear in it stays clear. */
  png(picture: string, scale: number): Uint8Array {
    return this.drawn(picture, scale, null, (image) => image.asPng())
  }

  /** The pixels of a picture on white. */
  bitmap(picture: string, scale: number): Bitmap {
    return this.drawn(picture, scale, '#ffffff', (image) => ({ width: image.width, height: image.height, data: new Uint8Array(image.pixels) }))
  }

  private drawn<T>(picture: string, scale: number, background: string | null, as: (image: Image) => T): T {
    const resvg = new Resvg(this.fonts.named(picture), { ...(background === null ? {} : { background }), fitTo: { mode: 'zoom', value: scale }, font: { fontBuffers: [...this.fonts.files] } })
    const image = resvg.render()
    try {
      return as(image)
    } finally {
      image.free()
      resvg.free()
    }
  }
}
