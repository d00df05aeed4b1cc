export { READERS, slug, subjectIn, type Form, type HandedFile, type HandedOver, type RunningKit, type Subject } from './form'
export { FORMS } from './registry'
export type { CarriedPage } from './page'
