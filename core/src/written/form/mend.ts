import { distance } from 'fastest-levenshtein'
import type { Component, Project } from '../../document'
import { quoted } from '../words'
import { wordsAt } from './completions'
import type { FormProblem } from './form-lines'

/** What would most likely make a line readable. */
export interface Mend {
  readonly label: string
  /** What is taken out, from the beginning of the text. */
  readonly from: number
  readonly to: number
  readonly insert: string
}

/** What is most likely meant where a line cannot be read: the word that is nearest of those that can stand there, or a name in quotes; null where nothing is near. */
export function mendOf(project: Project, component: Component, text: string, { line, column, length, sentence }: FormProblem): Mend | null {
  if (length === 0) return null
  const from = text.split('\n').slice(0, line - 1).reduce((sum, each) => sum + each.length + 1, column - 1)
  const to = from + length
  const said = text.slice(from, to)
  if (sentence.endsWith(IN_QUOTES)) {
    const [before = ''] = /\S+\s+$/.exec(text.slice(0, from)) ?? []
    const name = quoted(before + said)
    return { label: `Write ${name}`, from: from - before.length, to, insert: name }
  }
  const near = wordsAt(project, component, text, from).map((each) => each.text.replace(/:$/, '')).map((word) => ({ word, by: distance(word.toLowerCase(), said.toLowerCase()) })).toSorted((a, b) => a.by - b.by)[0]
  return near && near.by > 0 && near.by <= Math.max(1, said.length / 3) ? { label: `Write ${near.word}`, from, to, insert: near.word } : null
}

const IN_QUOTES = 'a name of several words stands in quotes.'
