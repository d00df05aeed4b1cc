import { isGradient, type Colour, type Literal, type Paint, type Shadow } from './value'
import type { PartKind } from './part'
import type { Parameter } from './rule'
import { ROLES } from './role'

/** What the values of a type are. */
interface ValueOfType {
  readonly number: number
  readonly length: number
  readonly ratio: number
  readonly angle: number
  readonly paint: Paint
  readonly colour: Colour
  readonly text: string
  readonly yesNo: boolean
  readonly choice: string
  readonly path: string
  readonly picture: string
  readonly icon: string
  /** The id of a part of the same component; empty for none. */
  readonly part: string
  readonly shadows: readonly Shadow[]
  readonly dash: readonly number[]
}

/** The type of a property: decides its editor, its interpolation and its schema. */
export type PropertyType = keyof ValueOfType

/** The group a property is listed under in the interface. */
export type PropertyGroup = 'place' | 'layout' | 'paint' | 'text' | 'shape' | 'effect' | 'answer'

export interface PropertyDefinition {
  readonly name: string
  /** What the interface calls it. */
  readonly label: string
  readonly type: PropertyType
  readonly group: PropertyGroup
  /** The value of a part that says nothing about it. */
  readonly initial: Literal
  /** The kinds of part that have it. */
  readonly kinds: readonly PartKind[]
  readonly unit?: 'px' | '°' | '%'
  readonly choices?: readonly string[]
  /** Bounds kept at all times, overshoot included. */
  readonly min?: number
  readonly max?: number
}

const every: readonly PartKind[] = [
  'box', 'ellipse', 'path', 'text', 'field', 'picture', 'icon', 'container', 'instance', 'slot', 'list',
]
const drawn: readonly PartKind[] = ['box', 'ellipse', 'path', 'text', 'field', 'icon', 'container']
const framed: readonly PartKind[] = ['box', 'container', 'picture']
const holders: readonly PartKind[] = ['container', 'list']
const lines: readonly PartKind[] = ['box', 'ellipse', 'path', 'container']
const text: readonly PartKind[] = ['text', 'field']
const field: readonly PartKind[] = ['field']

type Extra = Partial<Pick<PropertyDefinition, 'unit' | 'choices' | 'min' | 'max'>>

const define = <const Name extends string, const Type extends PropertyType>(
  name: Name,
  label: string,
  type: Type,
  group: PropertyGroup,
  initial: ValueOfType[Type],
  kinds: readonly PartKind[],
  extra: Extra = {},
): PropertyDefinition & { readonly name: Name; readonly type: Type } => ({ name, label, type, group, initial, kinds, ...extra })

const px: Extra = { unit: 'px' }
const size: Extra = { unit: 'px', min: 0 }
const sizing: Extra = { choices: ['fixed', 'content', 'fill'] }

