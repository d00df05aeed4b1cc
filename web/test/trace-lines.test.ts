import { describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { replay, runOptionsOf } from '@rheoscope/core/run'
import { TraceRows } from '../src/stage/trace-bands'
import { ORDERS, traceLines, type TraceOptions } from '../src/stage/trace-lines'

const take = skerryLine.takes.find(({ name }) => name === 'From home to the crossing and back')!
const run = replay(skerryLine, take.surface, take.inputs, take.endsAtMs, runOptionsOf(take))
const rows = new TraceRows(skerryLine, 'home').of(run.trace)
const shown: TraceOptions = { order: 'as they came', filter: '', folded: new Set() }
const linesOf = (options: Partial<TraceOptions>) => traceLines(rows, { ...shown, ...options }, (screen) => (screen === '' ? 'Home' : skerryLine.screens.find(({ id }) => id === screen)!.name))
const written = (options: Partial<TraceOptions>) => linesOf(options).map(({ name, depth, isHolder }) => `${'  '.repeat(depth)}${name}${isHolder ? ' +' : ''}`)

describe('the lines of a trace', () => {
  test('belong to their screens and to what holds them', () => {
    const [home, ...others] = written({})
    expect(home).toBe('Home +')
    expect(others.slice(0, 3)).toEqual(['  Port chooser', '  Boarding button +', '    ring'])
    expect(others).toContain('Crossing +')
  })

  test('are folded with all that belongs to them', () => {
    const button = linesOf({}).find(({ name }) => name === 'Boarding button')!.path
    expect(written({ folded: new Set([button]) })).toEqual(written({}).filter((line) => line !== '    ring'))
    const without = written({ folded: new Set(['']) })
    expect(without.slice(0, 2)).toEqual(['Home +', 'Crossing +'])
  })

  test.each(ORDERS)('%s are all there, each once', (order) => {
    const bands = linesOf({ order }).flatMap(({ row }) => (row ? [row] : []))
    expect(bands).toHaveLength(rows.length)
    expect(new Set(bands)).toEqual(new Set(rows))
  })

  test('are those whose names contain what is typed', () => {
    expect(written({ filter: 'RING' })).toEqual(rows.map(({ name }) => name).filter((name) => name.toLowerCase().includes('ring')))
    expect(written({ filter: 'nothing of it' })).toEqual([])
  })

  test('stand by name, or by when they changed last', () => {
    const names = written({ order: 'by name' })
    expect(names).toEqual(names.toSorted((a, b) => a.localeCompare(b)))
    const changes = linesOf({ order: 'latest change first' }).map(({ row }) => row!.stays.at(-1)!.fromMs)
    expect(changes).toEqual(changes.toSorted((a, b) => b - a))
  })
})
