/** Writes the widths and kerning of the bundled fonts, so that text measures the same everywhere without a browser. Shaped by HarfBuzz, as browsers do. */
import * as hb from 'harfbuzzjs'
import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { inflateSync } from 'node:zlib'

const require = createRequire(import.meta.url)
const FAMILIES = { sans: 'atkinson-hyperlegible-next', mono: 'atkinson-hyperlegible-mono' }
const FALLBACK = { folder: 'noto-sans', subsets: ['latin', 'latin-ext', 'vietnamese', 'greek', 'greek-ext', 'cyrillic', 'cyrillic-ext'] }
const WEIGHTS = ['400', '600', '700']

/** Latin with its extensions, Greek, Cyrillic, and what goes between words. */
const CHARACTERS = [range(0x20, 0x7e), range(0xa0, 0x24f), range(0x370, 0x52f), range(0x1e00, 0x1fff), range(0x2010, 0x2040), range(0x2070, 0x209f), range(0x20a0, 0x20c0), range(0x2100, 0x218f), range(0x2190, 0x21ff), range(0x2200, 0x22ff), range(0x25a0, 0x25ff)]
  .flat().filter((code) => code !== 0xad).map((code) => String.fromCodePoint(code))

/** A font file, and for which characters a browser takes it. */
interface Face {
  readonly font: hb.Font
  readonly has: (character: string) => boolean
  /** Whether it has a glyph for it, taken or not. */
  readonly knows: (character: string) => boolean
}

const buffer = new hb.Buffer()
const metrics: Record<string, unknown> = {}
for (const weight of WEIGHTS) {
  for (const [family, folder] of Object.entries(FAMILIES)) metrics[`${family} ${weight}`] = { ...heightsOf(folder, weight), ...measured(facesOf(folder, weight, ['latin', 'latin-ext'])) }
  metrics[`fallback ${weight}`] = { ...heightsOf(FALLBACK.folder, weight), ...measured(facesOf(FALLBACK.folder, weight, FALLBACK.subsets)) }
}
writeFileSync(new URL('../core/src/layout/font-metrics.json', import.meta.url), JSON.stringify(metrics) + '\n')

function facesOf(folder: string, weight: string, subsets: readonly string[]): readonly Face[] {
  const css = readFileSync(require.resolve(`@fontsource/${folder}/${weight}.css`), 'utf8')
  return subsets.flatMap((subset): Face[] => {
    const block = css.split('@font-face').find((each) => each.includes(`files/${folder}-${subset}-${weight}-normal.`))
    if (block === undefined) return []
    const ranges = (/unicode-range:\s*([^;}]+)/.exec(block)?.[1] ?? '').split(',').map((each) => /U\+([0-9A-F]+)(?:-([0-9A-F]+))?/i.exec(each)!).map(([, from = '', to = from]) => [parseInt(from, 16), parseInt(to, 16)] as const)
    const face = new hb.Face(new hb.Blob(unpacked(fileOf(folder, subset, weight))))
    const known = new Set(face.collectUnicodes())
    return [{ font: new hb.Font(face), knows: (character) => known.has(character.codePointAt(0)!), has: (character) => known.has(character.codePointAt(0)!) && ranges.some(([from, to]) => from <= character.codePointAt(0)! && character.codePointAt(0)! <= to) }]
  })
}

function fileOf(folder: string, subset: string, weight: string): Buffer {
  return readFileSync(require.resolve(`@fontsource/${folder}/files/${folder}-${subset}-${weight}-normal.woff`))
}

/**
 * In thousandths of the size: the characters of each width, and by character those that stand so much nearer or farther after it. Browsers shape a text
 * with the first file and only what that lacks with the next, so that a character stands before an “ž” of another file as before its “z”, unless the first has its accent.
 */
function measured(faces: readonly Face[]) {
  const faceOf = new Map(CHARACTERS.flatMap((character) => {
    const face = faces.find((each) => each.has(character))
    return face ? [[character, face] as const] : []
  }))
  const widths = new Map([...faceOf].map(([character, { font }]) => [character, width(font, character)]))
  const kerning = [...faceOf].map(([left, face]): readonly [string, Readonly<Record<string, string>>] => {
    const beside = [...faceOf].filter(([right, other]) => other === face || (faces.indexOf(other) > faces.indexOf(face) && !isWhole(face, right))).map(([right, other]): readonly [string, number] =>
      [right, other === face ? width(face.font, left + right) - widths.get(left)! - widths.get(right)! : advances(face.font, left + right)[0]! - widths.get(left)!])
    return [left, byValue(beside.filter(([, by]) => by !== 0))]
  })
  return { widths: byValue([...widths]), kerning: Object.fromEntries(kerning.filter(([, by]) => Object.keys(by).length > 0)) }
}

/** Whether a file has a character in pieces: the letter and its accent. */
function isWhole(face: Face, character: string): boolean {
  return [...character.normalize('NFD')].every((piece) => face.knows(piece))
}

/** The characters of each value, one after another. */
function byValue(pairs: readonly (readonly [character: string, value: number])[]): Readonly<Record<string, string>> {
  const found: Record<string, string> = {}
  for (const [character, value] of pairs) found[value] = (found[value] ?? '') + character
  return found
}

function width(font: hb.Font, text: string): number {
  return advances(font, text).reduce((sum, each) => sum + each, 0)
}

/** How far each glyph of a text takes the pen. */
function advances(font: hb.Font, text: string): readonly number[] {
  buffer.clearContents()
  buffer.addText(text)
  buffer.guessSegmentProperties()
  hb.shape(font, buffer)
  return buffer.getGlyphPositions().map(({ xAdvance }) => Math.round((xAdvance * 1000) / font.face.upem))
}

function heightsOf(folder: string, weight: string) {
  const { ascender, descender } = new hb.Font(new hb.Face(new hb.Blob(unpacked(fileOf(folder, 'latin', weight))))).hExtents()
  return { unitsPerEm: 1000, ascender, descender }
}

/** The font a WOFF file has packed (W3C, WOFF 1.0 § 3 to 5). */
function unpacked(file: Buffer): ArrayBuffer {
  const count = file.readUInt16BE(12)
  const entries = Array.from({ length: count }, (_, index) => {
    const at = 44 + index * 20
    const [offset, packed, length] = [file.readUInt32BE(at + 4), file.readUInt32BE(at + 8), file.readUInt32BE(at + 12)]
    const data = file.subarray(offset, offset + packed)
    return { tag: file.subarray(at, at + 4), checksum: file.subarray(at + 16, at + 20), data: packed < length ? inflateSync(data) : data }
  })
  const header = Buffer.alloc(12 + count * 16)
  file.copy(header, 0, 4, 8)
  header.writeUInt16BE(count, 4)
  let offset = header.length
  const bodies = entries.map(({ tag, checksum, data }, index) => {
    const at = 12 + index * 16
    tag.copy(header, at)
    checksum.copy(header, at + 4)
    header.writeUInt32BE(offset, at + 8)
    header.writeUInt32BE(data.length, at + 12)
    const padded = Buffer.concat([data, Buffer.alloc((4 - (data.length % 4)) % 4)])
    offset += padded.length
    return padded
  })
  return new Uint8Array(Buffer.concat([header, ...bodies])).buffer
}

function range(from: number, to: number): number[] {
  return Array.from({ length: to - from + 1 }, (_, index) => from + index)
}
