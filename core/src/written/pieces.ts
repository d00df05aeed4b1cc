/** What a sign separates that is in no quotes; quotes open where a piece or a word begins, so that an apostrophe opens none. What is empty is left out. */
export const piecesOf = (line: string, sign: ',' | ';'): readonly string[] =>
  parted(line, sign, { isExpression: false }).filter((piece) => piece !== '')

/** The expressions that commas separate: every quote opens or closes a text, and commas in parentheses are their own. What is empty is there. */
export const expressionsOf = (line: string): readonly string[] => parted(line, ',', { isExpression: true })

function parted(line: string, sign: string, { isExpression }: { readonly isExpression: boolean }): readonly string[] {
  const pieces: string[] = []
  let [piece, quote, depth] = ['', '', 0]
  for (const letter of line) {
    if (quote === '' && depth === 0 && letter === sign) {
      pieces.push(piece)
      piece = ''
      continue
    }
    if (letter === quote) quote = ''
    else if (quote === '' && (letter === '"' || letter === "'") && (isExpression || /(^|[\s=(,])$/.test(piece))) quote = letter
    else if (isExpression && quote === '' && letter === '(') depth++
    else if (isExpression && quote === '' && letter === ')') depth--
    piece += letter
  }
  return [...pieces, piece].map((each) => each.trim())
}
