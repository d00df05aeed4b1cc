import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import {
  addAction, addColumn, addPart, addRecord, addTable, addVariable, apply, cellOf, cellText, componentsIn, invert, putPart, reaches, removeColumn, renameParameter, renameVariable, retypeColumn, setTableCell,
  type Component, type DataTable, type Edit, type Part, type Project, type Screen,
} from '@rheoscope/core/document'
import { pasteText, rowsOf, tableFrom } from '@rheoscope/core/exchange'
import { attempt, requireProject } from '@rheoscope/core/schema'

const counting = () => {
  let count = 0
  return () => `n${count++}`
}

const after = (project: Project, ...edits: readonly (Edit | null)[]): Project => edits.reduce((current, edit) => apply(current, edit!), project)

describe('tables from delimited values', () => {
  test.each([
    ['a spreadsheet', 'name\topen\tdepth\nFog\tyes\t3\nIce\tno\t12.5'],
    ['a CSV file', 'name,open,depth\r\n"Fog",yes,3\r\nIce,no,12.5\r\n'],
    ['a CSV file with semicolons', 'name;open;depth\nFog;yes;3\nIce;no;12.5\n\n'],
  ])('%s gives columns with the types that fit', (_what, text) => {
    const { columns, records } = tableFrom(text, 'notices', counting())
    expect(columns.map(({ name, type }) => [name, type])).toEqual([['name', 'text'], ['open', 'yes/no'], ['depth', 'number']])
    expect(records.map(({ cells }) => Object.values(cells))).toEqual([['Fog', true, 3], ['Ice', false, 12.5]])
  })

  test('quoted fields keep delimiters, quotes and line breaks', () => {
    expect(rowsOf('a,b\n"x, ""y""\nz",2')).toEqual([['a', 'b'], ['x, "y"\nz', '2']])
  })

  test('what a cell shows is read as what it holds', () => {
    fc.assert(fc.property(fc.oneof(fc.boolean(), fc.integer(), fc.string()), (value) => {
      const type = typeof value === 'boolean' ? 'yes/no' : typeof value === 'number' ? 'number' : 'text'
      expect(cellOf(type, cellText(value))).toBe(value)
    }))
  })
})

describe('edits of tables', () => {
  const table = tableFrom('name\nFog', 'fog notices', counting())
  const begun = after(skerryLine, addTable(table))
  const of = (project: Project) => project.tables.find(({ id }) => id === table.id)!

  test('add and take out columns and records, each undone by its inverse', () => {
    const column = { id: 'depth', name: 'depth', type: 'number' } as const
    const steps: Edit[] = [addColumn(table.id, column), addRecord(table.id, { id: 'r2', cells: {} }), setTableCell(table.id, 'r2', 'depth', 4)]
    const filled = after(begun, ...steps)
    expect(of(filled).records[1]!.cells).toEqual({ depth: 4 })
    const without = removeColumn(of(filled), 'depth')
    expect(of(after(filled, without)).records[1]!.cells).toEqual({})
    expect(after(filled, without, invert(without, filled))).toEqual(filled)
    const retyped = after(filled, retypeColumn(of(filled), 'depth', 'text'))
    expect(of(retyped).records[1]!.cells).toEqual({ depth: '4' })
    expect(() => requireProject(filled, 'It')).not.toThrow()
  })
})

