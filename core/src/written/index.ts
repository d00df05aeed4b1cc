export { describable, type Describable } from './describable'
export { readProperties, type SaidText } from './properties-line'
export { readPart, type NewKind, type SaidPart } from './part-line'
