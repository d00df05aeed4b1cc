import { converter, parse } from 'culori'
import { addToken, batch, fieldsOf, freeName, inProject, isFields, jsonOr, keysOf, namesOf, RheoError, sameValue, setAt, setTokenValue, type Edit, type Literal, type NewId, type Project, type Token } from '../document'
import { easingProblem, formatColour } from '../motion'

type Fields = Readonly<Record<string, unknown>>

/** What bringing tokens in comes to, before it is done. */
export interface TokensIn {
  /** Null where nothing would change. */
  readonly edit: Edit | null
  /** What changes and what is new, a line each. */
  readonly changes: readonly string[]
  /** What is not taken, with why, a line each. */
  readonly leftOut: readonly string[]
}

/** A token as a file has it, with what its groups say of it. */
interface Found {
  readonly path: readonly string[]
  readonly type: string | undefined
  readonly value: unknown
  readonly description: unknown
}

/** Groups inside one another, and references from one to the next. */
const MOST_DEEP = 32

/** So much of a file is read, in characters. */
const MOST_LONG = 2_000_000

const MOST_TOKENS = 5_000

/** So many px a rem has, as browsers have it unless somebody chooses otherwise. */
const REM_PX = 16

/**
 * Tokens of a file in the Design Tokens Format Module (Design Tokens Community Group, 2025.10), and of its drafts before, where values
 * were texts. A token there is is the one of that name, made of its path; its value is set. Throws a `RheoError` (`unreadable`,
 * `too-large`) for what is no such file.
 */
export function tokensIn(text: string, { tokens }: Pick<Project, 'tokens'>, newId: NewId): TokensIn {
  if (text.length > MOST_LONG) throw new RheoError('too-large', 'tokens', `The file has ${text.length.toLocaleString('en')} characters; ${MOST_LONG.toLocaleString('en')} are read.`)
  const file = jsonOr(text.replace(/^\uFEFF/, ''), null)
  if (!isFields(file)) throw new RheoError('unreadable', 'tokens', 'The file is no JSON with tokens: it has to begin with {.')
  const all = foundIn(file)
  if (all.length > MOST_TOKENS) throw new RheoError('too-large', 'tokens', `The file has ${all.length.toLocaleString('en')} tokens; a project may take in ${MOST_TOKENS.toLocaleString('en')}.`)
  const byPath = new Map(all.map((each) => [each.path.join('.'), each]))
  const here = new Map(tokens.map((token) => [token.name, token]))
  const taken = namesOf(tokens)
  const edits: Edit[] = []
  const [changes, leftOut]: [string[], string[]] = [[], []]
  for (const found of all) {
    const read = readToken(found, byPath)
    if ('problem' in read) {
      leftOut.push(`“${found.path.join('.')}”: ${read.problem}`)
      continue
    }
    for (const [suffix, { type, value }] of Object.entries(read)) {
      const name = nameOf([...found.path, ...(suffix === '' ? [] : [suffix])])
      const note = typeof found.description === 'string' && found.description.trim() !== '' ? found.description.slice(0, 2000) : undefined
      const known = here.get(name)
      if (!known) {
        const free = freeName(name, taken, '-')
        taken.add(free)
        edits.push(addToken({ id: newId(free), name: free, type, value, ...(note === undefined ? {} : { note }) }))
        changes.push(`“${free}” is new: ${String(value)}`)
      } else if (known.type !== type) leftOut.push(`“${found.path.join('.')}”: it is a ${type} there, and “${name}” is a ${known.type} here.`)
      else if (!sameValue(known.value, value)) {
        edits.push(setTokenValue(known.id, value))
        changes.push(`“${name}”: ${String(known.value)} → ${String(value)}`)
      }
      if (known?.type === type && note !== undefined && known.note !== note) {
        edits.push(setAt(inProject('tokens', known.id, 'note'), note))
        changes.push(`“${name}”: its note`)
      }
    }
  }
  return { edit: edits.length === 0 ? null : batch(...edits), changes, leftOut }
}

/** Every token of a file, groups within groups; what is deeper than anybody nests is refused. */
function foundIn(group: Fields, path: readonly string[] = [], type?: string): readonly Found[] {
  if (path.length > MOST_DEEP) throw new RheoError('too-large', path.slice(0, 4).join('.'), `The groups go deeper than ${MOST_DEEP} levels at “${path.slice(0, 4).join('.')}…”.`)
  const own = typeof group.$type === 'string' ? group.$type : type
  if ('$value' in group) return [{ path, type: own, value: group.$value, description: group.$description }]
  return keysOf(group).filter((key) => !key.startsWith('$')).flatMap((key) => { const inner = group[key]; return isFields(inner) ? foundIn(inner, [...path, key], own) : [] })
}