const DEFINITIONS = [
  define('x', 'x', 'length', 'place', 0, every, px),
  define('y', 'y', 'length', 'place', 0, every, px),
  define('width', 'width', 'length', 'place', 100, every, size),
  define('height', 'height', 'length', 'place', 40, every, size),
  define('translateX', 'translate x', 'length', 'place', 0, every, px),
  define('translateY', 'translate y', 'length', 'place', 0, every, px),
  define('rotation', 'rotation', 'angle', 'place', 0, every, { unit: '°' }),
  define('scaleX', 'scale x', 'number', 'place', 1, every),
  define('scaleY', 'scale y', 'number', 'place', 1, every),
  define('transformOriginX', 'transform origin x', 'ratio', 'place', 0.5, every),
  define('transformOriginY', 'transform origin y', 'ratio', 'place', 0.5, every),
  define('pinX', 'pin across', 'choice', 'place', 'start', every, { choices: ['start', 'end', 'both', 'centre', 'scale'] }),
  define('pinY', 'pin down', 'choice', 'place', 'start', every, { choices: ['start', 'end', 'both', 'centre', 'scale'] }),

  define('layout', 'layout', 'choice', 'layout', 'free', holders, { choices: ['free', 'row', 'column'] }),
  define('gap', 'gap', 'length', 'layout', 0, holders, size),
  define('paddingTop', 'padding top', 'length', 'layout', 0, holders, size),
  define('paddingRight', 'padding right', 'length', 'layout', 0, holders, size),
  define('paddingBottom', 'padding bottom', 'length', 'layout', 0, holders, size),
  define('paddingLeft', 'padding left', 'length', 'layout', 0, holders, size),
  define('align', 'align', 'choice', 'layout', 'start', holders, { choices: ['start', 'center', 'end', 'stretch'] }),
  define('justify', 'justify', 'choice', 'layout', 'start', holders, {
    choices: ['start', 'center', 'end', 'space-between', 'space-around', 'space-evenly'],
  }),
  define('wrap', 'wrap', 'yesNo', 'layout', false, holders),
  define('widthFrom', 'width from', 'choice', 'layout', 'fixed', every, sizing),
  define('heightFrom', 'height from', 'choice', 'layout', 'fixed', every, sizing),
  define('grow', 'grow', 'number', 'layout', 0, every, { min: 0 }),
  define('inLayout', 'in layout', 'yesNo', 'layout', true, every),

  define('fill', 'fill', 'paint', 'paint', null, drawn),
  define('stroke', 'stroke', 'paint', 'paint', null, lines),
  define('strokeWidth', 'stroke width', 'length', 'paint', 1, lines, size),
  define('strokeDash', 'stroke dash', 'dash', 'paint', [], lines, px),
  define('strokeCap', 'stroke cap', 'choice', 'paint', 'butt', lines, { choices: ['butt', 'round', 'square'] }),
  define('strokeJoin', 'stroke join', 'choice', 'paint', 'miter', lines, { choices: ['miter', 'round', 'bevel'] }),
  define('opacity', 'opacity', 'ratio', 'paint', 1, every, { min: 0, max: 1 }),
  define('visible', 'visible', 'yesNo', 'paint', true, every),

  define('radiusTopLeft', 'radius top left', 'length', 'shape', 0, framed, size),
  define('radiusTopRight', 'radius top right', 'length', 'shape', 0, framed, size),
  define('radiusBottomRight', 'radius bottom right', 'length', 'shape', 0, framed, size),
  define('radiusBottomLeft', 'radius bottom left', 'length', 'shape', 0, framed, size),
  define('arcStart', 'arc start', 'angle', 'shape', 0, ['ellipse'], { unit: '°' }),
  define('arcSweep', 'arc sweep', 'angle', 'shape', 360, ['ellipse'], { unit: '°', min: -360, max: 360 }),
  define('innerRadius', 'inner radius', 'ratio', 'shape', 0, ['ellipse'], { min: 0, max: 1 }),
  define('d', 'outline', 'path', 'shape', '', ['path']),
  define('fillRule', 'fill rule', 'choice', 'shape', 'nonzero', ['path'], { choices: ['nonzero', 'evenodd'] }),

  define('picture', 'picture', 'picture', 'paint', '', ['picture']),
  define('pictureFit', 'fit', 'choice', 'paint', 'contain', ['picture'], { choices: ['contain', 'cover', 'stretch'] }),
  define('icon', 'icon', 'icon', 'paint', '', ['icon']),

  define('text', 'text', 'text', 'text', '', ['text']),
  define('placeholder', 'placeholder', 'text', 'text', '', field),
  define('fieldKind', 'kind', 'choice', 'text', 'text', field, { choices: ['text', 'search', 'number', 'password', 'email', 'telephone'] }),
  define('lines', 'lines', 'choice', 'text', 'one', field, { choices: ['one', 'several'] }),
  define('longest', 'longest', 'number', 'text', 1000, field, { min: 0, max: 100_000 }),
  define('readOnly', 'read only', 'yesNo', 'text', false, field),
  define('placeholderColour', 'placeholder colour', 'colour', 'paint', '#6b7680', field),
  define('caretColour', 'caret colour', 'colour', 'paint', '#1d2b33', field),
  define('selectionColour', 'selection colour', 'colour', 'paint', '#bcd4e6', field),
  define('fontFamily', 'family', 'choice', 'text', 'sans', text, { choices: ['sans', 'mono'] }),
  define('fontSize', 'size', 'length', 'text', 16, text, { unit: 'px', min: 1 }),
  define('fontWeight', 'weight', 'choice', 'text', '400', text, { choices: ['400', '600', '700'] }),
  define('fontCase', 'case', 'choice', 'text', 'as written', text, { choices: ['as written', 'upper', 'lower'] }),
  define('letterSpacing', 'letter spacing', 'length', 'text', 0, text, px),
  define('lineHeight', 'line height', 'number', 'text', 1.3, text, { min: 0 }),
  define('textAlign', 'alignment', 'choice', 'text', 'start', text, { choices: ['start', 'center', 'end'] }),
  define('textWrap', 'wrap', 'yesNo', 'text', true, text),
  define('ellipsis', 'ellipsis', 'yesNo', 'text', false, text),

  define('blur', 'blur', 'length', 'effect', 0, every, size),
  define('shadow', 'shadow', 'shadows', 'effect', [], drawn),
  define('clip', 'clip', 'yesNo', 'effect', false, holders),
  define('scroll', 'scrolls', 'choice', 'layout', 'none', ['container'], { choices: ['none', 'down', 'across', 'both'] }),
  define('fadeTop', 'fade top', 'length', 'effect', 0, holders, size),
  define('fadeBottom', 'fade bottom', 'length', 'effect', 0, holders, size),

  define('receivesInput', 'receives input', 'yesNo', 'answer', true, every),
  define('cursor', 'pointer cursor', 'choice', 'answer', 'default', every, {
    choices: ['default', 'pointer', 'grab', 'grabbing', 'text', 'not-allowed', 'wait'],
  }),
  define('role', 'role', 'choice', 'answer', 'none', every, { choices: ['none', ...ROLES] }),
  define('accessibleName', 'accessible name', 'text', 'answer', '', every),
  define('focusable', 'focusable', 'yesNo', 'answer', false, every),
  define('disabled', 'disabled', 'yesNo', 'answer', false, every),
  define('checked', 'checked', 'yesNo', 'answer', false, every),
  define('partlyChecked', 'partly checked', 'yesNo', 'answer', false, every),
  define('selected', 'selected', 'yesNo', 'answer', false, every),
  define('expanded', 'expanded', 'yesNo', 'answer', false, every),
  define('pressed', 'pressed', 'yesNo', 'answer', false, every),
  define('modal', 'modal', 'yesNo', 'answer', false, every),
  define('valueNow', 'value', 'number', 'answer', 0, every),
  define('valueLeast', 'least value', 'number', 'answer', 0, every),
  define('valueMost', 'greatest value', 'number', 'answer', 100, every),
  define('valueText', 'value in words', 'text', 'answer', '', every),
  define('current', 'current', 'choice', 'answer', 'no', every, { choices: ['no', 'yes', 'page', 'step', 'location', 'date', 'time'] }),
  define('controls', 'controls', 'part', 'answer', '', every),
  define('activeDescendant', 'active descendant', 'part', 'answer', '', every),
]

