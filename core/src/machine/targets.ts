import {
  wordOf, axisOfProperty, certain, drawnAs, groupsAround, INITIAL_VALUES, isExpression, isSameList, isTable, isToken, messageOf, parameterOfProperty, propertyDefinition, RheoError, rootOf, sameValue,
  valueProblem, type Axis, type Component, type DataTable, type Literal, type Look, type Part, type PartKind, type Project, type PropertyDefinition, type PropertyValues,
  type Value, type Worth,
} from '../document'
import { evaluate, READINGS, type Environment } from '../expression'
import { heldBy, shownOf, withFields } from './field'
import { layOut, needsLayout, unconstrainedSize, type LayoutNode, type Rectangle, type Size } from '../layout'
import {
  isForItems, NOTHING_GIVEN, type CompiledPart, type Contents, type Given, type Measured, type Situation, type Targets, type ValueProblem, type Values,
} from './compiled'

/** One property whose target differs between two targets. */
export interface TargetChange {
  readonly part: number
  readonly property: string
}

const MEMORY = 512

/** What one instance was like in a situation. */
interface Recent {
  readonly situation: Omit<Situation, 'environment'>
  readonly targets: Targets
}

const RECENT = 4

const isSameSize = (a: Given, b: Given): boolean => a.width === b.width && a.height === b.height

const placed = new WeakMap<Targets, Map<number | null, Map<number | null, Targets>>>()

/** Targets with the outermost part at another place; the very same ones for the same place. */
function placedAs(targets: Targets, x: number | null, y: number | null): Targets {
  const known = placed.get(targets) ?? new Map<number | null, Map<number | null, Targets>>()
  const across = known.get(x) ?? new Map<number | null, Targets>()
  const before = across.get(y)
  if (before) return before
  const [own, ...inner] = targets.values
  const root = { ...certain(own) }
  if (x !== null) root.x = x
  if (y !== null) root.y = y
  const now = { ...targets, values: [root, ...inner], unplaced: targets }
  if (across.size >= MEMORY) across.clear()
  if (known.size >= MEMORY) known.clear()
  placed.set(targets, known.set(x, across.set(y, now)))
  return now
}

const textOfContents = new WeakMap<Contents, string>()

/** What stands inside and takes room, as a text that is the same as long as all of it measures the same. */
function contentsText(contents: Contents): string {
  const known = textOfContents.get(contents)
  if (known !== undefined) return known
  let text = ''
  for (const [step, { signature, isLeaving }] of contents) if (!isLeaving) text += `|${step} ${signature}`
  textOfContents.set(contents, text)
  return text
}

type Held = readonly (readonly [step: string, content: Measured])[]

/** What stands inside and takes room, by the part that holds it. */
function heldByPart(contents: Contents): ReadonlyMap<string, Held> {
  const held = new Map<string, [string, Measured][]>()
  for (const [step, content] of contents) {
    if (content.isLeaving) continue
    const of = held.get(content.part)
    if (of) of.push([step, content])
    else held.set(content.part, [[step, content]])
  }
  return held
}

/** A size that depends on one that depends on it is given up after so many iterations. */
const MOST_ROUNDS = 4

/** Works out targets and remembers them by all they depend on. */
export class Resolver {
  private readonly reads: readonly string[]
  private readonly measured: readonly CompiledPart[]
  private readonly readings: readonly Reading[]
  private readonly known = new Map<string, Targets>()
  /** What was worked out last of one instance: of thousands that leave and come back together nothing is in the memory of all. */
  private readonly recent = new WeakMap<Environment, readonly Recent[]>()

  constructor(
    private readonly project: Project,
    private readonly component: Component,
    private readonly parts: readonly CompiledPart[],
    /** The names its values use. */
    names: readonly string[],
  ) {
    this.readings = parts.flatMap((part) => READINGS.flatMap((what) => (names.includes(`${wordOf(part.part.name)}.${what}`) ? [{ name: `${wordOf(part.part.name)}.${what}`, part, what }] : [])))
    this.reads = names.filter((name) => !isNatural(name))
    this.measured = parts.filter(({ part }) => names.some((name) => name.startsWith(`${wordOf(part.name)}.natural.`)))
  }

  /** Whether any value of it is worked out of where its parts stand, or how large they are. */
  get readsPlaces(): boolean {
    return this.readings.length > 0 || this.measured.length > 0
  }

