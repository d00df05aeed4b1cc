export { textWidth, linesHeight, baseline, textLines, type TextStyle } from './text'
export { textStyleOf, casedText } from './text-style'
export { layOut, needsLayout, naturalSize, type LayoutNode, type Rectangle, type Size } from './lay-out'
