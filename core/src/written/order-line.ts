import { RheoError, wordOf, type DataTable, type ItemOrder } from '../document'
import { typeOf, type Scope } from '../expression'
import { expressionsOf } from './pieces'

/**
 * Reads what items are in order by: names of columns or expressions with commas between, each with `down` behind it where the greatest
 * comes first: `price down, name`. Nothing is the order of the records. Throws a `RheoError` for what cannot be read as an expression.
 */
export function readOrder(text: string, table: Pick<DataTable, 'columns'> | undefined, scope: Scope): readonly ItemOrder[] {
  const pieces = expressionsOf(text)
  if (pieces.length > 1 && pieces.includes('')) throw new RheoError('unreadable', text, 'Between two commas stands what to order by: price down, name.')
  return pieces.filter((piece) => piece !== '').map((piece) => {
    const [, said = '', way] = /^(.*?)(?:\s+(up|down))?$/is.exec(piece) ?? []
    const isColumn = table?.columns.some(({ name }) => wordOf(name) === said) === true
    const by = isColumn ? `item.${said}` : said
    typeOf(by, scope)
    return { by, isDown: way?.toLowerCase() === 'down' }
  })
}

/** The same as a person types it. */
export const orderText = (order: readonly ItemOrder[]): string => order.map(({ by, isDown }) => `${by.replace(/^item\.(?=\w+$)/, '')}${isDown ? ' down' : ''}`).join(', ')
