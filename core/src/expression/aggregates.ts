import { asNumber, emptyCell, type AggregateName, type Literal } from '../document'

/** What the records of a table can be asked together. */
export interface Aggregate {
  /** What it takes, for a person. */
  readonly takes: string
  /** The table alone will do: all its records are meant. */
  readonly isAlone: boolean
  /** What is asked of each record. */
  readonly asks: 'number' | 'yes/no'
  /** The type of what comes of it; null for that of the column that is read. */
  readonly result: 'number' | 'yes/no' | null
}

const ofNumbers: Aggregate = { takes: 'a table, and a number of each record', isAlone: false, asks: 'number', result: 'number' }
const ofConditions: Aggregate = { takes: 'a table, and a condition', isAlone: false, asks: 'yes/no', result: 'yes/no' }

export const AGGREGATES: Readonly<Record<AggregateName, Aggregate>> = {
  count: { takes: 'a table, and a condition if not all its records are counted', isAlone: true, asks: 'yes/no', result: 'number' },
  sum: ofNumbers,
  least: ofNumbers,
  greatest: ofNumbers,
  average: ofNumbers,
  any: ofConditions,
  every: ofConditions,
  first: { takes: 'a table, and a condition if not its first record is meant', isAlone: true, asks: 'yes/no', result: null },
}

/** What numbers of each record come to; 0 where there are none. */
export function ofAll(name: 'sum' | 'least' | 'greatest' | 'average', values: readonly Literal[]): number {
  const numbers = values.map(asNumber)
  if (numbers.length === 0) return EMPTY_NUMBER
  switch (name) {
    case 'least':
      return numbers.reduce((a, b) => Math.min(a, b))
    case 'greatest':
      return numbers.reduce((a, b) => Math.max(a, b))
    case 'sum':
    case 'average': {
      const sum = numbers.reduce((a, b) => a + b)
      return name === 'sum' ? sum : sum / numbers.length
    }
  }
}

const EMPTY_NUMBER = asNumber(emptyCell({ type: 'number' }))
