export interface Figure {
  readonly what: string
  readonly value: number
  readonly unit: string
  /** At most this is aimed at. */
  readonly aim?: number
}

export interface Report {
  readonly name: string
  readonly figures: readonly Figure[]
}

export function timed(act: () => unknown): number {
  const began = performance.now()
  act()
  return performance.now() - began
}

export const median = (values: readonly number[]): number => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

export function printed({ name, figures }: Report): string {
  const lines = figures.map(({ what, value, unit, aim }) => {
    const verdict = aim === undefined ? '' : value <= aim ? `  (aim ≤ ${aim}: met)` : `  (aim ≤ ${aim}: missed)`
    return `  ${what.padEnd(28)} ${value.toFixed(2).padStart(9)} ${unit}${verdict}`
  })
  return `${name}\n${lines.join('\n')}\n`
}
