/** Publishes the JSON Schema of the project file beside its description. */
import { writeFileSync } from 'node:fs'
import { projectJsonSchema } from '@rheoscope/core/schema'

writeFileSync(new URL('../docs/project-file.schema.json', import.meta.url), JSON.stringify(projectJsonSchema(), null, 2) + '\n')