/** Every property a look can say something about. Adding one is adding a line. */
export const PROPERTIES: readonly PropertyDefinition[] = DEFINITIONS

/** The value of every property of a part that says nothing about it. */
// eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- each is of the type it is defined with
export const INITIAL_VALUES = Object.fromEntries(DEFINITIONS.map(({ name, initial }) => [name, initial])) as DefinedValues

/** What is shown or wanted of a part, by property, each of the type it is defined with; a part has those of its kind. */
export type DefinedValues = { readonly [Definition in (typeof DEFINITIONS)[number] as Definition['name']]: ValueOfType[Definition['type']] }

const byName = new Map(PROPERTIES.map((definition) => [definition.name, definition]))

const byKind = new Map<PartKind, readonly PropertyDefinition[]>(
  every.map((kind) => [kind, PROPERTIES.filter((definition) => definition.kinds.includes(kind))]),
)

/** The definition of a property, or undefined for a name that is none (`param:…` and `state:…` included). */
export const propertyDefinition = (name: string): PropertyDefinition | undefined => byName.get(name)

/** The properties of a kind of part, in the order they are listed. */
export const propertiesOf = (kind: PartKind): readonly PropertyDefinition[] => byKind.get(kind) ?? []

/** The property by which a look sets a parameter of an instance. */
export const parameterProperty = (parameter: string): string => `param:${parameter}`

const PARAMETER_TYPES: Readonly<Record<Parameter['type'], PropertyType>> = {
  text: 'text', number: 'number', 'yes/no': 'yesNo', choice: 'choice', colour: 'colour', slot: 'text',
}

/** A parameter of something inside, as a property of the part that holds it. */
export const parameterDefinition = ({ id, name, type, initial, choices }: Parameter): PropertyDefinition => ({
  name: parameterProperty(id), label: name, type: PARAMETER_TYPES[type], group: 'answer', initial, kinds: ['instance'], ...(choices ? { choices } : {}),
})

/** The property by which a look puts an axis of an instance into a state. */
export const stateProperty = (axis: string): string => `state:${axis}`

/** The axis a `state:…` property refers to, or null for any other property. */
export const axisOfProperty = (name: string): string | null => (name.startsWith('state:') ? name.slice(6) : null)

/** The parameter a `param:…` property refers to, or null for any other property. */
export const parameterOfProperty = (name: string): string | null => (name.startsWith('param:') ? name.slice(6) : null)

const COLOUR = /^#([0-9a-f]{6}|[0-9a-f]{8})$/i

/** What is wrong with a value for a property, as a sentence; null when it fits. */
export function valueProblem(definition: PropertyDefinition, value: Literal): string | null {
  const wrong = (wanted: string) => `${definition.label} takes ${wanted}, not ${JSON.stringify(value)}.`
  switch (definition.type) {
    case 'number':
    case 'length':
    case 'ratio':
    case 'angle':
      return typeof value === 'number' && Number.isFinite(value) ? null : wrong('a number')
    case 'colour':
      return typeof value === 'string' && COLOUR.test(value) ? null : wrong('a colour such as #24506f')
    case 'paint':
      return value === null || isGradient(value) || (typeof value === 'string' && COLOUR.test(value)) ? null : wrong('a colour such as #24506f')
    case 'text':
    case 'path':
    case 'picture':
    case 'icon':
    case 'part':
      return typeof value === 'string' ? null : wrong('text')
    case 'yesNo':
      return typeof value === 'boolean' ? null : wrong('yes or no')
    case 'choice':
      return definition.choices?.includes(String(value)) ? null : wrong(`one of ${definition.choices?.join(', ')}`)
    case 'shadows':
      return Array.isArray(value) && value.every((shadow) => typeof shadow === 'object') ? null : wrong('a list of shadows')
    case 'dash':
      return Array.isArray(value) && value.every((length) => typeof length === 'number') ? null : wrong('a list of lengths')
  }
}
