import { array, boolean, choice, integer, kinds, object, optional, type Of } from './shape'
import { InstancePath, SurfaceOf } from './take'
import { Id, Literal, Ms, Name, Note } from './value'

/** A state, or a group of them, by its id. */
export const PledgedState = object({ instance: InstancePath, axis: Id, state: Id })
export interface PledgedState extends Of<typeof PledgedState> {}

/** Something that is so or is not, at an instant. Instances go by their paths; the surface itself by the empty one. */
export const Pledged = kinds(
  'what',
  object({ what: choice('state'), instance: InstancePath, axis: Id, state: Id }),
  object({ what: choice('count'), how: choice('at least', 'at most', 'exactly'), many: integer(0, 1000), of: array(PledgedState) }),
  object({ what: choice('variable'), name: Name, value: Literal }),
  /** A screen or overlay is there and not on its way out. */
  object({ what: choice('shown'), screen: Id }),
)
export type Pledged = Of<typeof Pledged>

/** A promise: what the designer says holds on a screen, or for a component, whatever anyone does. */
export const Pledge = object({
  id: Id,
  surface: SurfaceOf,
  /** From that screen on through the whole prototype, wherever it leads; instances elsewhere go by the paths a run has for them. */
  through: optional(boolean),
  note: optional(Note),
  says: kinds(
    'kind',
    object({
      /** `can reach`: from wherever one has come, it can be brought about. */
      kind: choice('always', 'never', 'can reach'),
      that: Pledged,
    }),
    /** Whenever the one has become so, the other is so within that time. */
    object({ kind: choice('after'), that: Pledged, then: Pledged, withinMs: Ms }),
  ),
})
export interface Pledge extends Of<typeof Pledge> {}
