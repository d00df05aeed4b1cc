import { existsSync, readFileSync } from 'node:fs'
import path from 'node:path'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

const ROOT = path.join(import.meta.dirname, '..')

const packageAt = (folder: string) => JSON.parse(readFileSync(path.join(folder, 'package.json'), 'utf8'))

/** Everything the product is made with and ships, with its version and its licence. */
function dependencies(): readonly { readonly name: string; readonly version: string; readonly license: string }[] {
  const names = new Set(['core', 'web', 'server', 'cli'].flatMap((folder) => Object.keys(packageAt(path.join(ROOT, folder)).dependencies ?? {})))
  return [...names].filter((name) => !name.startsWith('@rheoscope/')).toSorted().map((name) => {
    const folder = ['.', 'web', 'core', 'server', 'cli'].map((each) => path.join(ROOT, each, 'node_modules', name)).find((each) => existsSync(each))
    const { version = '?', license = '?' } = folder === undefined ? {} : packageAt(folder)
    return { name, version, license }
  })
}

export default defineConfig({
  plugins: [react()],
  define: { __VERSION__: JSON.stringify(packageAt(ROOT).version ?? packageAt(import.meta.dirname).version), __DEPENDENCIES__: JSON.stringify(dependencies()) },
  build: { outDir: 'dist', emptyOutDir: true, target: 'es2022', assetsInlineLimit: 0, chunkSizeWarningLimit: 1500 },
  worker: { format: 'es' },
  server: { proxy: { '/api': 'http://127.0.0.1:4180' } },
})
