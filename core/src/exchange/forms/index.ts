export { READERS, subjectIn, type Form, type HandedFile, type HandedOver, type RunningKit, type Subject } from './form'
export { allForms, zipped } from './all-forms'
export { FORMS } from './registry'
export type { Carried } from './page'
