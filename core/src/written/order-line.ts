import { RheoError, type DataTable, type ItemOrder } from '../document'
import { typeOf, wordOf, type Scope } from '../expression'

/**
 * Reads what items are in order by: names of columns or expressions with commas between, each with `down` behind it where the greatest
 * comes first: `price down, name`. Nothing is the order of the records. Throws a `RheoError` for what cannot be read as an expression.
 */
export function readOrder(text: string, table: Pick<DataTable, 'columns'> | undefined, scope: Scope): readonly ItemOrder[] {
  return piecesOutside(text).map((piece) => {
    const [, said = '', way] = /^(.*?)(?:\s+(up|down))?$/is.exec(piece) ?? []
    const isColumn = table?.columns.some(({ name }) => wordOf(name) === said) === true
    const by = isColumn ? `item.${said}` : said
    typeOf(by, scope)
    return { by, isDown: way?.toLowerCase() === 'down' }
  })
}

/** The same as a person types it. */
export const orderText = (order: readonly ItemOrder[]): string => order.map(({ by, isDown }) => `${by.replace(/^item\.(?=\w+$)/, '')}${isDown ? ' down' : ''}`).join(', ')

/** What commas part that are in no parentheses and no quotes. */
function piecesOutside(text: string): readonly string[] {
  const pieces = ['']
  let [depth, quote] = [0, '']
  for (const letter of text) {
    if (quote !== '') quote = letter === quote ? '' : quote
    else if (letter === '"' || letter === "'") quote = letter
    else if (letter === '(') depth++
    else if (letter === ')') depth--
    if (letter === ',' && depth === 0 && quote === '') pieces.push('')
    else pieces[pieces.length - 1] += letter
  }
  const said = pieces.map((piece) => piece.trim())
  if (said.length > 1 && said.includes('')) throw new RheoError('unreadable', text, 'Between two commas stands what to order by: price down, name.')
  return said.filter((piece) => piece !== '')
}