  targetsOf(situation: Situation): Targets {
    const { given } = situation
    const { x, y, width, height } = given
    if (x === null && y === null) return this.wherever(situation, given)
    // Where it stands is nothing to what is inside.
    return placedAs(this.wherever(situation, width === null && height === null ? NOTHING_GIVEN : { x: null, y: null, width, height }), x, y)
  }

  /** Targets of what is given a size at most, and stands where its own look says. */
  private wherever({ states, environment, contents, isAbsent }: Situation, given: Given): Targets {
    const recent = this.recent.get(environment) ?? []
    for (const { situation: before, targets } of recent) {
      if (before.isAbsent === isAbsent && before.contents === contents && isSameSize(before.given, given) && isSameList(before.states, states)) return targets
    }
    const situation = { states, given, contents, isAbsent }
    const targets = this.amongAll({ ...situation, environment })
    this.recent.set(environment, [{ situation, targets }, ...recent].slice(0, RECENT))
    return targets
  }

  private amongAll(situation: Situation): Targets {
    const key = this.keyOf(situation)
    const known = this.known.get(key)
    if (known) return known
    const targets = this.resolve(situation)
    if (this.known.size >= MEMORY) this.known.clear()
    this.known.set(key, targets)
    return targets
  }

  private keyOf({ states, environment, given, contents, isAbsent }: Situation): string {
    let key = isAbsent ? `absent ${states.join(' ')}` : states.join(' ')
    if (this.reads.length > 0) key += JSON.stringify(this.reads.map((name) => orNumber(environment[name])))
    if (given !== NOTHING_GIVEN) key += `|${given.width} ${given.height}`
    return contents.size === 0 ? key : `${key}${contentsText(contents)}`
  }

  private resolve(situation: Situation): Targets {
    const looks = [...looksIn(this.component, situation.states), ...(situation.isAbsent ? [this.component.absent] : [])]
    const readings = this.readings.filter(({ name }) => !Object.hasOwn(situation.environment, name))
    let natural: Record<string, Literal> = Object.fromEntries([...this.measured.flatMap(({ part }) => naturalNames(part, { width: 0, height: 0 })), ...readings.map(({ name }): [string, Literal] => [name, 0])])
    const environment = withFields(this.component, situation.environment)
    for (let round = 1; ; round++) {
      const { problems, values, root } = this.said(looks, { ...environment, ...natural }, situation)
      const places = needsLayout(root) ? layOut(root) : null
      const measured = Object.fromEntries([
        ...this.measured.flatMap(({ part, index }) => naturalNames(part, unconstrainedSize(certain(nodeIn(root, part.id)), places?.get(part.id)?.width ?? certain(values[index]).width))),
        ...readings.map(({ name, part, what }): [string, Literal] => [name, this.readingOf(part, what, values, places)]),
      ])
      if (round < MOST_ROUNDS && !sameValue(natural, measured)) {
        natural = measured
        continue
      }
      const [unsettled] = readings.filter(({ name }) => natural[name] !== measured[name])
      if (unsettled) problems.push({ part: unsettled.part.part.id, property: unsettled.what, sentence: `What reads ${unsettled.name} decides it as well, so it comes to no value.` })
      return {
        problems,
        values: places ? values.map((own, index) => placedAt(own, places.get(certain(this.parts[index]).part.id))) : values,
        given: this.givenIn(places, situation.contents),
      }
    }
  }

  /** Where a part stands in its component once all is laid out, or how large it is, in px. */
  private readingOf({ part, index }: CompiledPart, what: Reading['what'], values: readonly Values[], places: ReadonlyMap<string, Rectangle> | null): number {
    const own = { ...certain(values[index]), ...places?.get(part.id) }
    if (what === 'width' || what === 'height') return own[what]
    const around = part.parent === null ? undefined : this.parts.find((each) => each.part.id === part.parent)
    // The outermost part stands where its holder puts it, which is not its component's affair.
    if (!around) return 0
    return (what === 'left' ? own.x : own.y) + this.readingOf(around, what, values, places)
  }

