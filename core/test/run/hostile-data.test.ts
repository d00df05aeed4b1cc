import { describe, expect, test } from '@jest/globals'
import type { DataTable, Part, Project } from '@rheoscope/core/document'
import { evaluate, nameOfTable } from '@rheoscope/core/expression'
import { pasteText } from '@rheoscope/core/exchange'
import { described, drawList, everyDescribed, send, startRun, type Run } from '@rheoscope/core/run'
import { itemOf } from '@rheoscope/core/scene'
import { projectOf, small } from './small-component'

const MEGABYTE = 1_048_576

/** A field of a name, whose text another part says in capitals, and how long it is. */
function written(name: string, base: Part['base'] = {}): Project {
  const { parts } = small({ a: {} }, [])
  const field: Part = { id: 'field', kind: 'field', name: 'field', parent: 'frame', writes: name, base: { width: 90, height: 20, accessibleName: 'Ship', ...base } }
  const echo: Part = { id: 'echo', kind: 'text', name: 'echo', parent: 'frame', base: { width: 90, height: 20, text: { expr: `upper(${name}) + " " + text(length(${name}))` } } }
  return projectOf({ ...small({ a: {} }, []), parts: [...parts, field, echo], variables: [{ id: 'held', name, type: 'text', start: '' }] })
}

const typed = (project: Project, text: string): Run => {
  const run = startRun(project, { component: 'small' })
  send(run, { do: 'type', instance: '', part: 'field', text })
  return run
}

const held = (run: Run) => everyDescribed(described(run)).find(({ part }) => part === 'field')?.holds
const echoed = (run: Run) => itemOf(drawList(run), '', 'echo')?.values.text

describe('a field into which anything is written', () => {
  test.each([
    ['a megabyte of words', 'fog '.repeat(MEGABYTE / 4)], ['one word of a megabyte', 'x'.repeat(MEGABYTE)], ['half a million lines', 'a\n'.repeat(MEGABYTE / 2)],
    ['a megabyte from right to left', 'שלום '.repeat(MEGABYTE / 10)], ['letters with marks on them', 'e\u0301'.repeat(MEGABYTE / 3)], ['pairs of surrogates', '⛵🌊'.repeat(MEGABYTE / 6)],
  ])('holds of %s as many characters as it may, none of them broken', (_what, text) => {
    for (const lines of ['one', 'several']) {
      const run = typed(written('ship', { lines, longest: 40 }), text)
      const now = held(run) ?? ''
      expect([...now].length).toBe(40)
      expect(() => encodeURIComponent(now)).not.toThrow()
      expect(echoed(run)).toBe(`${now.toUpperCase()} 40`)
    }
  })

  test.each(['__proto__', 'constructor', 'toString', 'hasOwnProperty'])('whatever its variable is called, such as %s', (name) => {
    const run = typed(written(name), 'Kittiwake')
    expect([held(run), echoed(run)]).toEqual(['Kittiwake', 'KITTIWAKE 9'])
  })
})

describe('records', () => {
  const table = (records: number, column = 'depth'): DataTable =>
    ({ id: 'ports', name: 'ports', columns: [{ id: 'c', name: column, type: 'number' }], records: Array.from({ length: records }, (_each, index) => ({ id: `r${index}`, cells: { c: index } })) })
  const worth = (text: string, of: DataTable) => evaluate(text, { [nameOfTable(of)]: of })

  test('are asked within one another as far as a million answers go, and no further', () => {
    expect(worth('count(ports, record.depth > average(ports, record.depth))', table(900))).toBe(450)
    expect(() => worth('count(ports, record.depth > average(ports, record.depth))', table(1_100))).toThrow('asks more than 1,000,000 records')
    expect(() => worth('count(ports, any(ports, any(ports, any(ports, record.depth < 0))))', table(1_000))).toThrow('asks more than 1,000,000 records')
  })

  test.each(['__proto__', 'constructor', 'valueOf'])('have columns of any name, such as %s', (column) => {
    expect(worth(`sum(ports, record.${column}) + first(ports, record.${column} > 1).${column}`, table(4, column))).toBe(8)
    expect(() => worth(`sum(ports, record.${column})`, table(4))).toThrow(`Nothing is called “record.${column}”.`)
  })

  test('pasted by the hundred thousand are refused with a sentence', () => {
    const text = Array.from({ length: 100_000 }, (_each, row) => `${row}\tx`).join('\n')
    expect(() => pasteText(table(2), { row: 0, column: 0 }, text, () => 'id')).toThrow('“ports” has 100,000 rows; a table may have up to 2,000.')
  })
})
