export { Run } from './run'
export type { Observer, Offered, RunOptions } from './parts'
export { replay, play, inOrder } from './replay'
export type { Trace, TraceEvent } from './trace'
export type { Pointer } from './pointer'
export { focusStops, type FocusStop } from './focus'
export {
  differences, playTake, runOptionsOf, statesSeen, textsIn, type PlayedTake, type SeenState, type StateDifference, type TakeOutcome, type TakeResult,
} from './take'
export { bandsOf, differingSpans, type Band, type Span, type Stay } from './bands'
export { linksOn, type Link } from './links'
export { marksOf, type Mark } from './marks'
export { expectationText } from './take-words'
export { pathName } from './path-names'
