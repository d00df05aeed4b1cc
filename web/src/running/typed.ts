import type { Literal, Parameter } from '@rheoscope/core/document'

/** What an attribute says for a parameter of a type. */
export function typed(type: Parameter['type'], text: string): Literal {
  if (type === 'yes/no') return text !== 'no' && text !== 'false'
  return type === 'number' ? Number(text) : text
}
