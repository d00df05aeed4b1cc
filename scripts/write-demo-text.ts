/** `npm run docs:demo`: the demo project's text written as it always is, once something in it has been changed by hand. */
import { writeFileSync } from 'node:fs'
import { skerryLine } from '@rheoscope/core/demo'
import { writtenProject } from '@rheoscope/core/written'

writeFileSync(new URL('../core/src/demo/skerry-line.rheo', import.meta.url), writtenProject(skerryLine))
