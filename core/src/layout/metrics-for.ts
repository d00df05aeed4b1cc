import metrics from './font-metrics.json' with { type: 'json' }

type ListedByValue = Readonly<Record<string, string>>

/** The metrics of fonts by name, `sans 400`: `widths` and `kerning` list characters by value, in units of which `unitsPerEm` make the size of the font. */
export type MetricsOfFonts = Readonly<Record<string, { readonly unitsPerEm: number; readonly ascender: number; readonly descender: number; readonly widths: ListedByValue; readonly kerning: Readonly<Record<string, ListedByValue>> }>>

const all: MetricsOfFonts = Object.fromEntries(Object.entries(metrics))

/** What measuring needs of the metrics for texts of some characters in some fonts; others count as what no font has. */
export function metricsFor(fonts: readonly string[], characters: ReadonlySet<string>): MetricsOfFonts {
  const only = (listed: ListedByValue): ListedByValue => Object.fromEntries(Object.entries(listed).flatMap(([value, listedSo]) => {
    const kept = [...listedSo].filter((character) => characters.has(character)).join('')
    return kept === '' ? [] : [[value, kept]]
  }))
  return Object.fromEntries(Object.entries(all).filter(([name]) => fonts.includes(name)).map(([name, { widths, kerning, ...heights }]) => {
    const beside = Object.entries(kerning).filter(([left]) => characters.has(left)).map(([left, others]) => [left, only(others)])
    return [name, { ...heights, widths: only(widths), kerning: Object.fromEntries(beside) }]
  }))
}
