import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, type Entry, type Project } from '@rheoscope/core/document'
import { changeBetween, changedBy } from '../src/checks/project-change'
import { sharing } from '../src/checks/sharing'
import { keptEntries } from '../src/session/kept-entries'
import { signed } from '../../core/test/document/made'

const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

test('a copy of the same is the same, and of a changed project all but what changed', () => {
  expect(sharing(skerryLine, copy(skerryLine))).toBe(skerryLine)
  const edited = apply(skerryLine, { edit: 'set', path: ['components', 'boardingButton', 'name'], to: 'Other' })
  const shared = sharing(skerryLine, copy(edited))
  expect(shared).toEqual(edited)
  expect(shared.components[1]).toBe(skerryLine.components[1])
  expect(shared.components[0]!.rules).toBe(skerryLine.components[0]!.rules)
})

test('things are recognised by their id wherever they have moved to', () => {
  const moved = apply(skerryLine, { edit: 'move', path: ['components'], id: 'boardingButton', before: null })
  expect(sharing(skerryLine, copy(moved)).components.at(-1)).toBe(skerryLine.components[0])
})

test('whatever it is given, the result equals the new value', () => {
  fc.assert(fc.property(fc.jsonValue(), fc.jsonValue(), (last, next) => {
    expect(sharing(last, copy(next))).toEqual(copy(next))
  }))
})

describe('a change told to someone who knows an earlier version', () => {
  const told = (last: Project | null, next: Project): Project => changedBy(last, copy(changeBetween(last, next)))

  test('makes the later one, and leaves what is as it was the very same', () => {
    expect(told(null, skerryLine)).toEqual(skerryLine)
    const edited = apply(skerryLine, { edit: 'set', path: ['components', 'boardingButton', 'name'], to: 'Other' })
    expect(changeBetween(skerryLine, edited).lists).toEqual({ components: { order: skerryLine.components.map(({ id }) => id), items: [edited.components[0]] } })
    const later = told(skerryLine, edited)
    expect(later).toEqual(edited)
    expect(later.components[1]).toBe(skerryLine.components[1])
    expect(later.components[0]!.rules).toBe(skerryLine.components[0]!.rules)
    expect(later.screens).toBe(skerryLine.screens)
  })

  test('whatever is taken away, put in, moved or renamed', () => {
    const list = fc.shuffledSubarray([...skerryLine.components])
    fc.assert(fc.property(list, list, fc.subarray(skerryLine.components.map(({ id }) => id)), fc.boolean(), (before, after, renamed, isLimited) => {
      const last: Project = { ...skerryLine, components: before }
      const next: Project = { ...skerryLine, components: after.map((each) => (renamed.includes(each.id) ? { ...each, name: `${each.name} anew` } : each)), ...(isLimited ? { limits: { longestMs: 500 } } : {}) }
      expect(told(last, next)).toEqual(next)
      expect(told(next, last)).toEqual(last)
    }), { numRuns: 50 })
  })
})

class MemoryStorage {
  [key: string]: unknown
  getItem(key: string) { return (this[key] as string | undefined) ?? null }
  setItem(key: string, value: string) { this[key] = value }
  removeItem(key: string) { delete this[key] }
}

test('entries that windows left behind are taken over once, whatever else is stored', () => {
  const storage = new MemoryStorage()
  const entry = (id: string): Entry => ({ ...signed(id), what: 'do', label: id, edit: { edit: 'unset', path: ['x'] }, inverse: { edit: 'unset', path: ['x'] }, version: 3 })
  const kept = (window: string, project = 'p') => keptEntries(project, window, signed('').author, storage as unknown as Storage)
  const aside = [{ entry: entry('d'), why: 'It does not fit.' }]
  storage.setItem('rheoscope.unsaved.p.one', JSON.stringify([entry('a'), entry('b')]))
  kept('two').write({ pending: [entry('b'), entry('c')], setAside: aside })
  kept('one', 'other').write({ pending: [entry('z')], setAside: [] })
  storage.setItem('rheoscope.unsaved.p.broken', '{')
  const taken = { pending: ['a', 'b', 'c'].map(entry), setAside: aside }
  expect(kept('three').read()).toEqual(taken)
  expect(kept('four').read()).toEqual(taken)
  kept('four').write({ pending: [], setAside: [] })
  expect(kept('five').read()).toEqual({ pending: [], setAside: [] })
  expect(kept('one', 'other').read().pending).toHaveLength(1)
})
