import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { expect, test } from '@jest/globals'
import { PROPERTIES } from '@rheoscope/core/document'
import { explained, explanationOf } from '../src/fields/explanations'

const headings = (chapter: string): readonly string[] =>
  [...readFileSync(fileURLToPath(new URL(`../../docs/${chapter}.md`, import.meta.url)), 'utf8').matchAll(/^#{2,} (.+)$/gm)].map(([, title]) => title!)

test('every property says what it is for', () => {
  expect(PROPERTIES.filter(({ label }) => !explanationOf(label)).map(({ label }) => label)).toEqual([])
})

test('what is said is a short sentence, and the handbook has the section it names', () => {
  for (const [label, { says, see: [chapter, section] }] of explained()) {
    expect([label, says]).toEqual([label, expect.stringMatching(/^[\p{Lu}0-9].{5,150}\.$/u)])
    expect([label, headings(chapter)]).toEqual([label, expect.arrayContaining([section])])
  }
})
