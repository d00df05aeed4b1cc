import { EMPTY_MOTION, fieldsOf, orElse, PART_KINDS, RheoError, type Drag, type Glide, type Id, type ItemOrder, type Part, type PartKind } from '../../document'
import { readPart } from '../part-line'
import { beginsProperty } from '../properties-line'
import { clausesOf, expressionsOf, halves } from '../pieces'
import { quoted, wordsOf } from '../words'
import { also, alsoIn, leftOver } from './also'
import { allBehind, behind, idClause, listed, ownIdClause, withoutId } from './clauses'
import { formed, formLine, type FormLine, type WrittenLine } from './form-lines'
import { LINE_WORDS } from './line-words'
import { motionLine, motionOf, motionText, readMotion } from './motion-text'
import { idOf, nameText, referred } from './names'
import { noted, noteLines } from './note-text'
import { BEGINS, CALLED, innerOf, isSaying, propertiesText, saidOf, sayableOf, sayingText, type FormScope } from './said-text'

/** The parts of something, each before what is inside it: the order in which they are written. */
export const inTreeOrder = (parts: readonly Part[], parent: Id | null = null): readonly Part[] =>
  parts.filter((part) => part.parent === parent).flatMap((part) => [part, ...inTreeOrder(parts, part.id)])

/** A part with all that is inside it. `all` are the parts in the order they are written. */
export function partLines(scope: FormScope, part: Part, all: readonly Part[]): WrittenLine {
  const before = all.slice(0, all.indexOf(part))
  const text = partText(scope, part, before)
  const own = ownLines(scope, part)
  const left = leftOver(part, () => readPartText(scope, text, part.parent, before, formed(own)))
  return { text, notes: noteLines(part), inside: [...own, ...also(left), ...all.filter(({ parent }) => parent === part.id).map((child) => partLines(scope, child, all))] }
}

/** What a part has in lines of its own: how it is dragged, what glides, how items of a list come and go. */
function ownLines(scope: FormScope, part: Part): readonly WrittenLine[] {
  return [
    ...(part.drag ? [{ text: dragText(scope, part.drag), inside: [] }] : []),
    ...(part.glides ?? []).map((glide, index) => glideLine(scope, glide, index)),
    ...(part.kind === 'list' && part.motion ? [motionLine(scope, 'items', part.motion)] : []),
    ...(part.kind === 'list' && part.order ? [{ text: `order: ${part.order.map(({ by, isDown }) => `${by}${isDown ? ' down' : ''}`).join(', ')}`, inside: [] }] : []),
  ]
}

/** Whether a line below a part says something of that part. */
export const isOfPart = ({ text }: FormLine): boolean => OF_PART.test(text)

const OF_PART = new RegExp(`^(?:${LINE_WORDS.part.join('|')})\\b`)

function dragText(scope: FormScope, { along, limitTo, snapTo, points, keepsMomentum, settleMs, easing }: Drag): string {
  return `drag: ${listed([
    along, ...(limitTo === 'nothing' ? [] : [`within ${limitTo}`]), ...(snapTo === 'anywhere' ? [] : [`to ${snapTo}`]), ...points.map(({ x, y }) => `point ${x} ${y}`),
    ...(keepsMomentum ? ['keeps momentum'] : []), ...motionText(scope, { ...EMPTY_MOTION, durationMs: settleMs, easing }).clauses,
  ])}`
}

function dragOf(scope: FormScope, { text }: FormLine): Drag {
  const clauses = clausesOf(halves(text, ':')[1])
  const isWord = (clause: string) => /^(both|across|down|keeps momentum|(within|to|point) .*)$/.test(clause)
  const { durationMs, easing } = readMotion(scope, clauses.filter((clause) => !isWord(clause)), [])
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is read is validated as part of its project
  return {
    along: clauses.find((clause) => clause === 'across' || clause === 'down') ?? 'both', limitTo: behind(clauses, 'within') ?? 'nothing', snapTo: behind(clauses, 'to') ?? 'anywhere',
    points: allBehind(clauses, 'point').map((said) => ({ x: Number(said.split(' ')[0]), y: Number(said.split(' ')[1]) })),
    keepsMomentum: clauses.includes('keeps momentum'), settleMs: typeof durationMs === 'number' ? durationMs : 0, easing: typeof easing === 'string' ? easing : 'ease',
  } as Drag
}

/** What items are in order by: expressions with commas between, `down` behind those where the greatest comes first. */
const orderOf = ({ text }: FormLine): readonly ItemOrder[] => expressionsOf(halves(text, ':')[1]).map((each) => ({ by: each.replace(/ down$/, ''), isDown: each.endsWith(' down') }))

function glideLine(scope: FormScope, glide: Glide, index: number): WrittenLine {
  const { id, property, ...timing } = glide
  const text = `glide ${nameText(property)}: ${listed([...motionText(scope, { ...EMPTY_MOTION, ...timing }).clauses, ...idClause(id, `glide${index + 1}`)])}`
  return { text, inside: also(leftOver(glide, () => glideOf(scope, formLine(text), index))) }
}

function glideOf(scope: FormScope, { text, inside }: FormLine, index: number): Glide {
  const [head, body] = halves(text, ':')
  const { id, others } = withoutId(clausesOf(body), `glide${index + 1}`)
  const { lanes: _lanes, keyframes: _keyframes, ...timing } = readMotion(scope, others, [])
  return alsoIn({ id, property: wordsOf(head)[1]?.text ?? '', ...timing }, inside)
}

