/** Writes the widths and kerning of the bundled fonts, so that text measures the same everywhere without a browser. */
import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import opentype from 'opentype.js'

const require = createRequire(import.meta.url)
const FAMILIES = { sans: 'atkinson-hyperlegible-next', mono: 'atkinson-hyperlegible-mono' }
const WEIGHTS = ['400', '600', '700']
const CHARACTERS = [
  ...range(0x20, 0x7e), ...range(0xa0, 0xff), 0x2013, 0x2014, 0x2018, 0x2019, 0x201c, 0x201d, 0x2022, 0x2026, 0x20ac, 0x2212,
].map((code) => String.fromCodePoint(code))

const metrics: Record<string, unknown> = {}
for (const [family, folder] of Object.entries(FAMILIES)) {
  for (const weight of WEIGHTS) {
    const file = require.resolve(`@fontsource/${folder}/files/${folder}-latin-${weight}-normal.woff`)
    metrics[`${family} ${weight}`] = measured(opentype.parse(new Uint8Array(readFileSync(file)).buffer))
  }
}
writeFileSync(new URL('../core/src/layout/font-metrics.json', import.meta.url), JSON.stringify(metrics) + '\n')

function measured(font: opentype.Font) {
  const known = CHARACTERS.filter((character) => font.charToGlyphIndex(character) > 0)
  const glyphs = new Map(known.map((character) => [character, font.charToGlyph(character)]))
  const kerning: Record<string, number> = {}
  for (const [left, a] of glyphs) {
    for (const [right, b] of glyphs) {
      const value = font.getKerningValue(a, b)
      if (value !== 0) kerning[left + right] = value
    }
  }
  return {
    unitsPerEm: font.unitsPerEm,
    ascender: font.tables.hhea!.ascender as number,
    descender: font.tables.hhea!.descender as number,
    advances: Object.fromEntries([...glyphs].map(([character, glyph]) => [character, glyph.advanceWidth])),
    kerning,
  }
}

function range(from: number, to: number): number[] {
  return Array.from({ length: to - from + 1 }, (_, index) => from + index)
}
