export { pictureFile } from './picture'
export { rowsOf, tableFrom } from './delimited'
export { svgIn, SVG_LIMITS, type BroughtIn } from './svg-in'
export { webAnimations, type ExportedLane, type ExportedMotion } from './web-animations'
