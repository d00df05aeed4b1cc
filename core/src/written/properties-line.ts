import { RheoError } from '../document'
import type { Describable, Sayable } from './describable'
import { named } from './named'
import { wordsOf, type Word } from './words'

/** A property as a line says it: which, and the text of its value as one would type it into its field; of a thing that is chosen, its id. */
export interface SaidText {
  readonly definition: Sayable
  readonly text: string
}

const SIZE = /^(\d+(?:\.\d+)?)[x×](\d+(?:\.\d+)?)$/i
const PLACE = /^(-?\d+(?:\.\d+)?),(-?\d+(?:\.\d+)?)$/

/** What one word says several properties by, in the order of as many values; one value is for all of them. */
const TOGETHER: Readonly<Record<string, readonly (readonly string[])[]>> = {
  radius: [['radiusTopLeft', 'radiusTopRight', 'radiusBottomRight', 'radiusBottomLeft']],
  padding: [['paddingTop', 'paddingBottom'], ['paddingLeft', 'paddingRight']],
}

/**
 * Reads what a line says of a part: `208x42 at 0,0 fill #24506f, radius 6, not visible`. A property goes by its label, with
 * its value behind it: one word, one in quotes, one of its choices, or from `=` to the end of the line an expression. A size
 * (`208x42`) and `at x,y` stand for four; `radius` and `padding` for the corners and edges; a colour alone is the fill, and
 * what is in quotes alone the text. Throws a `RheoError` (`unreadable`) with the word it is about.
 */
export function readProperties(line: string, of: Describable): readonly SaidText[] {
  return new PropertiesReader(line, of).all()
}

/** Whether a line goes on with a property here, so that a name has come to its end. */
export const beginsProperty = (words: readonly Word[], at: number, definitions: readonly Sayable[]): boolean => {
  const word = words[at]
  if (!word) return true
  return word.isQuoted || SIZE.test(word.text) || isColour(word.text) || ['at', 'not'].includes(word.text) || word.text in TOGETHER || labelAt(words, at, definitions) !== null
}

class PropertiesReader {
  private readonly words: readonly Word[]
  private at = 0

  constructor(private readonly line: string, private readonly of: Describable) {
    this.words = wordsOf(line)
  }

  all(): readonly SaidText[] {
    const said: SaidText[] = []
    for (let word = this.words[this.at]; word; word = this.words[this.at]) said.push(...this.one(word))
    return said
  }

  private one(word: Word): readonly SaidText[] {
    const size = word.isQuoted ? null : SIZE.exec(word.text)
    if (size) return this.values(['width', 'height'], size.slice(1))
    if (word.isQuoted) return this.values(['text'], [word.text])
    if (isColour(word.text)) return this.values(['fill'], [word.text])
    const definition = this.label()
    if (definition) return [{ definition, text: this.valueOf(definition) }]
    this.at++
    if (word.text === 'at') return this.place(word)
    if (word.text === 'not') return this.denied(word)
    const together = TOGETHER[word.text]
    if (together) return this.together(word, together)
    throw unreadable(word.text, `A ${this.of.kind} has no property “${word.text}”. Write 208x42 at 0,0 for size and place, and the rest as the fields are called: opacity 0.5, not visible.`)
  }

  /** Several properties by the text of each, from one word. */
  private values(names: readonly string[], texts: readonly string[]): readonly SaidText[] {
    const word = this.words[this.at++]
    return names.map((name, index) => ({ definition: this.named(name, word?.text ?? name), text: texts[index] ?? '' }))
  }

  private named(name: string, word: string): Sayable {
    const definition = this.of.definitions.find((each) => each.name === name)
    if (!definition) throw unreadable(word, `“${word}” means nothing for a ${this.of.kind}.`)
    return definition
  }

