export { Run, IMMEDIATE_LIMIT, type Observer, type RunOptions } from './run'
export { replay, play, inOrder } from './replay'
export type { Trace, TraceEvent } from './trace'
export type { Pointer, Level } from './pointer'
