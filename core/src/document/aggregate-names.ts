/** What the records of a table can be asked together, by the names expressions call it. */
export const AGGREGATE_NAMES = ['count', 'sum', 'least', 'greatest', 'average', 'any', 'every', 'first'] as const

export type AggregateName = (typeof AGGREGATE_NAMES)[number]
