import type { Modifiers } from './trigger'
import type { Id, Literal } from './value'

export type PointerKind = 'mouse' | 'touch' | 'pen'

/** Something a person does. Positions are in px from the top left of the surface. */
export type InputAction =
  | { readonly do: 'move'; readonly x: number; readonly y: number; readonly pointer: PointerKind }
  | { readonly do: 'press'; readonly x: number; readonly y: number; readonly pointer: PointerKind }
  | { readonly do: 'release'; readonly x: number; readonly y: number; readonly pointer: PointerKind }
  | { readonly do: 'exit'; readonly pointer: PointerKind }
  /** What lies there is scrolled by so many px, as a WheelEvent has it. */
  | { readonly do: 'wheel'; readonly x: number; readonly y: number; readonly deltaX: number; readonly deltaY: number }
  | { readonly do: 'key'; readonly key: string; readonly modifiers: Modifiers }
  /** Put an axis of an instance into a state by hand. */
  | { readonly do: 'put'; readonly instance: string; readonly axis: Id; readonly state: Id }
  | { readonly do: 'parameter'; readonly instance: string; readonly name: string; readonly value: Literal }

/** An input with the instant it happens at, in whole milliseconds from the start of the run. */
export type Input = InputAction & { readonly atMs: number }

export interface Expectation {
  readonly id: Id
  readonly byMs: number
  readonly expect:
    | { readonly what: 'state'; readonly instance: string; readonly axis: Id; readonly state: Id }
    | { readonly what: 'variable'; readonly name: string; readonly value: Literal }
    | { readonly what: 'property'; readonly instance: string; readonly part: Id; readonly property: string; readonly value: Literal }
    | { readonly what: 'text'; readonly text: string }
    | { readonly what: 'settled'; readonly instance: string }
}

/** A recorded run of a screen or of a component alone. */
export interface Take {
  readonly id: Id
  readonly name: string
  readonly surface: { readonly screen: Id } | { readonly component: Id }
  readonly inputs: readonly Input[]
  readonly endsAtMs: number
  readonly expectations: readonly Expectation[]
  readonly reducedMotion: boolean
  /** The way into the screen it was recorded on; as the screen is when it is left out. */
  readonly wayIn?: Id
}
