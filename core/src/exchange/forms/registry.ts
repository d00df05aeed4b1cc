import type { Form } from './form'
import { customElement } from './custom-element'
import { designTokens } from './design-tokens'
import { filmstrip } from './filmstrip'
import { projectFile, svgLooks, written } from './kept-forms'
import { keyframes } from './keyframes'
import { page } from './page'
import { specification } from './specification'
import { tables } from './tables'
import { takeActions } from './take-actions'

/** Every form in which a design leaves the application, in the order in which they are offered. */
export const FORMS: readonly Form[] = [customElement, keyframes, designTokens, tables, page, specification, filmstrip, takeActions, svgLooks, written, projectFile]
