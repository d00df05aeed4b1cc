import type { Literal, Parameter } from '@rheoscope/core/document'

/** A name as attributes, states, events and parts have it: `warming-up`. */
export const slugged = (name: string): string => name.normalize('NFKD').toLowerCase().match(/[a-z0-9]+/g)?.join('-') ?? 'thing'

/** The attribute of a parameter: `label-text` of `labelText`. */
export const attributeName = (name: string): string => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`).replaceAll('_', '-').replace(/^-/, '')

/** What an attribute says for a parameter of a type. */
export function typed(type: Parameter['type'], text: string): Literal {
  if (type === 'yes/no') return text !== 'no' && text !== 'false'
  return type === 'number' ? Number(text) : text
}