type Read = Readonly<Record<string, Pick<Token, 'type' | 'value'>>> | { readonly problem: string }

/** A token by what its name goes on with: nothing, or the piece of a transition it is. */
function readToken({ type, value }: Found, byPath: ReadonlyMap<string, Found>, before: readonly string[] = []): Read {
  const [, alias] = typeof value === 'string' ? /^\{([^{}]+)\}$/.exec(value) ?? [] : []
  if (alias !== undefined) {
    const other = byPath.get(alias)
    if (!other) return { problem: `it refers to “${alias}”, which is not in the file.` }
    if (before.includes(alias) || before.length > MOST_DEEP) return { problem: 'it refers to itself in the end.' }
    return readToken({ ...other, type: type ?? other.type }, byPath, [...before, alias])
  }
  const of = (made: Literal | null, as: Token['type']): Read => (made === null ? { problem: `${JSON.stringify(value)?.slice(0, 80) ?? 'nothing'} is no ${as} this can read.` } : { '': { type: as, value: made } })
  switch (type) {
    case 'color':
      return of(colourOf(value), 'colour')
    case 'dimension':
      return of(amountOf(value, { px: 1, rem: REM_PX }), 'size')
    case 'duration':
      return of(amountOf(value, { ms: 1, s: 1000 }), 'duration')
    case 'cubicBezier':
      return of(easingOf(value), 'easing')
    case 'transition': {
      const pieces = fieldsOf(value)
      const piece = (name: string, as: string): Read => (pieces[name] === undefined ? {} : readToken({ path: [], type: as, value: pieces[name], description: undefined }, byPath, before))
      const [duration, delay, easing] = [piece('duration', 'duration'), piece('delay', 'duration'), piece('timingFunction', 'cubicBezier')]
      const problem = [duration, delay, easing].find((each) => 'problem' in each)
      return problem ?? Object.fromEntries([['duration', duration], ['delay', delay], ['easing', easing]].flatMap(([name, read]) => { const only = fieldsOf(read)['']; return only === undefined ? [] : [[name, only]] }))
    }
    default:
      return { problem: type === undefined ? 'it has no type.' : `there are no tokens of the type ${type} here.` }
  }
}

function isNumbers(value: unknown, many: 3): value is readonly [number, number, number]
function isNumbers(value: unknown, many: number): value is readonly number[]
function isNumbers(value: unknown, many: number): boolean {
  return Array.isArray(value) && value.length === many && value.every((each) => typeof each === 'number')
}

const toRgb = converter('rgb')

function colourOf(value: unknown): string | null {
  const { colorSpace, components, alpha, hex } = fieldsOf(value)
  const opacity = typeof alpha === 'number' ? alpha : 1
  if (colorSpace === 'srgb' && isNumbers(components, 3)) return formatColour(...components, opacity)
  const said = typeof value === 'string' ? value : hex
  const parsed = typeof said === 'string' && /^#[0-9a-f]{3,8}$|^\w+\([^()]*\)$/i.test(said) ? toRgb(parse(said)) : undefined
  return parsed ? formatColour(parsed.r, parsed.g, parsed.b, typeof value === 'string' ? parsed.alpha ?? 1 : opacity) : null
}

function amountOf(value: unknown, units: Readonly<Record<string, number>>): number | null {
  const [, number, suffix] = typeof value === 'string' ? /^(-?\d+(?:\.\d+)?)([a-z]+)$/.exec(value) ?? [] : []
  const { value: amount = Number(number), unit = suffix } = fieldsOf(value)
  const by = typeof unit === 'string' && Object.hasOwn(units, unit) ? units[unit] : undefined
  return typeof amount === 'number' && Number.isFinite(amount) && by !== undefined ? Math.round(amount * by * 1000) / 1000 : null
}

function easingOf(value: unknown): string | null {
  if (!isNumbers(value, 4)) return null
  const easing = `cubic-bezier(${value.join(', ')})`
  return easingProblem(easing) === null ? easing : null
}

/** A name of a path: letters, digits, `-` and `_`, as names of tokens are. */
const nameOf = (path: readonly string[]): string => path.join('-').normalize('NFKD').replace(/[^\w-]+/g, '-').replace(/^-+|-+$/g, '').slice(0, 100) || 'token'
