export { project, component, part } from './project'
export { edit, entry } from './edit'
export { validated, readProject, requireValid } from './validate'
export { projectJsonSchema, type JsonSchema } from './json-schema'
