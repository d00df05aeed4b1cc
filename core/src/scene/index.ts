export * from './matrix'
export {
  Draughtsman, matrixOf, pathInside, shownValues,
  type DrawItem, type DrawList, type InstanceLookup, type ShownValues,
} from './draw-list'
export { partsAt, pointOn, itemOf, matrixTo, type Hit } from './hit'
export { corners, handlePoint, HANDLES, resized, turned, type Frame, type Handle } from './handles'
export { snap, type Guide, type Snap } from './snap'
export { aligned, ALIGNMENTS, around, distributed, type Alignment } from './align'
export { svg, toMarkup, type SvgNode } from './svg'
export { paint } from './paint'
export { FONT_FAMILIES } from './paint-text'
