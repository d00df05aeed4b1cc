import type { Take } from './take'
import type { Id, Literal } from './value'

/** Something that is so or is not, at an instant. Instances go by their paths; the surface itself by the empty one. */
export type Pledged =
  | { readonly what: 'state'; readonly instance: string; readonly axis: Id; readonly state: Id }
  | { readonly what: 'count'; readonly how: 'at least' | 'at most' | 'exactly'; readonly many: number; readonly of: readonly PledgedState[] }
  | { readonly what: 'variable'; readonly name: string; readonly value: Literal }

export interface PledgedState {
  readonly instance: string
  readonly axis: Id
  readonly state: Id
}

/** A promise: what the designer says holds on a screen, or for a component, whatever anyone does. */
export interface Pledge {
  readonly id: Id
  readonly surface: Take['surface']
  readonly says:
    | { readonly kind: 'always' | 'never'; readonly that: Pledged }
    /** From wherever one has come, it can be brought about. */
    | { readonly kind: 'can reach'; readonly that: Pledged }
    /** Whenever the one has become so, the other is so within that time. */
    | { readonly kind: 'after'; readonly that: Pledged; readonly then: Pledged; readonly withinMs: number }
}
