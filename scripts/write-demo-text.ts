/** `npm run docs:demo`: the demo project in its written form, `docs/skerry-line.rheo`. */
import { writeFileSync } from 'node:fs'
import { skerryLine } from '@rheoscope/core/demo'
import { writtenProject } from '@rheoscope/core/written'

writeFileSync(new URL('../docs/skerry-line.rheo', import.meta.url), writtenProject(skerryLine))
