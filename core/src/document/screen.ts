import type { Motion } from './motion'
import type { Part } from './part'
import type { Rule, Variable } from './rule'
import type { Id, Literal } from './value'

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
  } | null
  readonly motion: Motion | null
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