  private place(word: Word): readonly SaidText[] {
    const [x, y] = [this.words[this.at]?.text ?? '', this.words[this.at + 1]?.text ?? '']
    const place = PLACE.exec(x)
    if (place) return this.values(['x', 'y'], place.slice(1))
    // `at 12, 30`: the comma ended the first word.
    if (!Number.isFinite(Number(x)) || x === '' || !Number.isFinite(Number(y)) || y === '') throw unreadable(word.text, 'Behind “at” come two numbers: at 12,30.')
    this.at++
    return this.values(['x', 'y'], [x, y])
  }

  private denied(word: Word): readonly SaidText[] {
    const definition = this.label()
    if (definition?.type !== 'yesNo') throw unreadable(word.text, 'Behind “not” comes something that is on or off: not visible.')
    return [{ definition, text: 'no' }]
  }

  private together(word: Word, groups: readonly (readonly string[])[]): readonly SaidText[] {
    const value = this.value(word.text)
    const texts = value.split(',')
    return groups.flatMap((names, index) => names.map((name) => ({ definition: this.named(name, word.text), text: texts[index] ?? texts[0] ?? '' })))
  }

  /** The property whose label stands here, which is passed; null when none does. */
  private label(): Sayable | null {
    const found = labelAt(this.words, this.at, this.of.definitions)
    if (found) this.at += found.label.split(' ').length
    return found
  }

  private valueOf(definition: Sayable): string {
    const word = this.words[this.at]
    const { type, label, choices = [], among } = definition
    if (type === 'yesNo' && !(word && (/^(yes|no)$/i.test(word.text) || word.text.startsWith('=')))) return 'yes'
    const isAt = (each: string) => each.split(' ').every((part, index) => this.words[this.at + index]?.text.toLowerCase() === part.toLowerCase())
    const choice = choices.filter(isAt).toSorted((a, b) => b.length - a.length)[0]
    if (type === 'choice' && choice !== undefined) {
      this.at += choice.split(' ').length
      return among ? named(among.things, choice, among.what).id : choice
    }
    const value = this.value(label)
    return among ? named(among.things, value, among.what).id : value
  }

  /** The text of a value: one word, or from `=` to the end of the line. */
  private value(of: string): string {
    const word = this.words[this.at]
    if (!word) throw unreadable(of, `“${of}” lacks its value.`)
    if (!word.isQuoted && word.text.startsWith('=')) {
      this.at = this.words.length
      return this.line.slice(word.from).trim()
    }
    this.at++
    return word.text
  }
}

const unreadable = (word: string, sentence: string): RheoError => new RheoError('unreadable', word, sentence)

const isColour = (text: string): boolean => /^(#[0-9a-f]{3,8}|@\S+)$/i.test(text)

/** The property with the longest label that stands at a word. */
function labelAt(words: readonly Word[], at: number, definitions: readonly Sayable[]): Sayable | null {
  const isAt = (word: string, index: number) => words[at + index]?.isQuoted === false && words[at + index]?.text.toLowerCase() === word
  return labelsIn(definitions).get(words[at]?.text.toLowerCase() ?? '')?.find((label) => label.words.every(isAt))?.definition ?? null
}

/** A property by the words of its label, in small letters. */
interface Label {
  readonly definition: Sayable
  readonly words: readonly string[]
}

const known = new WeakMap<readonly Sayable[], ReadonlyMap<string, readonly Label[]>>()

/** The labels that begin with a word, the longest first. */
function labelsIn(definitions: readonly Sayable[]): ReadonlyMap<string, readonly Label[]> {
  const before = known.get(definitions)
  if (before) return before
  const labels = new Map<string, Label[]>()
  for (const definition of definitions.toSorted((a, b) => b.label.length - a.label.length)) {
    const words = definition.label.toLowerCase().split(' ')
    const [first = ''] = words
    const others = labels.get(first)
    if (others) others.push({ definition, words })
    else labels.set(first, [{ definition, words }])
  }
  known.set(definitions, labels)
  return labels
}
