export { project, component, part, take } from './project'
export { edit, entry } from './edit'
export { validated, readProject, requireValid } from './validate'
export { projectJsonSchema, type JsonSchema } from './json-schema'
