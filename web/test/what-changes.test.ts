import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { certain, componentOf, type Edit } from '@rheoscope/core/document'
import { writtenPlainly } from '@rheoscope/core/written'
import { whatChanges } from '../src/bench/text/what-changes'
import { readDraft } from '../src/bench/text/written-draft'

const button = certain(componentOf(skerryLine, 'boardingButton'))
const text = writtenPlainly(skerryLine, button)

const told = (changed: string): string => {
  const { edit } = readDraft({ text: changed, project: skerryLine, owner: button })
  return whatChanges(button, certain(edit))
}

test('a change is told by the names of what it is about', () => {
  expect(told(text.replace('plate 208x42', 'plate 240x42'))).toBe('Changes “plate”.')
  expect(told(text.replaceAll(' over', ' hovered'))).toBe('Renames “over” to “hovered”.')
  expect(told(text.replace('  states boarding', '    box stripe 4x42 fill #aa2244\n  states boarding').replace('working -> done', 'working -> rest'))).toBe('Adds “stripe”, changes a rule.')
  expect(told(text.split('\n').filter((line) => !line.includes('tap: done')).join('\n'))).toBe('Takes out a rule.')
})

test('many changes are told in short, and what has no name as what it is', () => {
  const at = (...path: readonly string[]) => ['components', button.id, ...path]
  const edits = Array.from({ length: 8 }, (_, index): Edit => ({ edit: 'insert', path: at('parts'), item: { id: `p${index}`, name: `part ${index}` } as never, before: null }))
  expect(whatChanges(button, { edit: 'batch', edits })).toBe('Adds “part 0”, “part 1”, “part 2”, “part 3”, “part 4”, “part 5” and 2 more.')
  expect(whatChanges(button, { edit: 'set', path: at('absent'), to: {} })).toBe('Changes absent.')
  expect(whatChanges(button, { edit: 'insert', path: at('axes'), item: { id: 'another' }, before: null })).toBe('Adds an axis.')
})
