import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import path from 'node:path'
import react from '@vitejs/plugin-react'
import { decompress } from 'wawoff2'
import { defineConfig, type Plugin } from 'vite'

const require = createRequire(import.meta.url)
const RUNNING = path.join(import.meta.dirname, 'src', 'running')

const FAMILIES = { sans: 'atkinson-hyperlegible-next', mono: 'atkinson-hyperlegible-mono', fallback: 'noto-sans' }
const SUBSETS = ['latin', 'latin-ext', 'vietnamese', 'greek', 'greek-ext', 'cyrillic', 'cyrillic-ext']
const WEIGHTS = ['400', '600', '700']

/** What the page finds in itself instead of in the application: the metrics of its fonts, its pictures, and no validation. */
const carriedAlong: Plugin = {
  name: 'carried-along',
  enforce: 'pre',
  resolveId(source) {
    if (source.endsWith('/font-metrics.json') || source === './asset-address') return path.join(RUNNING, 'carried.ts')
    return source === 'joi' ? path.join(RUNNING, 'no-validation.ts') : null
  },
}

/** The fonts a page may need, as a file beside its code; and what pictures are drawn with: the same fonts unpacked, and the code. */
const fontsBeside: Plugin = {
  name: 'fonts-beside',
  async generateBundle() {
    const fonts = Object.entries(FAMILIES).flatMap(([family, folder]) => {
      const ranges = JSON.parse(readFileSync(require.resolve(`@fontsource/${folder}/unicode.json`), 'utf8')) as Record<string, string>
      return WEIGHTS.flatMap((weight) => SUBSETS.filter((subset) => subset in ranges).map((subset) => ({ family, weight, range: ranges[subset], data: readFileSync(require.resolve(`@fontsource/${folder}/files/${folder}-${subset}-${weight}-normal.woff2`), 'base64') })))
    })
    this.emitFile({ type: 'asset', fileName: 'fonts.json', source: JSON.stringify(fonts) })
    const faces: Buffer[] = []
    // One after another: it unpacks all of them in the same place.
    for (const { data } of fonts) faces.push(Buffer.from(await decompress(Buffer.from(data, 'base64'))))
    this.emitFile({ type: 'asset', fileName: 'faces.bin', source: Buffer.concat(faces.flatMap((face) => [lengthOf(face), face])) })
    this.emitFile({ type: 'asset', fileName: 'drawing.wasm', source: readFileSync(require.resolve('@resvg/resvg-wasm/index_bg.wasm')) })
  },
}

function lengthOf({ length }: Uint8Array): Buffer {
  const bytes = Buffer.alloc(4)
  bytes.writeUInt32LE(length)
  return bytes
}

/** What is built, by the mode: each a script of its own. */
const ENTRIES: Readonly<Record<string, string>> = { page: 'running-page.tsx', element: 'running-element.tsx', probe: 'probe.ts' }

/** What a page that runs by itself is made of: the run and the painter as one script, its style, and the fonts. */
// eslint-disable-next-line no-restricted-syntax -- Vite wants it so.
export default defineConfig(({ mode }) => ({
  plugins: [carriedAlong, ...(mode === 'page' ? [fontsBeside] : []), react()],
  // The same components a third as large: what runs alone has no need of what React does besides.
  resolve: { alias: { 'react/jsx-runtime': 'preact/jsx-runtime', 'react-dom/client': 'preact/compat/client', 'react-dom': 'preact/compat', react: 'preact/compat' } },
  define: { 'process.env.NODE_ENV': '"production"' },
  publicDir: false,
  build: {
    outDir: 'dist/running', emptyOutDir: mode === 'page', target: 'es2022',
    lib: { entry: path.join(RUNNING, ENTRIES[mode] ?? mode), name: 'running', formats: ['iife'], fileName: () => `${mode}.js`, cssFileName: mode },
  },
}))
