/** A token of CSS Syntax Level 3, as far as easing functions are made of them: a number, a percentage, a word, or a comma. */
export type CssToken =
  | { readonly kind: 'number' | 'percentage'; readonly value: number; readonly text: string }
  | { readonly kind: 'word'; readonly text: string }
  | { readonly kind: 'comma'; readonly text: ',' }

/** § 4.3.3: digits on both sides of a point or before none, and an exponent. */
const NUMBER = /[+-]?(?:\d*\.\d+|\d+)(?:e[+-]?\d+)?/iy

const WORD = /-?[a-z_][a-z0-9_-]*/iy

/** The tokens of a text, each as long as it can be; null where something in it is none of them, with what that is. */
export function cssTokens(text: string): readonly CssToken[] | { readonly unknown: string } {
  const tokens: CssToken[] = []
  const taken = (pattern: RegExp, at: number): string | null => {
    pattern.lastIndex = at
    return pattern.exec(text)?.[0] ?? null
  }
  for (let at = 0; at < text.length;) {
    const number = taken(NUMBER, at)
    const word = number === null ? taken(WORD, at) : null
    if (/\s/.test(text.charAt(at))) at += 1
    else if (text[at] === ',') {
      tokens.push({ kind: 'comma', text: ',' })
      at += 1
    } else if (number !== null) {
      const end = at + number.length
      const unit = taken(WORD, end)
      if (unit !== null) return { unknown: number + unit }
      const isShare = text[end] === '%'
      tokens.push({ kind: isShare ? 'percentage' : 'number', value: Number(number), text: isShare ? `${number}%` : number })
      at = end + (isShare ? 1 : 0)
    } else if (word !== null) {
      tokens.push({ kind: 'word', text: word })
      at += word.length
    } else return { unknown: text.slice(at).split(/[\s,]/)[0] ?? '' }
  }
  return tokens
}
