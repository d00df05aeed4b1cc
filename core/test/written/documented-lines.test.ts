import { describe, expect, test } from '@jest/globals'
import { readFileSync } from 'node:fs'
import { TRIGGER_KINDS, type PartKind } from '@rheoscope/core/document'
import { skerryLine } from '@rheoscope/core/demo'
import { describable, readActions, readGlide, readNamedValues, readParts, readPartsLine, readTriggers } from '@rheoscope/core/written'

const page = readFileSync(new URL('../../../docs/lines.md', import.meta.url), 'utf8')

/** The examples under a heading; of a table those of its first column. */
function examplesUnder(title: string): readonly string[] {
  const section = page.split(/^## /m).find((each) => each.startsWith(`${title}\n`))!
  return section.split('\n').flatMap((line) => [...(line.startsWith('|') ? line.split('|')[1]! : line).matchAll(/`([^`]+)`/g)].map((match) => match[1]!))
}

const kinds = (['box', 'text', 'picture', 'icon', 'container', 'list'] as const).map((kind) => ({ word: kind as string, ...describable(skerryLine, kind) }))
const card = { word: 'Card', ...describable(skerryLine, 'instance') }
const button = { word: 'Boarding button', ...describable(skerryLine, 'instance') }

describe('the examples of the page on lines can be read', () => {
  const ring = { ...describable(skerryLine, 'instance', 'spinnerRing'), id: 'ring', name: 'ring' }
  const plain = (kind: PartKind, name: string = kind) => ({ ...describable(skerryLine, kind), id: name, name })
  const project = { ...skerryLine, components: [{ ...skerryLine.components[0]!, name: 'Card' }], tables: [{ ...skerryLine.tables[0]!, name: 'notices' }] }
  const list = { ...describable(project, 'list'), id: 'list', name: 'list' }
  const selections = [plain('container', 'plate'), plain('text'), { ...ring, definitions: ring.definitions.map((each) => (each.name.startsWith('state:') ? { ...each, label: 'state' } : each)) }, list, plain('box')]

  test.each(examplesUnder('What a part is like').filter((line) => !['as', '='].includes(line)))('%s', (line) => {
    const isReadOf = (selected: typeof selections[number]) => {
      try {
        return readPartsLine(line, selected, selections, () => [...kinds, card]).length > 0
      } catch {
        return false
      }
    }
    expect(selections.some(isReadOf)).toBe(true)
  })

  test.each(examplesUnder('New parts').filter((line) => !line.startsWith('>')))('%s', (line) => {
    expect(readParts(line, [...kinds, card, button]).length).toBeGreaterThan(0)
  })

  test.each(examplesUnder('States, parameters and variables'))('%s', (line) => {
    expect(readNamedValues(line).length).toBeGreaterThan(1)
  })

  test('of triggers and actions', () => {
    const examples = examplesUnder('Rules')
    expect(readTriggers(examples[0]!, TRIGGER_KINDS, [{ id: 'f', name: 'field' }])).toHaveLength(5)
    const component = { id: 'asked', parts: [{ id: 'field', name: 'field', kind: 'box', parent: null, base: {} }, { id: 'ring', name: 'ring', kind: 'instance', component: 'spinnerRing', start: {}, parent: null, base: {} }], variables: [{ id: 't', name: 'tries', type: 'number', start: 0 }] } as const
    const [screen] = skerryLine.screens
    const home = { ...skerryLine, screens: [{ ...screen!, name: 'Home' }, { ...screen!, id: 'cabin', name: 'Cabin', kind: 'overlay' as const }] }
    expect(readActions(examples.at(-1)!, { project: home, component })).toHaveLength(7)
    const goods = { id: 'goods', name: 'Goods', columns: [{ id: 'name', name: 'name', type: 'text' as const }, { id: 'price', name: 'price', type: 'number' as const }], records: [] }
    const onRecords = examples.find((line) => line.startsWith('add to Goods'))
    expect(readActions(onRecords!, { project: { ...home, tables: [goods] }, component }).map(({ do: what }) => what)).toEqual(['add record', 'set records', 'remove records', 'remove records', 'move records', 'restore table'])
    expect(readGlide(examples.find((line) => line.startsWith('width 240'))!, { id: 'bar', name: 'bar', kind: 'box', parent: null, base: {} }, () => null)).toEqual({ property: 'width', durationMs: 240, easing: 'ease-out' })
  })
})
