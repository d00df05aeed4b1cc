import type { DrawingFace } from '../forms/form'
import { FAMILIES, reaches } from './stand-alone'

/** What the families are called in their own files. */
const IN_FILES = { ...FAMILIES, mono: 'Atkinson Hyperlegible Mono ExtraLight' } as const

interface NamedFace extends Pick<DrawingFace, 'family' | 'range'> {
  readonly name: string
}

/**
 * Fonts each of which has only some characters of its family, as browsers have them (`unicode-range`, CSS Fonts 4). What draws
 * knows nothing of that: so each has a name of its own, and each run of characters is in the one that has them.
 */
export class DrawnFonts {
  /** TrueType. */
  readonly files: readonly Uint8Array[]
  private readonly faces: readonly NamedFace[]
  private readonly known = new Map<string, string>()

  constructor(faces: readonly DrawingFace[]) {
    const ranges = [...new Set(faces.map(({ range }) => range))]
    const names = faces.map(({ family, range }) => ({ family, range, name: `${family}${ranges.indexOf(range)}`.padEnd(IN_FILES[family].length, 'x') }))
    this.faces = names
    this.files = faces.map(({ family, data }, index) => renamed(data, IN_FILES[family], names[index]?.name ?? ''))
  }

  /** A picture of which each text is in the fonts that have its characters. */
  named(picture: string): string {
    return picture.replaceAll(/(<text[^>]*? font-family=")([^"]*)("[^>]*>)(.*?)(?=<\/text>)/gs, (_whole, before: string, families: string, behind: string, inside: string) => {
      const usual = this.nameFor(' ', families)
      return `${before}${usual}${behind}${inside.replaceAll(/(?<=^|>)[^<]+/g, (text) => this.runs(text, families, usual))}`
    })
  }

  private runs(text: string, families: string, usual: string): string {
    const runs: { readonly name: string; text: string }[] = []
    for (const character of text) {
      const name = this.nameFor(character, families)
      const last = runs.at(-1)
      if (last?.name === name) last.text += character
      else runs.push({ name, text: character })
    }
    return runs.map((run) => (run.name === usual ? run.text : `<tspan font-family="${run.name}">${run.text}</tspan>`)).join('')
  }

  private nameFor(character: string, families: string): string {
    const key = `${character} ${families}`
    const known = this.known.get(key)
    if (known !== undefined) return known
    const rank = ({ family }: NamedFace) => (families.includes(FAMILIES[family]) ? families.indexOf(FAMILIES[family]) : Infinity)
    const able = this.faces.filter(({ range }) => reaches(range, new Set([character]))).toSorted((a, b) => rank(a) - rank(b))
    const name = able[0]?.name ?? this.faces[0]?.name ?? ''
    this.known.set(key, name)
    return name
  }
}

/** A font under another name of the same length, wherever its own stands (OpenType 1.9, `name`, in UTF-16). */
function renamed(data: Uint8Array, from: string, to: string): Uint8Array {
  const [wanted, put] = [utf16(from), utf16(to)]
  const file = Uint8Array.from(data)
  for (let at = 0; at <= file.length - wanted.length; at++) {
    if (file[at] === 0 && wanted.every((byte, index) => file[at + index] === byte)) file.set(put, at)
  }
  return file
}

const utf16 = (text: string): readonly number[] => [...text].flatMap((character) => [0, character.charCodeAt(0)])
