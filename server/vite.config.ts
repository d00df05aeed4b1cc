import { defineConfig } from 'vite'

export default defineConfig({
  build: { ssr: true, rollupOptions: { input: { main: 'src/main.ts', 'check-child': 'src/check-child.ts' } }, outDir: 'dist', emptyOutDir: true, target: 'node20', minify: false },
  ssr: { noExternal: [/^@rheoscope\//] },
})
