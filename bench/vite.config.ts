import { defineConfig } from 'vite'
import { demoBeside } from '../scripts/demo-beside.ts'

export default defineConfig({
  plugins: [demoBeside],
  build: { ssr: 'src/run.ts', outDir: 'dist', emptyOutDir: true, target: 'node20', minify: false },
  // Of the cache another version is nearer to what is built than to the core.
  ssr: { noExternal: [/^@rheoscope\//, 'lru-cache'] },
})
