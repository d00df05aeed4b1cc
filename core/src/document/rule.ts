import type { Motion } from './motion'
import type { Trigger } from './trigger'
import type { Id, Literal } from './value'

/** The states a rule holds in: some, or all but some. */
export type Within = { readonly only: readonly Id[] } | { readonly except: readonly Id[] }

export type Target =
  | { readonly go: 'state'; readonly state: Id }
  | { readonly go: 'next' | 'previous'; readonly wrap: boolean }
  | { readonly go: 'stay' }
  | { readonly go: 'back' }
  /** Unanswered on purpose: nothing happens and nobody is to be told about it. */
  | { readonly go: 'nothing' }

interface ActionBase {
  readonly id: Id
  /** Runs together with the previous action instead of after it. */
  readonly together?: boolean
  /** The next action waits until this one has ended. */
  readonly awaited?: boolean
}

export type Action = ActionBase &
  (
    | { readonly do: 'set'; readonly variable: string; readonly to: string }
    | { readonly do: 'send'; readonly message: string; readonly payload: string | null; readonly recipient: 'holder' | 'siblings' | 'everyone' | { readonly instance: Id } }
    | { readonly do: 'drive'; readonly instance: Id; readonly axis: Id; readonly state: Id }
    | { readonly do: 'go to screen'; readonly screen: Id; readonly motion: Motion | null }
    | { readonly do: 'open overlay' | 'close overlay'; readonly screen: Id; readonly motion: Motion | null }
    | { readonly do: 'pulse'; readonly part: Id; readonly motion: Motion }
  )

export interface Rule {
  readonly id: Id
  readonly axis: Id
  readonly trigger: Trigger
  /** The part listened to; null is the component itself. */
  readonly part: Id | null
  readonly within: Within
  /** An expression that must be true; null always is. */
  readonly guard: string | null
  readonly actions: readonly Action[]
  readonly target: Target
  readonly motion: Motion | null
  /** The event goes on outward after this rule has fired. */
  readonly letThrough: boolean
}

export interface Variable {
  readonly id: Id
  /** The name expressions use. */
  readonly name: string
  readonly type: 'yes/no' | 'number' | 'text' | 'choice'
  readonly start: Literal
  readonly min?: number
  readonly max?: number
  readonly step?: number
  readonly choices?: readonly string[]
}

export interface Parameter {
  readonly id: Id
  /** The name expressions use. */
  readonly name: string
  readonly type: 'text' | 'number' | 'yes/no' | 'choice' | 'colour' | 'slot'
  readonly initial: Literal
  readonly min?: number
  readonly max?: number
  readonly step?: number
  readonly choices?: readonly string[]
}

/** Whether a rule holds in a state. */
export const holdsIn = (rule: Rule, state: Id): boolean =>
  'only' in rule.within ? rule.within.only.includes(state) : !rule.within.except.includes(state)