function partText(scope: FormScope, part: Part, before: readonly Part[]): string {
  const of = sayableOf(scope, part.kind, innerOf(part))
  const isFree = !beginsProperty(wordsOf(part.name), 0, of.definitions)
  const name = isFree && nameText(part.name) === part.name ? part.name : part.kind === 'text' ? `${CALLED} ${quoted(part.name)}` : quoted(part.name)
  const start = 'start' in part ? part.start : {}
  const fields = of.definitions.filter(({ keptAs, name: field }) => keptAs === 'field' && field !== 'id' && field !== 'name').flatMap((definition) => {
    const value: unknown = definition.name.startsWith(BEGINS) ? start[definition.name.slice(BEGINS.length)] : fieldsOf(part)[definition.name]
    if (!isSimple(value)) return []
    const words = sayingText(definition, value, scope)
    return isSaying(scope, of, words, definition.name.startsWith(BEGINS) ? { start: { [definition.name.slice(BEGINS.length)]: value } } : { fields: { [definition.name]: value } }) ? [words] : []
  })
  return [part.kind, name, ...fields, propertiesText(scope, of, part.base), ...ownIdClause(part, before)].filter((piece) => piece !== '').join(' ')
}

/** What a part is, in the words of its line. */
export const partWords = (scope: FormScope, part: Part): string => partText(scope, part, []).replace(/ id [\w-]+$/, '')

const isSimple = (value: unknown): value is string | number | boolean => ['string', 'number', 'boolean'].includes(typeof value)

/** What a part of a kind has besides what every part has, where nothing is said of it. */
const EMPTY_OF_KIND: Readonly<Partial<Record<PartKind, object>>> = { instance: { component: '' }, slot: { slot: '' }, list: { component: null, table: null, filter: null }, field: { writes: null } }

const isDrag = ({ text }: FormLine): boolean => text.startsWith('drag')
const isGlide = ({ text }: FormLine): boolean => text.startsWith('glide ')
const isOrder = ({ text }: FormLine): boolean => text.startsWith('order:')
const isItems = ({ text }: FormLine): boolean => text.startsWith('items')

/** What a part line says, without what is inside it. Throws a `RheoError` (`unreadable`). */
export function readPartLine(scope: FormScope, line: FormLine, parent: Id | null, before: readonly Part[]): Part {
  return noted(readPartText(scope, line.text, parent, before, line.inside), line, (inner) => !isOfPart(inner))
}

/** What the part of a line is called; empty where it has no name of its own. */
export function partNameIn({ text }: Pick<FormLine, 'text'>): string {
  const words = wordsOf(text)
  const called = words.findIndex((word) => !word.isQuoted && word.text === CALLED)
  return words[called < 0 ? 1 : called + 1]?.text ?? ''
}

/** The part of a line that cannot be read, as far as its kind, its name and its component say, so that others can refer to it; null where they say nothing. */
export function barePart(scope: FormScope, { text }: FormLine, parent: Id | null, before: readonly Part[]): Part | null {
  const [kind, name] = wordsOf(text)
  const [component = ''] = /\s(?:of|each as) (?:"(?:[^"\\]|\\.)*"|\S+)/.exec(text) ?? []
  return orElse(() => readPartText(scope, `${kind?.text ?? ''} ${text.slice(name?.from, name?.to)}${component}`, parent, before, []), null)
}

function readPartText(scope: FormScope, text: string, parent: Id | null, before: readonly Part[], inside: readonly FormLine[]): Part {
  const words = wordsOf(text)
  const kind = PART_KINDS.find((each) => each === words[0]?.text)
  if (!kind) throw new RheoError('unreadable', words[0]?.text ?? text, `A part begins with what it is: ${PART_KINDS.join(', ')}.`)
  const isWord = (at: number, text: string) => words[at]?.isQuoted === false && words[at].text === text
  const at = words.findIndex((_word, index) => (kind === 'instance' ? isWord(index, 'of') : kind === 'list' && isWord(index - 1, 'each') && isWord(index, 'as')))
  const component = at < 0 ? null : referred(scope.project.components, words[at + 1]?.text ?? '', 'component')
  const { name, said } = readPart(text, [{ word: kind, ...sayableOf(scope, kind, component) }])
  const [, first, second] = words
  if (name?.includes(' ') === true && first?.isQuoted === false) throw new RheoError('unreadable', second?.text ?? name, `“${second?.text ?? name}” says nothing of ${/^[aeiou]/.test(kind) ? 'an' : 'a'} ${kind}; a name of several words stands in quotes.`)
  const { base, fields, start } = saidOf(said, scope)
  const called = fields.name === undefined ? name ?? kind : String(fields.name)
  const of = { ...EMPTY_OF_KIND[kind], ...(kind === 'instance' ? { start } : {}) }
  const [dragged, items, order, glides] = [inside.find(isDrag), inside.find(isItems), inside.find(isOrder), inside.filter(isGlide)]
  const part = {
    id: idOf(called, before, scope.old?.parts), kind, ...of, ...fields, name: called, parent, base,
    ...(dragged ? { drag: dragOf(scope, dragged) } : {}), ...(glides.length > 0 ? { glides: glides.map((line, index) => glideOf(scope, line, index)) } : {}),
    ...(items ? { motion: motionOf(scope, items) } : {}), ...(order ? { order: orderOf(order) } : {}),
  }
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is read is validated as part of its project
  return alsoIn(part, inside) as unknown as Part
}