  private said(looks: readonly Look[], environment: Environment, { given, contents, isAbsent }: Situation) {
    const problems: ValueProblem[] = []
    const values = this.parts.map((compiled) => this.valuesOf(compiled, looks, environment, problems))
    const [own] = values
    if (own && (isAbsent || given !== NOTHING_GIVEN)) values[0] = { ...own, ...(isAbsent ? { receivesInput: false } : {}), ...(given === NOTHING_GIVEN ? {} : sizedRoot(given)) }
    const held = heldByPart(contents)
    const nodeOf = ({ part, index, children }: CompiledPart): LayoutNode => {
      const own = certain(values[index])
      const inside = held.get(part.id) ?? []
      const node = { id: part.id, kind: drawnAs(part.kind), values: own, reference: drawnSize(part, own) }
      if (part.kind === 'list') return { ...node, children: inside.map(([step, content]) => itemNode(step, content)) }
      const [content] = inside
      if (content) return { ...node, children: [], measure: measureOf(content[1]) }
      if (part.kind === 'slot') return { ...node, children: [], measure: () => NO_SIZE }
      return { ...node, children: children.map(nodeOf) }
    }
    return { problems, values, root: nodeOf(rootOf({ parts: this.parts })) }
  }

  /** The values of a part; the very same ones as long as nothing is said differently, in this or an earlier version of the component. */
  private valuesOf(compiled: CompiledPart, looks: readonly Look[], environment: Environment, problems: ValueProblem[]): Values {
    const { part } = compiled
    const said = [part.base, ...looks.flatMap((look): PropertyValues[] => (look[part.id] ? [certain(look[part.id])] : []))]
    if (part.kind === 'slot' || said.some(isComputed)) return this.workedOut(compiled, said, environment, problems)
    const held = part.kind === 'field' ? heldBy(part, environment) : null
    const known = knownValues.get(part.base)?.find((each) => each.kind === part.kind && each.held === held && each.tokens === this.project.tokens && each.icons === this.project.icons && isSameList(each.said, said))
    if (known) return known.values
    const before = problems.length
    const values = this.workedOut(compiled, said, environment, problems)
    if (problems.length === before) {
      const { tokens, icons } = this.project
      knownValues.set(part.base, [{ kind: part.kind, held, said, tokens, icons, values }, ...(knownValues.get(part.base) ?? [])].slice(0, KNOWN_LOOKS))
    }
    return values
  }

  private workedOut({ part, properties }: CompiledPart, allSaid: readonly PropertyValues[], environment: Environment, problems: ValueProblem[]): Values {
    const values: Record<string, Literal> & Values = { ...initialValues(part.kind, properties) }
    if (part.kind === 'instance' || part.kind === 'slot') Object.assign(values, { widthFrom: 'content', heightFrom: 'content' })
    if (part.kind === 'slot') values.content = this.fillingOf(part.slot, environment)
    if (part.kind === 'field') Object.assign(values, FIELD_VALUES)
    for (const said of allSaid) {
      for (const [property, value] of Object.entries(said)) {
        if (isForItems(part, property) || (!(property in values) && !belongsToInstance(property))) continue
        try {
          values[property] = this.valueOf(property, value, environment)
        } catch (error) {
          values[property] = propertyDefinition(property)?.initial ?? null
          problems.push({ part: part.id, property, sentence: messageOf(error) })
        }
        if (part.kind === 'instance' || part.kind === 'slot') sizeAsSaid(values, property, said)
      }
    }
    if (values.scroll !== undefined && values.scroll !== 'none') Object.assign(values, { clip: true })
    if (part.kind === 'field') fillIn(values, heldBy(part, environment))
    return values
  }

  private fillingOf(slot: string, environment: Environment): Literal {
    const name = this.component.parameters.find(({ id }) => id === slot)?.name
    const filling = name === undefined ? undefined : environment[name]
    return isTable(filling) ? '' : (filling ?? '')
  }

  /** What a value said about a property comes to. Throws when it cannot be worked out. */
  valueOf(property: string, value: Value, environment: Environment): Literal {
    return this.fitting(property, this.literal(value, environment))
  }

  private literal(value: Value, environment: Environment): Literal {
    if (isExpression(value)) return evaluate(value.expr, environment)
    if (isToken(value)) return this.project.tokens.find(({ id }) => id === value.token)?.value ?? null
    return value
  }

