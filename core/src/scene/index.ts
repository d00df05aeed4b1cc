export * from './matrix'
export {
  SceneBuilder, matrixOf, shownSize, shownValues,
  type DrawItem, type DrawList, type InstanceLookup, type ShownValues,
} from './draw-list'
export { cursorOver, isOnScrolling, partsAt, pointOn, itemOf, matrixTo, scrolls, type Hit } from './hit'
export { corners, handlePoint, HANDLES, reshaped, resized, turned, type Frame, type Handle } from './handles'
export { arcOutline, isFullEllipse, isOnShape } from './shape'
export { snap, toGrid, type Guide, type Snap } from './snap'
export { aligned, ALIGNMENTS, around, distributed, type Alignment } from './align'
export { escaped, svg, toMarkup, type SvgNode } from './svg'
export { paint } from './paint'
export { fromPage } from './page-content'
export { FONT_FAMILIES } from './paint-text'
export { outlineBounds, outlineOf, strokesOf, transformedOutline, type PathPoint, type Stroke } from './path-points'
export { distances, type Distance } from './distances'
export { withMoved, withNext, withoutPoint, withTurned, type PointPlace } from './stroke-edits'
