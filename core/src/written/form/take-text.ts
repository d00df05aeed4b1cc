import { itemAt, jsonOr, orElse, RheoError, sameValue, type Input, type Pledge, type Pledged, type PledgedState, type Project, type Take } from '../../document'
import { jsonText } from '../json'
import { clausesOf, halves } from '../pieces'
import { quoted, wordsOf, type Word } from '../words'
import { also, alsoIn, jsonIn, leftOver } from './also'
import { behind, headOf, idClause, listed, ownIdClause, withoutId } from './clauses'
import { formLine, type FormLine, type WrittenLine } from './form-lines'
import { nameText, referenceText, referred } from './names'
import { noted, noteLines } from './note-text'
import { withIds, withNames, type Stand } from './path-text'

type Surfaces = Pick<Project, 'components' | 'screens'>

/** What each kind of input, expectation and pledge is said with, in the order of its words. */
const WORDS = {
  move: ['x', 'y', 'pointer'], press: ['x', 'y', 'pointer'], release: ['x', 'y', 'pointer'], exit: ['pointer'], cancel: ['pointer'],
  wheel: ['x', 'y', 'deltaX', 'deltaY'], pinch: ['x', 'y', 'scale', 'turn'], key: ['key', 'modifiers', 'repeat'], 'key up': ['key', 'modifiers', 'repeat'],
  type: ['instance', 'part', 'text', 'selection'], put: ['instance', 'axis', 'state'], parameter: ['instance', 'name', 'value'],
  state: ['instance', 'axis', 'state'], variable: ['name', 'value'], property: ['instance', 'part', 'property', 'value'], text: ['text'], settled: ['instance'], shown: ['screen'],
} as const

const INPUT = 'input '

/** What `kind` is and its fields, as words: `press 20 30 touch`, `state "Boarding button" boarding working`. */
function saying(stand: Stand, kind: string, fields: object): string {
  const named = withNames(stand, { ...fields })
  return [kind, ...wordsOfKind(kind).flatMap((field) => { const value = named[field]; return value === undefined ? [] : [wordFor(value)] })].join(' ')
}

const wordsOfKind = (kind: string): readonly string[] => Object.entries(WORDS).find(([each]) => each === kind)?.[1] ?? []

const wordFor = (value: unknown): string =>
  (typeof value === 'string' ? (/^[A-Za-z][\w./-]*$/.test(value) && !['yes', 'no', 'none'].includes(value) ? value : quoted(value)) : typeof value === 'boolean' ? (value ? 'yes' : 'no') : value === null ? 'none' : typeof value === 'object' ? `(${jsonText(value)})` : JSON.stringify(value))

function said(stand: Stand, text: string): { readonly kind: string; readonly fields: Readonly<Record<string, unknown>> } {
  const words = wordsOf(text)
  const kind = Object.keys(WORDS).filter((each) => text === each || text.startsWith(`${each} `)).toSorted((a, b) => b.length - a.length)[0]
  if (kind === undefined) throw new RheoError('unreadable', words[0]?.text ?? text, `“${words[0]?.text ?? ''}” is none of ${Object.keys(WORDS).join(', ')}.`)
  const values = words.slice(kind.split(' ').length)
  return { kind, fields: withIds(stand, Object.fromEntries(wordsOfKind(kind).flatMap((field, index) => { const word = values[index]; return word ? [[field, valueOfWord(word)]] : [] }))) }
}

function valueOfWord({ text, isQuoted }: Word): unknown {
  if (isQuoted) return text
  if (text === 'yes' || text === 'no') return text === 'yes'
  if (text === 'none') return null
  return jsonOr(text.replace(/^\((.*)\)$/s, '$1'), text)
}

/** `take "One light at a time" on Cabins, ends at 2000`, with what is done and expected below. */
export function takeLine(project: Surfaces, take: Take, before: readonly Take[]): WrittenLine {
  const { id, name, surface, endsAtMs, reducedMotion, entryPoint, size } = take
  const text = listed([
    `take ${nameText(name)} on ${surfaceText(project, surface)}`, `ends at ${endsAtMs}`, ...(reducedMotion ? ['reduced motion'] : []),
    ...(entryPoint === undefined ? [] : [`enters by ~${entryPoint}`]), ...(size === undefined ? [] : [`size ${nameText(size)}`]), ...ownIdClause({ id, name }, before),
  ])
  const stand: Stand = { project, surface }
  const inside = [
    ...take.inputs.map((input): WrittenLine => ({ text: inputText(stand, input), inside: [] })),
    ...take.expectations.map(({ id: expected, byMs, expect }, index): WrittenLine => ({ text: `by ${byMs}: ${listed([saying(stand, expect.what, expect), ...idClause(expected, `expectation${index + 1}`)])}`, inside: [] })),
  ]
  return { text, notes: noteLines(take), inside: [...inside, ...also(leftOver(take, () => readTake(project, formLine(text, inside), before)))] }
}

const surfaceText = ({ components, screens }: Surfaces, surface: Take['surface']): string => ('screen' in surface ? `screen ${referenceText(screens, surface.screen)}` : `component ${referenceText(components, surface.component)}`)

function surfaceAt({ components, screens }: Surfaces, [kind, name]: readonly (Word | undefined)[]): Take['surface'] {
  return kind?.text === 'screen' ? { screen: referred(screens, name?.text ?? '', 'screen') } : { component: referred(components, name?.text ?? '', 'component') }
}

