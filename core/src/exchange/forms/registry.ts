import type { Form } from './form'
import { css } from './css'
import { customElement } from './custom-element'
import { designTokens } from './design-tokens'
import { filmstrip } from './filmstrip'
import { projectFile, written } from './kept-forms'
import { keyframes } from './keyframes'
import { animatedGif, animatedPng, film } from './moving-pictures'
import { page } from './page'
import { pngPictures, svgPictures } from './pictures'
import { probe } from './probe'
import { scxml } from './scxml'
import { specification } from './specification'
import { tables } from './tables'
import { takeActions } from './take-actions'
import { walkthrough } from './walkthrough'

/** Every form in which a design leaves the application, in the order in which they are offered. */
export const FORMS: readonly Form[] = [customElement, css, keyframes, scxml, designTokens, tables, page, specification, filmstrip, takeActions, walkthrough, probe, svgPictures, pngPictures, animatedPng, animatedGif, film, written, projectFile]
