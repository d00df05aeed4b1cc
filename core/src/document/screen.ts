import type { Look } from './look'
import type { Motion } from './motion'
import type { Part } from './part'
import type { Rule, Variable } from './rule'
import type { Id, Literal } from './value'

/** The axis the rules of a screen belong to. It has one state, because a screen only ever is shown. */
export const SCREEN_AXIS = 'screen'

/** A surface of a given size with instances and parts on it; an overlay is shown over another one. */
export interface Screen {
  readonly id: Id
  readonly name: string
  readonly kind: 'screen' | 'overlay'
  readonly device: 'phone' | 'tablet' | 'desktop' | 'kiosk' | 'free'
  readonly width: number
  readonly height: number
  readonly parts: readonly Part[]
  readonly rules: readonly Rule[]
  readonly variables: readonly Variable[]
  readonly overlay: {
    readonly dim: number
    readonly closesOnOutsideTap: boolean
    readonly closesOnEscape: boolean
    /** Where it lies over what it is shown over; in the middle when it is left out. */
    readonly at?: 'middle' | 'top' | 'bottom' | 'left' | 'right'
  } | null
  readonly motion: Motion | null
  /** What it is like just before it comes and just after it has gone; clear when it is left out. */
  readonly absent?: Look
  /** Further ways into it than as it is: with other values for the shared variables, by their names. */
  readonly waysIn?: readonly WayIn[]
}

/** A named way into a screen. */
export interface WayIn {
  readonly id: Id
  readonly name: string
  readonly variables: Readonly<Record<string, Literal>>
}

export interface DataTable {
  readonly id: Id
  readonly name: string
  readonly columns: readonly { readonly id: Id; readonly name: string; readonly type: 'text' | 'number' | 'yes/no' | 'colour' | 'picture' }[]
  readonly records: readonly { readonly id: Id; readonly cells: Readonly<Record<Id, Literal>> }[]
}

export interface Token {
  readonly id: Id
  readonly name: string
  readonly type: 'duration' | 'easing' | 'colour' | 'size'
  readonly value: Literal
}
