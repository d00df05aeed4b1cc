import { freeName, isFields, jsonOr, keysOf, sameValue, type Fields, type Project, type Token } from '../document'
import { controlPoints, cssEasing, parseColour } from '../motion'
import { foundIn, noteOf, readToken, tokenNameOf, type Found } from './token-file'

/** The tokens of a project as a file in the Design Tokens Format Module. */
export interface TokensOut {
  readonly file: Fields
  /** How many of the project's tokens it has. */
  readonly count: number
  /** What it cannot say, with why, a line each. */
  readonly leftOut: readonly string[]
}

/** The names our tokens go by in that format. */
const TYPES = { colour: 'color', duration: 'duration', easing: 'cubicBezier', size: 'dimension' } as const

/** What a transition calls the pieces our tokens are. */
const PIECES: Readonly<Record<string, string>> = { duration: 'duration', delay: 'delay', easing: 'timingFunction' }

/**
 * The tokens of a project for other tools (Design Tokens Community Group, 2025.10). What came in from a file goes out as it stood
 * there, with all that is nothing here, but for the values that are others now and the tokens that are gone; what is new comes behind it.
 */
export function tokensOut({ tokens, tokenFile }: Pick<Project, 'tokens' | 'tokenFile'>): TokensOut {
  const sayable = tokens.filter((token) => valueOf(token) !== null)
  const again = asNow(sayable, jsonOr(tokenFile ?? '{}', {}))
  const file = { ...again.file }
  for (const token of sayable) if (!again.said.has(token)) file[freeName(nameInFile(token), new Set(keysOf(file)), '-')] = { $type: TYPES[token.type], $value: valueOf(token), ...described(token) }
  return {
    file, count: sayable.length,
    leftOut: tokens.filter((token) => !sayable.includes(token)).map(({ name, value }) => `“${name}”: ${String(value)} is no Bézier curve, and the format has no other easings; in CSS it is ${cssEasing(String(value))}.`),
  }
}

/** A file that came in, with what its tokens are now. What refers to a token that has become another may have to be said anew. */
function asNow(tokens: readonly Token[], before: unknown): Again {
  let again = new Again(tokens, isFields(before) ? before : {})
  for (;;) {
    const further = new Again(tokens, again.file)
    if (sameValue(further.file, again.file)) return again
    again = further
  }
}

class Again {
  /** The tokens it has. */
  readonly said = new Set<Token>()
  readonly file: Fields
  private readonly byPath: ReadonlyMap<string, Found>
  private readonly byName: ReadonlyMap<string, Token>

  constructor(tokens: readonly Token[], before: Fields) {
    this.byPath = new Map(foundIn(before).map((each) => [each.path.join('.'), each]))
    this.byName = new Map(tokens.map((token) => [token.name, token]))
    this.file = this.group(before, [])
  }

  private group(group: Fields, path: readonly string[]): Fields {
    return Object.fromEntries(keysOf(group).flatMap((key) => {
      const inner = group[key]
      if (key.startsWith('$') || !isFields(inner)) return [[key, inner]]
      const now = '$value' in inner ? this.token(inner, [...path, key]) : this.group(inner, [...path, key])
      return now === null ? [] : [[key, now]]
    }))
  }

  /** A token as it is now; null where it is gone. What is none here stays as it was. */
  private token(token: Fields, path: readonly string[]): Fields | null {
    const found = this.byPath.get(path.join('.'))
    const read = found && readToken(found, this.byPath)
    if (!found || !read || 'problem' in read) return token
    const pieces = Object.entries(read).map(([suffix, was]) => ({ suffix, was, now: this.byName.get(tokenNameOf(path, suffix)) }))
    // Of two paths that come to one name the first has it.
    if (pieces.some(({ was, now }) => now && (now.type !== was.type || this.said.has(now)))) return token
    if (pieces.every(({ now }) => now === undefined)) return null
    for (const { now } of pieces) if (now) this.said.add(now)
    const changed = pieces.filter(({ was, now }) => !now || !sameValue(now.value, was.value))
    const [only] = pieces
    const note = only?.now && noteOf(found.description) !== only.now.note && only.suffix === '' ? only.now : undefined
    if (changed.length === 0 && !note) return token
    const { $description: described_, ...others } = token
    return { ...(note ? { ...others, ...described(note) } : token), ...(changed.length === 0 ? {} : { $value: this.valueNow(token.$value, changed) }) }
  }

  private valueNow(before: unknown, changed: readonly { readonly suffix: string; readonly now: Token | undefined }[]): unknown {
    const [{ suffix, now } = { suffix: '', now: undefined }] = changed
    if (suffix === '') return now ? valueOf(now) : before
    const pieces = isFields(before) ? before : {}
    const gone = changed.flatMap(({ suffix: piece, now: token }) => (token ? [] : [PIECES[piece]]))
    return Object.fromEntries([
      ...keysOf(pieces).filter((key) => !gone.includes(key)).map((key) => [key, pieces[key]]),
      ...changed.flatMap(({ suffix: piece, now: token }) => (token ? [[PIECES[piece], valueOf(token)]] : [])),
    ])
  }
}

const described = ({ note }: Token): Fields => (note === undefined ? {} : { $description: note })

/** A name without the signs that mean something in a reference (Format Module § 5.1). */
const nameInFile = ({ name }: Token): string => name.replace(/^\$/, '').replace(/[{}.]/g, '-')

/** What a token is in that format; null where it has no word for it. */
function valueOf({ type, value }: Token): unknown {
  switch (type) {
    case 'duration':
      return { value: Number(value), unit: 'ms' }
    case 'size':
      return { value: Number(value), unit: 'px' }
    case 'easing':
      return controlPoints(String(value))
    case 'colour': {
      const [r, g, b, alpha] = parseColour(String(value))
      const share = (channel: number) => Math.round(channel * 1e4) / 1e4
      return { colorSpace: 'srgb', components: [share(r), share(g), share(b)], alpha: share(alpha), hex: String(value).slice(0, 7) }
    }
  }
}
