import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { decompress } from 'wawoff2'
import type { DrawingFace, RunningKit } from '@rheoscope/core/exchange'

const require = createRequire(import.meta.url)

const read = (file: string): Uint8Array<ArrayBuffer> => new Uint8Array(readFileSync(require.resolve(file)))

/** What pictures are drawn with, as the build has it, in the font most texts are in. */
export const drawing: RunningKit['drawing'] = async () => {
  const faces: DrawingFace[] = []
  for (const weight of ['400', '600', '700']) {
    const data = await decompress(read(`@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-${weight}-normal.woff2`))
    faces.push({ family: 'sans', range: 'U+0000-00FF,U+2000-206F', data: Uint8Array.from(data) })
  }
  return { code: read('@resvg/resvg-wasm/index_bg.wasm'), faces }
}
