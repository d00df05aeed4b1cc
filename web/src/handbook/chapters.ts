import { marked, type Tokens } from 'marked'
import { idOf } from './anchors'

/** A chapter of the handbook: a file of the project's documentation. */
export interface Chapter {
  readonly at: string
  readonly title: string
}

/** In the order they are read. */
export const CHAPTERS: readonly Chapter[] = [
  { at: 'first-steps', title: 'First steps' },
  { at: 'lines', title: 'Lines' },
  { at: 'written-form', title: 'Written form' },
  { at: 'handover', title: 'Hand over' },
  { at: 'semantics', title: 'What a run does' },
  { at: 'checks', title: 'Checks' },
  { at: 'limits', title: 'Limits' },
  { at: 'vocabulary', title: 'Vocabulary' },
  { at: 'file-format', title: 'The project file' },
]

/** What stands under one heading. */
export interface Section {
  readonly chapter: Chapter
  readonly id: string
  readonly title: string
  readonly html: string
  /** In small letters, for searching. */
  readonly words: string
}

const FILES = import.meta.glob<string>('../../../docs/{first-steps,lines,written-form,handover,semantics,checks,limits,vocabulary,file-format}.md', { query: '?raw', import: 'default' })

const read = new Map<string, Promise<readonly Section[]>>()

/** The sections of a chapter; read once. */
export function sectionsOf(chapter: Chapter): Promise<readonly Section[]> {
  const sections = read.get(chapter.at) ?? load(chapter)
  read.set(chapter.at, sections)
  return sections
}

/** The sections of all chapters in which every word typed is found, those with all of them in their title first. */
export async function searched(typed: string): Promise<readonly Section[]> {
  const words = typed.toLowerCase().split(/\s+/).filter((word) => word !== '')
  const all = (await Promise.all(CHAPTERS.map(sectionsOf))).flat()
  const isInTitle = ({ title }: Section) => words.every((word) => title.toLowerCase().includes(word))
  return words.length === 0 ? [] : all.filter((section) => words.every((word) => section.words.includes(word))).toSorted((a, b) => Number(isInTitle(b)) - Number(isInTitle(a)))
}

async function load(chapter: Chapter): Promise<readonly Section[]> {
  const file = FILES[`../../../docs/${chapter.at}.md`]
  const tokens = marked.lexer(file ? await file() : '')
  const sections: Section[] = []
  let title = chapter.title
  let body: typeof tokens[number][] = []
  const end = () => {
    if (body.length > 0) sections.push({ chapter, title, id: idOf(title), html: marked.parser(body), words: `${title} ${body.map(({ raw }) => raw).join(' ')}`.toLowerCase() })
    body = []
  }
  for (const token of tokens) {
    if (isHeading(token) && token.depth > 1) {
      end()
      title = token.text
    } else if (!isHeading(token)) body.push(token)
  }
  end()
  return sections
}

const isHeading = (token: { readonly type: string }): token is Tokens.Heading => token.type === 'heading'