describe('what a component has inside', () => {
  test('is found at any depth, and cannot be itself', () => {
    const [button] = skerryLine.components
    expect(componentsIn(button!)).toEqual(['spinnerRing'])
    expect([reaches(skerryLine, 'boardingButton', 'spinnerRing'), reaches(skerryLine, 'spinnerRing', 'boardingButton')]).toEqual([true, false])
    const ring = skerryLine.components.find(({ id }) => id === 'spinnerRing')!
    const loop: Part = { id: 'loop', kind: 'instance', name: 'loop', parent: ring.parts[0]!.id, component: 'boardingButton', start: {}, base: {} }
    expect(attempt(skerryLine, addPart('spinnerRing', loop))).toMatchObject({ code: 'contains-itself', place: 'components/spinnerRing' })
  })

  test('a part put into another container keeps its place, and never goes into itself', () => {
    const chooser = skerryLine.components.find(({ id }) => id === 'portChooser')!
    const moved = after(skerryLine, putPart(chooser, 'portArrow', 'portFrame', null, { x: 5, y: 7 })).components.find(({ id }) => id === 'portChooser')!
    expect(moved.parts.at(-1)).toMatchObject({ id: 'portArrow', parent: 'portFrame', base: { x: 193, y: 15 } })
    expect(putPart(chooser, 'portOptions', 'portOption0', null, { x: 0, y: 0 })).toBeNull()
  })
})

describe('renaming', () => {
  test('goes through values, conditions, triggers and actions, and leaves longer names alone', () => {
    const chooser = skerryLine.components.find(({ id }) => id === 'portChooser')!
    const withMore = after(
      skerryLine,
      addVariable({ component: 'portChooser' }, { id: 'v2', name: 'portal', type: 'text', start: '' }),
      addAction('portChooser', 'portTake', { id: 'more', do: 'set', variable: 'portal', to: 'port + portal + field.natural.width' }),
      { edit: 'set', path: ['components', 'portChooser', 'rules', 'portTake', 'guard'], to: "port == 'x'" },
    )
    const project = after(withMore, renameVariable(withMore, { component: 'portChooser' }, chooser.variables[0]!, 'harbour'))
    const renamed = project.components.find(({ id }) => id === 'portChooser')!
    expect(renamed.parts.find(({ id }) => id === 'portLabel')!.base.text).toEqual({ expr: 'harbour' })
    const rule = renamed.rules.find(({ id }) => id === 'portTake')!
    expect([rule.guard, rule.actions[0]]).toEqual(["harbour == 'x'", expect.objectContaining({ variable: 'portal', to: 'harbour + portal + field.natural.width' })])
    expect(renamed.rules.find(({ id }) => id === 'portChoose1')!.actions[0]).toMatchObject({ variable: 'harbour' })
  })

  test('a parameter is renamed with the axis it decides and the values that use it', () => {
    const button = skerryLine.components.find(({ id }) => id === 'ticketButton')!
    const rename = (id: string, name: string) => after(skerryLine, renameParameter(button, button.parameters.find((each) => each.id === id)!, name)).components.find(({ id: each }) => each === 'ticketButton')!
    expect(rename('ticketSizeChoice', 'scale').axes[0]!.boundTo).toEqual({ parameter: 'scale' })
    expect(rename('ticketShowIcon', 'hasIcon').parts[1]!.base.visible).toEqual({ expr: 'hasIcon' })
  })
})

