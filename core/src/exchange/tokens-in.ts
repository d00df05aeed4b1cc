import {
  addToken, apply, batch, freeName, inProject, isFields, jsonOr, keysOf, namesOf, RheoError, sameValue, setAt, setTokenValue, TOKEN_FILE_LENGTH, unsetAt,
  type Edit, type Fields, type NewId, type Project,
} from '../document'
import { foundIn, noteOf, readToken, tokenNameOf } from './token-file'
import { tokensOut } from './tokens-out'

/** What bringing tokens in comes to, before it is done. */
export interface TokensIn {
  /** Null where nothing would change. */
  readonly edit: Edit | null
  /** What changes and what is new, a line each. */
  readonly changes: readonly string[]
  /** What is not taken, with why, a line each. */
  readonly leftOut: readonly string[]
  /** The file says more than becomes tokens here, and than is kept already; all of it is kept, to be handed over again. */
  readonly isKept: boolean
}

/** What is told where it is. */
export const REST_IS_KEPT = 'What the file says besides is kept, and goes out again with the tokens.'

const MOST_TOKENS = 5_000

/**
 * Tokens of a file in the Design Tokens Format Module (Design Tokens Community Group, 2025.10), and of its drafts before, where values
 * were texts. A token there is is the one of that name, made of its path; its value is set. Throws a `RheoError` (`unreadable`,
 * `too-large`) for what is no such file.
 */
export function tokensIn(text: string, project: Project, newId: NewId): TokensIn {
  const { tokens } = project
  if (text.length > TOKEN_FILE_LENGTH) throw new RheoError('too-large', 'tokens', `The file has ${text.length.toLocaleString('en')} characters; ${TOKEN_FILE_LENGTH.toLocaleString('en')} are read.`)
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
      const name = tokenNameOf(found.path, suffix)
      const note = noteOf(found.description)
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
  const kept = keptOf(file, edits.reduce(apply, project))
  if (kept !== project.tokenFile) edits.push(kept === undefined ? unsetAt(inProject('tokenFile')) : setAt(inProject('tokenFile'), kept))
  return { edit: edits.length === 0 ? null : batch(...edits), changes, leftOut, isKept: kept !== undefined && kept !== project.tokenFile }
}

/** A file with what came in before it; undefined where it says no more than the tokens here, or more than a project can keep. */
function keptOf(file: Fields, { tokens, tokenFile }: Project): string | undefined {
  const before = jsonOr(tokenFile ?? '{}', {})
  const merged = together(isFields(before) ? before : {}, file)
  const text = JSON.stringify(merged)
  return sameValue(tokensOut({ tokens }).file, merged) || text.length > TOKEN_FILE_LENGTH ? undefined : text
}

/** Two groups as one: of what is in both, what the later one says, but for groups inside. */
function together(before: Fields, after: Fields): Fields {
  const inner = (key: string): unknown => {
    const [was, now] = [before[key], after[key]]
    return isGroup(was) && isGroup(now) ? together(was, now) : now
  }
  return Object.fromEntries([...keysOf(before).map((key) => [key, Object.hasOwn(after, key) ? inner(key) : before[key]]), ...keysOf(after).filter((key) => !Object.hasOwn(before, key)).map((key) => [key, after[key]])])
}

const isGroup = (value: unknown): value is Fields => isFields(value) && !('$value' in value)
