import { readFileSync } from 'node:fs'
import type { Plugin } from 'vite'

/** Puts the demo project's text beside what is built, where `core/src/demo` reads it. */
export const demoBeside: Plugin = {
  name: 'demo-beside',
  generateBundle() {
    this.emitFile({ type: 'asset', fileName: 'skerry-line.rheo', source: readFileSync(new URL('../core/src/demo/skerry-line.rheo', import.meta.url)) })
  },
}
