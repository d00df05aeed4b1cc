import { RheoError } from '../document'

/** What a sign separates that is in no quotes; quotes open where a piece or a word begins, so that an apostrophe opens none. What is empty is left out. */
export const piecesOf = (line: string, sign: ',' | ';'): readonly string[] =>
  parted(line, sign, { isExpression: false, nests: false }).filter((piece) => piece !== '')

/** The clauses of a line that commas separate, which are in no quotes and no parentheses. What is empty is left out. */
export const clausesOf = (line: string): readonly string[] => parted(line, ',', { isExpression: false, nests: true }).filter((piece) => piece !== '')

/** The expressions that commas separate: every quote opens or closes a text, and commas in parentheses are their own. What is empty is there. */
export const expressionsOf = (line: string): readonly string[] => parted(line, ',', { isExpression: true, nests: true })

function parted(line: string, sign: string, { isExpression, nests }: { readonly isExpression: boolean; readonly nests: boolean }): readonly string[] {
  const pieces: string[] = []
  let [piece, quote, depth, isEscaped] = ['', '', 0, false]
  for (const letter of line) {
    if (isEscaped) {
      isEscaped = false
      piece += letter
      continue
    }
    isEscaped = letter === '\\' && quote === '"' && !isExpression
    if (quote === '' && depth === 0 && letter === sign) {
      pieces.push(piece)
      piece = ''
      continue
    }
    if (letter === quote) quote = ''
    else if (quote === '' && (letter === '"' || letter === "'") && (isExpression || /(^|[\s=(,])$/.test(piece))) quote = letter
    else if (nests && quote === '' && letter === '(') depth++
    else if (nests && quote === '' && letter === ')') depth--
    piece += letter
  }
  return [...pieces, piece].map((each) => each.trim())
}

/** What stands before and behind the first of some signs that is in no quotes and no parentheses. Throws a `RheoError` (`unreadable`) where there is none. */
export function halves(text: string, sign: ':' | '->'): readonly [string, string] {
  let [quote, depth] = ['', 0]
  for (let at = 0; at < text.length; at++) {
    const letter = text.charAt(at)
    if (quote === '"' && letter === '\\') at++
    else if (letter === quote) quote = ''
    else if (quote === '' && (letter === '"' || (letter === "'" && /^$|[\s(,]$/.test(text.slice(0, at))))) quote = letter
    else if (quote === '' && letter === '(') depth++
    else if (quote === '' && letter === ')') depth--
    else if (quote === '' && depth === 0 && text.startsWith(sign, at)) return [text.slice(0, at).trim(), text.slice(at + sign.length).trim()]
  }
  throw new RheoError('unreadable', text, sign === ':' ? 'Behind a trigger comes a colon: tap: rest -> over.' : 'A rule says where it leads: tap: rest -> over.')
}