function inputText(stand: Stand, input: Input): string {
  const { atMs, do: kind } = input
  const text = `${atMs}: ${saying(stand, kind, input)}`
  return sameValue(orElse(() => inputOf(stand, text), null), input) ? text : `${atMs}: ${INPUT}${jsonText(input)}`
}

function inputOf(stand: Stand, text: string): Input {
  const [at, body] = halves(text, ':')
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is read is validated as part of its project
  if (body.startsWith(INPUT)) return jsonIn(body.slice(INPUT.length)) as Input
  const { kind, fields } = said(stand, body)
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- as above
  return { atMs: Number(at), do: kind, ...fields } as Input
}

/** Reads a take. Throws a `RheoError` (`unreadable`). */
export function readTake(project: Surfaces, line: FormLine, before: readonly Take[]): Take {
  const { text, inside } = line
  const { id, name, words: [, ...surface], clauses } = headOf(text, before)
  const stand: Stand = { project, surface: surfaceAt(project, surface) }
  const [entry, size] = [behind(clauses, 'enters by'), behind(clauses, 'size')]
  const expectations = inside.filter((each) => each.text.startsWith('by ')).map((each, index) => {
    const [at, body] = halves(each.text, ':')
    const { id: expected, others: [first = ''] } = withoutId(clausesOf(body), `expectation${index + 1}`)
    const { kind, fields } = said(stand, first)
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is read is validated as part of its project
    return { id: expected, byMs: Number(at.slice('by '.length)), expect: { what: kind, ...fields } as Take['expectations'][number]['expect'] }
  })
  return noted(alsoIn<Take>({
    id, name, surface: stand.surface, inputs: inside.filter((each) => /^\d/.test(each.text)).map((each) => inputOf(stand, each.text)),
    endsAtMs: Number(behind(clauses, 'ends at') ?? 0), expectations, reducedMotion: clauses.includes('reduced motion'),
    ...(entry === undefined ? {} : { entryPoint: entry.replace(/^~/, '') }), ...(size === undefined ? {} : { size: wordsOf(size)[0]?.text ?? '' }),
  }, inside), line)
}

/** `promise on component "Cabin lights": always at most 1 of reading light on or bunk light on`. */
export function promiseLine(project: Surfaces, pledge: Pledge, index: number): WrittenLine {
  const { id, surface, through, says } = pledge
  const pledged = (said: Pledged) => pledgedText({ project, surface }, said)
  const what = says.kind === 'after' ? `after ${pledged(says.that)}, then ${pledged(says.then)}, within ${says.withinMs}` : `${says.kind} ${pledged(says.that)}`
  const text = `promise on ${surfaceText(project, surface)}${through === true ? ' through' : ''}: ${listed([what, ...idClause(id, `promise${index + 1}`)])}`
  return { text, notes: noteLines(pledge), inside: also(leftOver(pledge, () => readPromise(project, formLine(text), index))) }
}

function pledgedText(stand: Stand, pledged: Pledged): string {
  if (pledged.what !== 'count') return saying(stand, pledged.what, pledged)
  const states = pledged.of.map((each) => { const { instance, axis, state } = withNames(stand, { ...each }); return [instance, axis, state].map(wordFor).join(' ') })
  return `${pledged.how} ${pledged.many} of ${states.join(' or ')}`
}

const KINDS = ['always', 'never', 'can reach', 'after'] as const

/** Reads a promise. Throws a `RheoError` (`unreadable`). */
export function readPromise(project: Surfaces, line: FormLine, index: number): Pledge {
  const { text, inside } = line
  const [head, body] = halves(text, ':')
  const [, , kind, name, through] = wordsOf(head)
  const { id, others: [first = '', ...others] } = withoutId(clausesOf(body), `promise${index + 1}`)
  const says = KINDS.find((each) => first.startsWith(`${each} `))
  if (!says) throw new RheoError('unreadable', first, `A promise says ${KINDS.join(', ')}.`)
  const stand: Stand = { project, surface: surfaceAt(project, [kind, name]) }
  const that = pledgedIn(stand, first.slice(says.length + 1))
  const pledge = {
    id, surface: stand.surface, ...(through?.text === 'through' ? { through: true } : {}),
    says: says === 'after' ? { kind: says, that, then: pledgedIn(stand, behind(others, 'then') ?? ''), withinMs: Number(behind(others, 'within') ?? '') } : { kind: says, that },
  }
  return noted(alsoIn(pledge, inside), line)
}

function pledgedIn(stand: Stand, text: string): Pledged {
  const [, how, many, of = ''] = /^(at least|at most|exactly) (\d+) of ?(.*)$/s.exec(text) ?? []
  if (how === undefined) {
    const { kind, fields } = said(stand, text)
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is read is validated as part of its project
    return { what: kind, ...fields } as Pledged
  }
  const states = of.split(' or ').filter((each) => each !== '').map((each) => {
    const words = wordsOf(each).map((word) => word.text)
    // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- three texts stay three texts
    return withIds(stand, { instance: itemAt(words, 0), axis: itemAt(words, 1), state: itemAt(words, 2) }) as PledgedState
  })
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the pattern has just these
  return { what: 'count', how: how as 'at least', many: Number(many), of: states }
}
