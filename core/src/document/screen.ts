import { Look } from './look'
import { Motion } from './motion'
import { Part } from './part'
import { Rule, Variable } from './rule'
import { boolean, choice, list, number, object, optional, orNull, record, type Of } from './shape'
import { Id, Literal, Name, Note } from './value'

/** The axis the rules of a screen belong to. It has one state, because a screen only ever is shown. */
export const SCREEN_AXIS = 'screen'

/** A named way into a screen. */
export const EntryPoint = object({ id: Id, name: Name, variables: record(/./, Literal) })
export interface EntryPoint extends Of<typeof EntryPoint> {}

/** A further size of a screen, in px: of a smaller device, or of the same one turned. Screens that have a size of the same name are shown at it together. */
export const ScreenSize = object({ id: Id, name: Name, width: number({ above: 0, max: 20_000 }), height: number({ above: 0, max: 20_000 }) })
export interface ScreenSize extends Of<typeof ScreenSize> {}

/** A surface of a given size with instances and parts on it; an overlay is shown over another one. */
export const Screen = object({
  id: Id,
  name: Name,
  note: optional(Note),
  kind: choice('screen', 'overlay'),
  device: choice('phone', 'tablet', 'desktop', 'kiosk', 'free'),
  width: number({ above: 0, max: 20_000 }),
  height: number({ above: 0, max: 20_000 }),
  sizes: optional(list(ScreenSize)),
  /** Where it stands within its column of the flow, in px from the top. */
  flowY: optional(number({ min: 0, max: 100_000 })),
  parts: list(Part, { least: 1 }),
  rules: list(Rule),
  variables: list(Variable),
  overlay: orNull(object({
    backdropOpacity: number({ min: 0, max: 1 }),
    closesOnOutsideTap: boolean,
    closesOnEscape: boolean,
    /** Where it lies over what it is shown over; in the middle when it is left out. */
    at: optional(choice('middle', 'top', 'bottom', 'left', 'right')),
    /** The part that has the focus first when it opens; the first there is when it is left out. */
    firstFocus: optional(Id),
  })),
  motion: orNull(Motion),
  /** What it is like just before it comes and just after it has gone; clear when it is left out. */
  absent: optional(Look),
  /** Further ways into it than as it is: with other values for the shared variables, by their names. */
  entryPoints: optional(list(EntryPoint)),
})
export interface Screen extends Of<typeof Screen> {}

export const Token = object({ id: Id, name: Name, type: choice('duration', 'easing', 'colour', 'size'), value: Literal, note: optional(Note) })
export interface Token extends Of<typeof Token> {}
