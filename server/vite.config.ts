import { defineConfig } from 'vite'

export default defineConfig({
  build: { ssr: true, rollupOptions: { input: { main: 'src/main.ts', 'check-worker': 'src/check-worker.ts' } }, outDir: 'dist', emptyOutDir: true, target: 'node20', minify: false },
  ssr: { noExternal: [/^@rheoscope\//] },
})