  /** The value as the property shows it: an icon by its outline. */
  private fitting(property: string, value: Literal): Literal {
    const definition = propertyDefinition(property)
    if (!definition) return value
    const given = definition.type === 'text' && typeof value === 'number' ? String(value) : value
    const problem = valueProblem(definition, given)
    if (problem) throw new RheoError('value', property, problem)
    if (definition.type !== 'icon' || given === '') return given
    const icon = this.project.icons.find(({ name }) => name === given)
    if (!icon) throw new RheoError('gone', property, `The project has no icon “${String(given)}”.`)
    return icon.d
  }

  /** What each thing inside is given: a place in a list, and a size where that is not its own. */
  private givenIn(places: ReadonlyMap<string, Rectangle> | null, contents: Contents): Targets['given'] {
    const given = new Map<string, Given>()
    for (const [step, { part, measure }] of contents) {
      const place = places?.get(step)
      if (!place) continue
      const width = isClose(measure(null).width, place.width) ? null : place.width
      const height = isClose(measure(width).height, place.height) ? null : place.height
      given.set(step, part === step ? { x: null, y: null, width, height } : { x: place.x, y: place.y, width, height })
    }
    return given
  }
}

const numbers = new WeakMap<DataTable, string>()
let lastNumber = 0

/** A value as it is; of a table, which may be large, a word that no other one has. */
function orNumber(worth: Worth | undefined): Literal | undefined {
  if (!isTable(worth)) return worth
  const known = numbers.get(worth) ?? `table ${++lastNumber}`
  numbers.set(worth, known)
  return known
}

/** What is said about a part in one situation, and what that comes to. */
interface KnownValues {
  readonly kind: PartKind
  /** The text a field holds; null of anything else. */
  readonly held: string | null
  readonly said: readonly PropertyValues[]
  readonly tokens: Project['tokens']
  readonly icons: Project['icons']
  readonly values: Values
}

const KNOWN_LOOKS = 32

/** By the base look of a part. */
const knownValues = new WeakMap<PropertyValues, readonly KnownValues[]>()

const computed = new WeakMap<PropertyValues, boolean>()

/** Whether anything said depends on more than what is said. */
function isComputed(said: PropertyValues): boolean {
  const known = computed.get(said)
  if (known !== undefined) return known
  const found = Object.values(said).some(isExpression)
  computed.set(said, found)
  return found
}

/** Lengths closer than this, in px, are the same. */
const TOLERANCE = 0.02

const isClose = (a: number, b: number): boolean => Math.abs(a - b) < TOLERANCE

/** What a field is to be like as long as nothing else is said of it. */
const FIELD_VALUES = { role: 'textbox', focusable: true, cursor: 'text' }

/** A field shows what it holds, or in another colour what it says while it holds nothing. */
function fillIn(values: Record<string, Literal> & Values, held: string): void {
  const { placeholder, placeholderColour, fieldKind, lines } = values
  Object.assign(values, { text: held === '' ? placeholder : shownOf(held, fieldKind), textWrap: lines === 'several', ...(held === '' ? { fill: placeholderColour } : {}), ...(values.disabled ? { focusable: false } : {}) })
}

/** A name for where a part stands, or for its size. */
interface Reading {
  readonly name: string
  readonly part: CompiledPart
  readonly what: (typeof READINGS)[number]
}

const isNatural = (name: string): boolean => /\.natural\.(width|height)$/.test(name)

const naturalNames = ({ name }: Part, { width, height }: Size): [string, Literal][] => [
  [`${wordOf(name)}.natural.width`, width], [`${wordOf(name)}.natural.height`, height],
]

/** Values where a layout has put them; the very same ones where that is where they are. */
const placedAt = (own: Values, place: Rectangle | undefined): Values =>
  (!place || (own.x === place.x && own.y === place.y && own.width === place.width && own.height === place.height) ? own : { ...own, ...place })

/** A length that is said is meant, unless the same word says where it comes from. */
function sizeAsSaid(values: Record<string, Literal>, property: string, said: PropertyValues): void {
  if (property === 'width' && said.widthFrom === undefined) values.widthFrom = 'fixed'
  if (property === 'height' && said.heightFrom === undefined) values.heightFrom = 'fixed'
}

function sizedRoot({ width, height }: Given): Record<string, Literal> {
  return {
    ...(width === null ? {} : { width, widthFrom: 'fixed' }), ...(height === null ? {} : { height, heightFrom: 'fixed' }),
  }
}

const measureOf = ({ measure }: Measured) => (widthPx: number): Size => measure(Number.isFinite(widthPx) ? widthPx : null)

