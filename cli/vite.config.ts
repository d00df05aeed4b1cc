import { defineConfig } from 'vite'

export default defineConfig({
  build: { ssr: 'src/main.ts', outDir: 'dist', emptyOutDir: true, target: 'node20', minify: false },
  ssr: { noExternal: [/^@rheoscope\//] },
})