describe('what is pasted into a table', () => {
  const pasteInto = (csv: string, from: { readonly row: number; readonly column: number }, text: string) => {
    const newId = counting()
    const table = tableFrom(csv, 'pasted', newId)
    const begun = after(skerryLine, addTable(table))
    const pasted = pasteText(table, from, text, newId)!
    const { columns, records } = after(begun, pasted.edit).tables.find(({ id }) => id === table.id)!
    return [columns.map(({ name }) => name), ...records.map(({ cells }) => columns.map(({ id }) => cells[id]))]
  }

  test('keeps a sentence with a comma whole', () => {
    expect(pasteInto('weather\nFog', { row: 0, column: 0 }, 'Rain, light\nSun, with clouds')).toEqual([['weather'], ['Rain, light'], ['Sun, with clouds']])
  })

  test('is parted by commas where that makes a table of it', () => {
    expect(pasteInto('a,b\n1,2', { row: 1, column: 0 }, '3,4\n5,6')).toEqual([['a', 'b'], [1, 2], [3, 4], [5, 6]])
  })

  test('gets the columns it needs, and drops none', () => {
    expect(pasteInto('a\n1', { row: 0, column: 0 }, '2\tx\ty\n3\tz')).toEqual([['a', 'column 2', 'column 3'], [2, 'x', 'y'], [3, 'z', undefined]])
  })

  test.each([
    ['what,kind\nSoup,food\nFog,weather', [['what', 'kind'], ['Soup', 'food'], ['Fog', 'weather']], '2 records pasted, 1 column added, the first row names the columns.'],
    ['cabin\n214\n216', [['cabin'], [214], [216]], '2 records pasted, the first row names the columns.'],
    ['rough\nswell', [['name'], ['rough'], ['swell']], '2 records pasted.'],
    ['Soup\t4\nTea\t2', [['name', 'column 2'], ['Soup', 4], ['Tea', 2]], '2 records pasted, 1 column added.'],
    ['kind,kind\na,b', [['name', 'column 2'], ['kind', 'kind'], ['a', 'b']], '2 records pasted, 1 column added.'],
  ])('into a table with nothing in it: %s', (text, expected, says) => {
    const table: DataTable = { id: 't', name: 'goods', columns: [{ id: 'c', name: 'name', type: 'text' }], records: [{ id: 'r', cells: {} }] }
    const pasted = pasteText(table, { row: 0, column: 0 }, text, counting())!
    const { columns, records } = after(skerryLine, addTable(table), pasted.edit).tables.find(({ id }) => id === 't')!
    expect([columns.map(({ name }) => name), ...records.map(({ cells }) => columns.map(({ id }) => cells[id]))]).toEqual(expected)
    expect(pasted.says).toBe(says)
  })

  test('is left to the cell when it is one', () => {
    const [table] = skerryLine.tables
    expect(pasteText(table!, { row: 0, column: 0 }, 'Rain, light', counting())).toBeNull()
    expect(pasteText(table!, { row: 0, column: 0 }, '', counting())).toBeNull()
  })

  test('is refused when it would be too long', () => {
    expect(() => pasteInto('a\n1', { row: 1, column: 0 }, Array.from({ length: 3_000 }, (_each, row) => row).join('\n'))).toThrow('“pasted” has 3,001 rows; a table may have up to 2,000.')
  })
})

describe('renaming a variable', () => {
  const words = (expr: string) => {
    const project = { ...skerryLine, variables: [...skerryLine.variables, { id: 'v', name: 'open', type: 'text' as const, start: 'open' }] }
    const [component] = project.components as readonly [Component]
    const rule = { ...component.rules[0]!, guard: expr }
    const asked = { ...project, components: [{ ...component, rules: [rule] }] }
    return after(asked, renameVariable(asked, 'everyone', project.variables.at(-1)!, 'shut')).components[0]!.rules[0]!.guard
  }

  test.each([
    ["open == 'open'", "shut == 'open'"],
    ['open == "it is \\"open\\"" || !open', 'shut == "it is \\"open\\"" || !shut'],
    ['reopen && open.natural.width > 3 && opened', 'reopen && open.natural.width > 3 && opened'],
    ['(open)', '(shut)'],
  ])('in %s', (before, now) => expect(words(before)).toBe(now))

  test('goes to ways in and promises as well', () => {
    const [screen] = skerryLine.screens as readonly [Screen]
    const asked: Project = {
      ...skerryLine, variables: [...skerryLine.variables, { id: 'v', name: 'open', type: 'yes/no', start: false }],
      screens: [{ ...screen, entryPoints: [{ id: 'w', name: 'open', variables: { open: true } }] }, ...skerryLine.screens.slice(1)],
      promises: [{ id: 'p', surface: { screen: screen.id }, says: { kind: 'after', that: { what: 'variable', name: 'open', value: true }, then: { what: 'variable', name: 'open', value: false }, withinMs: 9 } }],
    }
    const renamed = after(asked, renameVariable(asked, 'everyone', asked.variables.at(-1)!, 'shut'))
    expect(renamed.screens[0]!.entryPoints).toEqual([{ id: 'w', name: 'open', variables: { shut: true } }])
    expect(renamed.promises[0]!.says).toMatchObject({ that: { name: 'shut' }, then: { name: 'shut' } })
  })
})
