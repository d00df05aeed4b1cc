import { orElse, sameValue, type Axis, type Component, type Id, type Named, type Part, type PartKind, type Project, type PropertyValues, type Screen, type Value } from '../../document'
import { describable, type Describable, type Sayable } from '../describable'
import { readProperties, type SaidText } from '../properties-line'
import { referenceText } from './names'
import { readValueText, valueText } from './value-text'

/** What names in a line can refer to: all of a project, and what the line stands in. */
export interface FormScope {
  readonly project: Project
  readonly owner: Component | Screen
  /** What the owner was before; what is called as it was then keeps its identifier. */
  readonly old?: Component | Screen | null
}

const yesNo = (label: string, name: string): Sayable => ({ name, label, type: 'yesNo', group: 'answer', initial: false, kinds: [], keptAs: 'field' })
const text = (label: string, name: string): Sayable => ({ name, label, type: 'text', group: 'answer', initial: '', kinds: [], keptAs: 'field' })
const number = (label: string, name: string): Sayable => ({ ...text(label, name), type: 'number' })

export const CALLED = 'called'

const OF_EVERY_PART: readonly Sayable[] = [text('id', 'id'), text(CALLED, 'name'), yesNo('locked', 'locked'), yesNo('hidden', 'hidden'), yesNo('keeps focus', 'keepsFocus')]

export const BEGINS = 'begins '

/** What a part can be said to be in the written form: as in a line, and besides what only the document keeps. */
export function sayableOf(scope: FormScope, kind: PartKind, component: Id | null): Describable {
  if (kind === 'slot') return sayables(scope, kind, component)
  const known = sayable.get(scope.project) ?? new Map<string, Describable>()
  sayable.set(scope.project, known)
  const key = `${kind} ${component ?? ''}`
  const found = known.get(key) ?? sayables(scope, kind, component)
  known.set(key, found)
  return found
}

const sayable = new WeakMap<Project, Map<string, Describable>>()

function sayables({ project, owner }: FormScope, kind: PartKind, component: Id | null): Describable {
  const inner = project.components.find(({ id }) => id === component)
  const among = (label: string, name: string, what: string, things: readonly Named[]): Sayable => ({ ...text(label, name), type: 'choice', choices: things.map((thing) => thing.name), among: { what, things } })
  const slots = 'parameters' in owner ? owner.parameters.filter(({ type }) => type === 'slot') : []
  const ofKind: Readonly<Partial<Record<PartKind, readonly Sayable[]>>> = {
    instance: [among('of', 'component', 'component', project.components), ...(inner?.axes ?? []).map((axis: Axis) => among(`${BEGINS}${axis.name}`, `${BEGINS}${axis.id}`, 'state', axis.states))],
    slot: [among('of', 'slot', 'parameter', slots)],
    field: [text('accepts', 'accepts'), number('waits', 'waitsMs')],
  }
  const said = describable(project, kind, component)
  return { kind, definitions: [...OF_EVERY_PART, ...(ofKind[kind] ?? []), ...said.definitions.filter(({ name, keptAs }) => keptAs !== 'motion' && name !== 'order')] }
}

export const innerOf = (part: Part): Id | null => ('component' in part ? part.component : null)

export function sayingText({ label, among, ...definition }: Sayable, value: Value, { project }: FormScope): string {
  if (typeof value === 'boolean') return value ? label : `not ${label}`
  return `${label} ${among ? referenceText(among.things, String(value)) : valueText(definition, value, project.tokens)}`
}

/** Whether words say just this of a part, and leave what comes behind them alone. Whatever they would not say as it is stays unsaid. */
export const isSaying = (scope: FormScope, of: Describable, words: string, wanted: { readonly [Where in keyof Said]?: object }): boolean =>
  orElse(() => sameValue(saidOf(readProperties(`${words} ${CALLED} "x"`, of), scope), { base: {}, start: {}, ...wanted, fields: { ...wanted.fields, name: 'x' } }), false)

const RADII = ['radiusTopLeft', 'radiusTopRight', 'radiusBottomRight', 'radiusBottomLeft']
const PADDINGS = ['paddingTop', 'paddingRight', 'paddingBottom', 'paddingLeft']

/** What is said of properties, the size and the place first. */
export function propertiesText(scope: FormScope, of: Describable, said: PropertyValues): string {
  const have = new Set(of.definitions.filter(({ keptAs }) => keptAs === undefined).map(({ name }) => name))
  const values = (...names: readonly string[]) => (names.every((name) => have.has(name) && typeof said[name] === 'number') ? names.map((name) => Number(said[name])) : null)
  const isReadAs = (words: string, names: readonly string[]) => isSaying(scope, of, words, { base: Object.fromEntries(names.map((name) => [name, said[name]])) })
  const together: string[] = []
  const done = new Set<string>()
  const say = (names: readonly string[], words: string | null) => {
    if (words === null || !isReadAs(words, names)) return
    together.push(words)
    names.forEach((name) => done.add(name))
  }
  const size = values('width', 'height')
  say(['width', 'height'], size?.every((side) => side >= 0) === true ? size.join('x') : null)
  const place = values('x', 'y')
  say(['x', 'y'], place && `at ${place.join(',')}`)
  const radii = values(...RADII)
  say(RADII, radii?.every((radius) => radius === radii[0]) === true ? `radius ${String(radii[0])}` : null)
  const paddings = values(...PADDINGS)
  if (paddings?.[0] === paddings?.[2] && paddings?.[1] === paddings?.[3]) say(PADDINGS, paddings && `padding ${String(paddings[0])}${paddings[0] === paddings[1] ? '' : `,${String(paddings[1])}`}`)
  for (const definition of of.definitions) {
    const value = said[definition.name]
    if (value !== undefined && definition.keptAs === undefined && !done.has(definition.name)) say([definition.name], sayingText(definition, value, scope))
  }
  return together.join(' ')
}

interface Said {
  readonly base: PropertyValues
  readonly fields: Readonly<Record<string, Value>>
  readonly start: Readonly<Record<Id, Id>>
}

export function saidOf(said: readonly SaidText[], { project }: FormScope): Said {
  const [base, fields, start]: [Record<string, Value>, Record<string, Value>, Record<Id, Id>] = [{}, {}, {}]
  for (const { definition, text } of said) {
    const { name, keptAs, among } = definition
    if (name.startsWith(BEGINS)) start[name.slice(BEGINS.length)] = text
    else if (keptAs === 'field') fields[name] = among ? text : definition.type === 'text' ? text : readValueText(definition, text, project.tokens)
    else base[name] = among ? text : readValueText(definition, text, project.tokens)
  }
  return { base, fields, start }
}
