import { describe, expect, test } from '@jest/globals'
import { benchReducer, type BenchState } from '../src/bench/page/bench-state'
import { completed, completionFor } from '../src/fields/completion'

const state = { axis: 'axis', state: 'b', row: 'tap', alsoStates: [], alsoCells: [], parts: [], isEaselOpen: false, into: 'look', motionScope: 'rule', lane: null, scrubMs: null, isLooping: false, comparedRule: null, tool: 'select', gridPx: null, comparedWith: null, rowsBy: 'trigger', showsGaps: false, line: null, shownAs: 'table', addedRows: [] } as const satisfies BenchState

const order = { states: ['a', 'b', 'c'], rows: ['tap', 'enter', 'leave'] }

describe('the selection of cells', () => {
  test('reaches over a rectangle, the corner last, and shrinks with it', () => {
    const wide = benchReducer(state, { do: 'select cells to', state: 'c', row: 'enter', ...order })
    expect(wide.alsoCells).toEqual([{ row: 'tap', state: 'c' }, { row: 'enter', state: 'b' }, { row: 'enter', state: 'c' }])
    expect(benchReducer(wide, { do: 'select cells to', state: 'b', row: 'tap', ...order }).alsoCells).toEqual([])
  })

  test('takes single cells in and out', () => {
    const more = benchReducer(state, { do: 'add cell to selection', state: 'a', row: 'leave' })
    expect(more.alsoCells).toEqual([{ row: 'leave', state: 'a' }])
    expect(benchReducer(more, { do: 'add cell to selection', state: 'a', row: 'leave' }).alsoCells).toEqual([])
    expect(benchReducer(state, { do: 'add cell to selection', state: 'b', row: 'tap' })).toBe(state)
  })

  test('ends when another cell is selected, and edits go into its look again', () => {
    const inStage = { ...state, into: { motion: { of: 'component' }, stage: 'way' }, alsoCells: [{ row: 'leave', state: 'a' }] } as const
    expect(benchReducer(inStage, { do: 'select cell', state: 'c', row: 'tap' })).toMatchObject({ state: 'c', row: 'tap', alsoCells: [], into: 'look' })
  })

  test('keeps the rows added to each axis', () => {
    const row = { key: 'focus', trigger: { on: 'focus' }, part: null } as const
    const added = benchReducer(state, { do: 'add row', axis: 'axis', row })
    expect(benchReducer(added, { do: 'select axis', axis: 'other', state: 'x' }).addedRows).toEqual([{ axis: 'axis', row }])
  })
})

describe('completing names', () => {
  const names = ['labelText', 'label', 'hovered', 'pointer.x']

  test('offers what begins like the word before the caret, functions too', () => {
    expect(completionFor('1 + lab', 7, names).options).toEqual(['labelText', 'label'])
    expect(completionFor('cl', 2, names).options).toEqual(['clamp('])
    expect(completionFor('pointer.', 8, names).options).toEqual(['pointer.x'])
  })

  test('offers nothing inside quotes, after a whole word, or without one', () => {
    expect(completionFor("'lab", 4, names).options).toEqual([])
    expect(completionFor('hovered', 7, names).options).toEqual([])
    expect(completionFor('1 + ', 4, names).options).toEqual([])
  })

  test('puts the name where the word was', () => {
    const completion = completionFor('1 + lab * 2', 7, names)
    expect(completed('1 + lab * 2', 7, completion, 'labelText')).toEqual({ text: '1 + labelText * 2', caret: 13 })
  })
})
