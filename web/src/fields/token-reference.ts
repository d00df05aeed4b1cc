import type { Token, TokenValue } from '@rheoscope/core/document'
import type { Parsed } from './parse-value'

/** Whether what was typed refers to a token. */
export const isReference = (text: string): boolean => text.trim().startsWith('@')

/** Reads `@name` where one of these types of token will do. */
export function parseReference(text: string, tokens: readonly Token[], types: readonly Token['type'][]): Parsed<TokenValue> {
  const name = text.trim().slice(1)
  const token = tokens.find((each) => each.name === name)
  if (!token) return { problem: tokens.length > 0 ? `No token is called “${name}”. There are ${tokens.map((each) => each.name).join(', ')}.` : 'There are no tokens yet.' }
  if (!types.includes(token.type)) return { problem: `“${name}” is a ${token.type}; here goes ${types.join(' or ')}.` }
  return { value: { token: token.id } }
}

export const formatReference = ({ token }: TokenValue, tokens: readonly Token[]): string =>
  `@${tokens.find(({ id }) => id === token)?.name ?? '?'}`