const NO_SIZE: Size = { width: 0, height: 0 }

const ITEM: LayoutNode['values'] = { ...INITIAL_VALUES, width: 0, height: 0, widthFrom: 'content', heightFrom: 'content' }

const itemNode = (step: string, content: Measured): LayoutNode => ({ id: step, kind: 'item', values: ITEM, children: [], measure: measureOf(content) })

function nodeIn(node: LayoutNode, id: string): LayoutNode | undefined {
  if (node.id === id) return node
  for (const child of node.children) {
    const found = nodeIn(child, id)
    if (found) return found
  }
  return undefined
}

/** The size a part was drawn in: its base look's, where that is a number and the size is its own. */
function drawnSize({ base }: Part, values: Values): { width: number; height: number } {
  const size = (side: 'width' | 'height') => (typeof base[side] === 'number' ? base[side] : values[side])
  return { width: size('width'), height: size('height') }
}

const initialByKind = new Map<PartKind, Values>()

/**
 * The initial values of a kind of part. Read from JSON, because engines keep objects read in one go compact, and
 * copies of them too; these are copied for every part that moves in every frame.
 */
function initialValues(kind: PartKind, properties: readonly PropertyDefinition[]): Values {
  const known = initialByKind.get(kind)
  if (known) return known
  const values: Values = JSON.parse(JSON.stringify(Object.fromEntries(properties.map(({ name, initial }) => [name, initial]))))
  initialByKind.set(kind, values)
  return values
}

const belongsToInstance = (property: string): boolean =>
  axisOfProperty(property) !== null || parameterOfProperty(property) !== null

/** The looks that have a say in these states, the last word last: each axis in order, those of groups before that of the state, then the combinations that hold. */
export function looksIn(component: Component, standing: readonly string[]): readonly Look[] {
  const own = component.axes.flatMap((axis, index) => looksOfState(axis, standing[index] ?? ''))
  const stateOfAxis = (axis: string) => standing[component.axes.findIndex(({ id }) => id === axis)]
  const combined = component.combinations
    .filter((combination) => Object.entries(combination.states).every(([axis, state]) => stateOfAxis(axis) === state))
    .map(({ look }) => look)
  return [...own, ...combined]
}

/** What a state starts from, the outermost group first, and its own look. */
export function looksOfState(axis: Axis, state: string): readonly Look[] {
  const own = axis.states.find(({ id }) => id === state)?.look ?? {}
  return axis.groups === undefined ? [own] : [...groupsAround(axis, state).map(({ look }) => look), own]
}

const changes = new WeakMap<Targets, WeakMap<Targets, readonly TargetChange[]>>()

/** Every property whose target differs, in part order. */
export function changesBetween(from: Targets, to: Targets): readonly TargetChange[] {
  if (from === to) return []
  if (from.unplaced && to.unplaced) {
    const ofPlace = changesOfPlace(from, to)
    return from.unplaced === to.unplaced ? ofPlace : [...ofPlace, ...changesBetween(from.unplaced, to.unplaced).filter((change) => !isOfPlace(change))]
  }
  const known = changes.get(from)?.get(to)
  if (known) return known
  const found = changesInAll(from, to)
  const of = changes.get(from) ?? new WeakMap<Targets, readonly TargetChange[]>()
  changes.set(from, of.set(to, found))
  return found
}

function changesInAll(from: Targets, to: Targets): readonly TargetChange[] {
  const found: TargetChange[] = []
  for (const [part, before] of from.values.entries()) {
    const after = certain(to.values[part])
    if (before === after) continue
    for (const property in before) if (!sameValue(before[property], after[property])) found.push({ part, property })
    for (const property in after) if (!(property in before)) found.push({ part, property })
  }
  return found
}

const ACROSS: TargetChange = { part: 0, property: 'x' }
const DOWN: TargetChange = { part: 0, property: 'y' }

/** Where the outermost part goes, of those that list properties first. */
function changesOfPlace({ values: [from] }: Targets, { values: [to] }: Targets): readonly TargetChange[] {
  const [isAcross, isDown] = [from?.x !== to?.x, from?.y !== to?.y]
  return [...(isAcross ? [ACROSS] : []), ...(isDown ? [DOWN] : [])]
}

const isOfPlace = ({ part, property }: TargetChange): boolean => part === 0 && (property === 'x' || property === 'y')
