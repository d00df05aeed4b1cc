import type { Form } from './form'
import { page } from './page'

/** Every form in which a design leaves the application, in the order in which they are offered. */
export const FORMS: readonly Form[] = [page]
