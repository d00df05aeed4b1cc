import { HighlightStyle, indentService, StreamLanguage, syntaxHighlighting, type StreamParser, type StringStream } from '@codemirror/language'
import { tags } from '@lezer/highlight'
import { PART_KINDS, TRIGGER_KINDS } from '@rheoscope/core/document'
import { LINE_WORDS } from '@rheoscope/core/written'

interface Place {
  /** Nothing but spaces was before in the line. */
  isFirst: boolean
}

const longestFirst = (words: readonly string[]): string => words.toSorted((a, b) => b.length - a.length).join('|')
const HEAD = new RegExp(`^(?:${longestFirst(['component', 'screen', 'overlay', 'also', ...Object.values(LINE_WORDS).flat(), ...PART_KINDS, ...TRIGGER_KINDS])})(?=[\\s:]|$)`)

/** The written form, as far as it is coloured: what a line begins with, texts, numbers, colours and tokens, and signs. */
const parser: StreamParser<Place> = {
  name: 'rheo',
  startState: () => ({ isFirst: true }),
  token(stream: StringStream, state: Place) {
    if (stream.sol()) state.isFirst = true
    if (stream.eatSpace()) return null
    const isFirst = state.isFirst
    state.isFirst = false
    if (isFirst && stream.match(/^#.*/)) return 'comment'
    if (isFirst && stream.match(HEAD)) return 'keyword'
    if (stream.match(/^"(?:[^"\\]|\\.)*"?/)) return 'string'
    if (stream.match(/^(?:#[0-9a-fA-F]{3,8}\b|@[\w-]+)/)) return 'atom'
    if (stream.match(/^-?\d+(?:\.\d+)?(?:x\d+(?:\.\d+)?)?(?: ?ms)?(?![\w])/)) return 'number'
    if (stream.match(/^(?:->|[:,;=])/)) return 'operator'
    if (stream.match(/^[\p{L}_][\p{L}\p{N}_-]*/u)) return null
    stream.next()
    return null
  },
}

/** Lines inside which others usually stand. */
const OPENS = /^\s*(?:component|screen|overlay|look|absent|combination|group)\b/

/** Colours, and how far a new line stands in. */
export const writtenLanguage = [
  StreamLanguage.define(parser),
  syntaxHighlighting(HighlightStyle.define([
    { tag: tags.keyword, class: 'text-head' },
    { tag: tags.string, class: 'text-quoted' },
    { tag: [tags.number, tags.atom], class: 'text-value' },
    { tag: tags.operator, class: 'text-sign' },
    { tag: tags.comment, class: 'text-note' },
  ])),
  indentService.of(({ state }, at) => {
    for (let number = state.doc.lineAt(at).number - (at === state.doc.lineAt(at).from ? 1 : 0); number > 0; number--) {
      const { text } = state.doc.line(number)
      if (text.trim() !== '') return text.length - text.trimStart().length + (OPENS.test(text) ? 2 : 0)
    }
    return 0
  }),
]
