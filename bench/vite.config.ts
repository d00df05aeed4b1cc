import { defineConfig } from 'vite'

export default defineConfig({
  build: { ssr: 'src/run.ts', outDir: 'dist', emptyOutDir: true, target: 'node20', minify: false },
  ssr: { noExternal: [/^@rheoscope\//] },
})
