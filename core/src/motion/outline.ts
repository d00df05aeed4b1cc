const NUMBER = /-?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi

/**
 * What lies between two outlines in SVG path notation that have the same commands in the same order, number by
 * number; null when they do not match.
 */
export function interpolateOutline(a: string, b: string): ((p: number) => string) | null {
  const from = a.match(NUMBER)?.map(Number) ?? []
  const to = b.match(NUMBER)?.map(Number) ?? []
  const frame = b.split(NUMBER)
  if (from.length !== to.length || commands(a) !== commands(b)) return null
  return (p) => {
    if (p === 1) return b
    let outline = frame[0]!
    for (let index = 0; index < to.length; index++) {
      outline += String(round(from[index]! + (to[index]! - from[index]!) * p)) + frame[index + 1]!
    }
    return outline
  }
}

const commands = (outline: string): string => outline.replace(NUMBER, '').replace(/[\s,]+/g, '')

const round = (value: number): number => Math.round(value * 1000) / 1000
