/** What a part can say of itself besides its role and name, by the property that says it. */
export const STATEMENTS = [
  'disabled', 'checked', 'partlyChecked', 'selected', 'expanded', 'pressed', 'modal',
  'valueNow', 'valueLeast', 'valueMost', 'valueText', 'current', 'controls', 'activeDescendant',
] as const

export type Statement = (typeof STATEMENTS)[number]

/** Whether a property is something a role can say of its part. */
export const isStatement = (property: string): property is Statement => STATEMENTS.some((statement) => statement === property)

/** What is known of a role. */
interface RoleDefinition {
  /** Whether it is there to be used, so that the keyboard has to be able to use it. */
  readonly isControl: boolean
  /** What it has to say, or nobody can tell from it what they need to know. */
  readonly has: readonly Statement[]
  /** What it can say besides. */
  readonly can: readonly Statement[]
}

const control = (has: readonly Statement[], can: readonly Statement[] = []): RoleDefinition => ({ isControl: true, has, can: ['disabled', ...can] })

const plain = (...can: readonly Statement[]): RoleDefinition => ({ isControl: false, has: [], can })

/**
 * The roles a part can have, with the states and properties of each that the drawing can say: required and supported ones of
 * WAI-ARIA 1.2, and `selected` of tabs as the ARIA Authoring Practices have it. Every role can say what is current and what it controls.
 */
const DEFINITIONS = {
  button: control([], ['expanded', 'pressed']),
  link: control([], ['expanded']),
  switch: control(['checked']),
  checkbox: control(['checked'], ['partlyChecked']),
  radiogroup: plain('disabled', 'activeDescendant'),
  radio: control(['checked']),
  listbox: plain('disabled', 'activeDescendant'),
  option: control(['selected'], ['checked']),
  combobox: control(['expanded'], ['activeDescendant']),
  textbox: control([], ['activeDescendant']),
  slider: control(['valueNow'], ['valueLeast', 'valueMost', 'valueText']),
  spinbutton: control(['valueNow'], ['valueLeast', 'valueMost', 'valueText', 'activeDescendant']),
  tablist: plain('activeDescendant'),
  tab: control(['selected'], ['expanded']),
  tabpanel: plain(),
  menu: plain('activeDescendant'),
  menuitem: control([], ['expanded']),
  dialog: plain('modal'),
  tooltip: plain(),
  status: plain(),
  alert: plain(),
  img: plain(),
  group: plain('disabled', 'activeDescendant'),
  region: plain(),
} satisfies Readonly<Record<string, RoleDefinition>>

type Role = keyof typeof DEFINITIONS

/** Every role, in the order it is offered. */
// eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the keys of an object written out above
export const ROLES = Object.keys(DEFINITIONS) as readonly Role[]

/** Called what is to be read in them unless they are given a name (WAI-ARIA 1.2, 5.2.8.5). */
const NAMED_BY_CONTENT: readonly unknown[] = ['button', 'link', 'switch', 'checkbox', 'radio', 'option', 'tab', 'menuitem', 'tooltip'] satisfies readonly Role[]

/** Whether the text inside a part of that role is its name (WAI-ARIA 1.2, name from content). */
export const isNamedByContent = (role: unknown): boolean => NAMED_BY_CONTENT.includes(role)

const isRole = (role: unknown): role is Role => typeof role === 'string' && role in DEFINITIONS

const definitionOf = (role: unknown): RoleDefinition | null => (isRole(role) ? DEFINITIONS[role] : null)

/** Whether a role is there to be used; no for none and for what is none. */
export const isControlRole = (role: unknown): boolean => definitionOf(role)?.isControl === true

/** What a part of a role has to say. */
export const hasToSay = (role: unknown): readonly Statement[] => definitionOf(role)?.has ?? []

/** What a part of a role can say, with what it has to; nothing for no role. */
export function canSay(role: unknown): readonly Statement[] {
  const definition = definitionOf(role)
  return definition ? [...definition.has, ...definition.can, 'current', 'controls'] : []
}
