/** What a sign separates that is in no quotes; quotes open where a piece or a word begins. */
export function piecesOf(line: string, sign: ',' | ';'): readonly string[] {
  const pieces: string[] = []
  let [piece, quote] = ['', '']
  for (const letter of line) {
    if (quote === '' && letter === sign) {
      pieces.push(piece)
      piece = ''
      continue
    }
    if (letter === quote) quote = ''
    else if (quote === '' && (letter === '"' || letter === "'") && /(^|[\s=(,])$/.test(piece)) quote = letter
    piece += letter
  }
  return [...pieces, piece].map((each) => each.trim()).filter((each) => each !== '')
}
