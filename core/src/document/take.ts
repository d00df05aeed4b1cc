import { Chance } from './chance'
import { array, boolean, choice, either, integer, kinds, list, number, object, optional, text, type Of } from './shape'
import { Modifiers } from './trigger'
import { Id, Literal, Ms, Name, Note } from './value'

export const PointerKind = choice('mouse', 'touch', 'pen')
export type PointerKind = Of<typeof PointerKind>

/** The path of an instance; the surface itself goes by the empty one. */
export const InstancePath = text(4000, { empty: true })

const place = { x: number(), y: number(), pointer: PointerKind }

const inputs = {
  pointer: { do: choice('move', 'press', 'release'), ...place },
  /** The pointer leaves the surface, or the system takes it away. */
  exit: { do: choice('exit', 'cancel'), pointer: PointerKind },
  /** What lies there is scrolled by so many px, as a WheelEvent has it. */
  wheel: { do: choice('wheel'), x: number(), y: number(), deltaX: number(), deltaY: number() },
  /** Two fingers at a place, or a trackpad: their distance against that at first, and how far they have turned, in degrees clockwise. */
  pinch: { do: choice('pinch'), x: number(), y: number(), scale: number({ above: 0 }), turn: number() },
  /** A key goes down or comes up; `repeat` where it is held. */
  key: { do: choice('key', 'key up'), key: Name, modifiers: Modifiers, repeat: optional(boolean) },
  /** Put an axis of an instance into a state by hand. */
  /** What a field holds once somebody has written into it; `selection` is what is selected in it then, as places between characters (UTF-16 code units). */
  type: { do: choice('type'), instance: InstancePath, part: Id, text: text(100_000, { empty: true }), selection: optional(array(integer(0, 100_000), { least: 2, most: 2 })) },
  put: { do: choice('put'), instance: InstancePath, axis: Id, state: Id },
  parameter: { do: choice('parameter'), instance: InstancePath, name: Name, value: Literal },
}

/** Something a person does. Positions are in px from the top left of the surface. */
export const InputAction = kinds('do', object(inputs.pointer), object(inputs.exit), object(inputs.wheel), object(inputs.pinch), object(inputs.key), object(inputs.type), object(inputs.put), object(inputs.parameter))
export type InputAction = Of<typeof InputAction>

const at = { atMs: Ms }

/** An input with the instant it happens at, in whole milliseconds from the start of the run. */
export const Input = kinds('do', object({ ...at, ...inputs.pointer }), object({ ...at, ...inputs.exit }), object({ ...at, ...inputs.wheel }), object({ ...at, ...inputs.pinch }), object({ ...at, ...inputs.key }), object({ ...at, ...inputs.type }), object({ ...at, ...inputs.put }), object({ ...at, ...inputs.parameter }))
export type Input = InputAction & { readonly atMs: number }

export const Expected = kinds(
  'what',
  object({ what: choice('state'), instance: InstancePath, axis: Id, state: Id }),
  object({ what: choice('variable'), name: Name, value: Literal }),
  object({ what: choice('property'), instance: InstancePath, part: Id, property: Name, value: Literal }),
  object({ what: choice('text'), text: text(100_000) }),
  object({ what: choice('settled'), instance: InstancePath }),
)

export const Expectation = object({ id: Id, byMs: Ms, expect: Expected })
export interface Expectation extends Of<typeof Expectation> {}

/** What is run or checked: a screen, or a component alone. */
export const SurfaceOf = either(object({ screen: Id }), object({ component: Id }))

/** A recorded run of a screen or of a component alone. */
export const Take = object({
  id: Id,
  name: Name,
  surface: SurfaceOf,
  inputs: array(Input),
  endsAtMs: Ms,
  expectations: list(Expectation),
  reducedMotion: boolean,
  /** The way into the screen it was recorded on; as the screen is when it is left out. */
  entryPoint: optional(Id),
  /** The name of the size of the screen it was recorded at; as it is drawn when it is left out. */
  size: optional(Name),
  /** What decided where the run had a choice; as usual when it is left out. */
  chance: optional(Chance),
  note: optional(Note),
})
export interface Take extends Of<typeof Take> {}
