import { converter, parse } from 'culori'
import { fieldsOf, isFields, keysOf, RheoError, type Fields, type Literal, type Token } from '../document'
import { easingProblem, formatColour } from '../motion'

/** A token as a file has it, with what its groups say of it. */
export interface Found {
  readonly path: readonly string[]
  readonly type: string | undefined
  readonly value: unknown
  readonly description: unknown
}

/** Groups inside one another, and references from one to the next. */
const MOST_DEEP = 32

/** So many px a rem has, as browsers have it unless somebody chooses otherwise. */
const REM_PX = 16

/** What a description is here. */
export const noteOf = (description: unknown): string | undefined =>
  (typeof description === 'string' && description.trim() !== '' ? description.slice(0, 2000) : undefined)

/** What the token at a path is called here, or a piece of it. */
export const tokenNameOf = (path: readonly string[], suffix: string): string => nameOf([...path, ...(suffix === '' ? [] : [suffix])])

/** Every token of a file, groups within groups; what is deeper than anybody nests is refused. */
export function foundIn(group: Fields, path: readonly string[] = [], type?: string): readonly Found[] {
  if (path.length > MOST_DEEP) throw new RheoError('too-large', path.slice(0, 4).join('.'), `The groups go deeper than ${MOST_DEEP} levels at “${path.slice(0, 4).join('.')}…”.`)
  const own = typeof group.$type === 'string' ? group.$type : type
  if ('$value' in group) return [{ path, type: own, value: group.$value, description: group.$description }]
  return keysOf(group).filter((key) => !key.startsWith('$')).flatMap((key) => { const inner = group[key]; return isFields(inner) ? foundIn(inner, [...path, key], own) : [] })
}

type Read = Readonly<Record<string, Pick<Token, 'type' | 'value'>>> | { readonly problem: string }

/** A token by what its name goes on with: nothing, or the piece of a transition it is. */
export function readToken({ type, value }: Found, byPath: ReadonlyMap<string, Found>, before: readonly string[] = []): Read {
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
