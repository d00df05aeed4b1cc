export { textWidth, lackingIn, linesHeight, baseline, textLines, type TextStyle } from './text'
export { textStyleOf, casedText } from './text-style'
export { layOut, needsLayout, naturalSize, unconstrainedSize, type LayoutNode, type Rectangle, type Size } from './lay-out'
