import path from 'node:path'
import { defineConfig } from 'vite'

// eslint-disable-next-line no-restricted-syntax -- Vite wants it so.
export default defineConfig({
  logLevel: 'error',
  build: { minify: false, emptyOutDir: true, lib: { entry: path.join(import.meta.dirname, 'play-in-page.ts'), formats: ['es'], fileName: () => 'playing.js' } },
})
