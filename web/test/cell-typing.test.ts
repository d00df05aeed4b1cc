import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { newState } from '@rheoscope/core/document'
import { problemOf, readingOf, typedIn, type Typed } from '../src/bench/table/cell-typing'

const states = (...names: readonly string[]) => names.map((name, index) => newState(`s${index}`, name, index % 8))
const read = (text: string, ...names: readonly string[]) => {
  const reading = readingOf(text, states(...names))
  return reading.is === 'one' ? [reading.state.name, reading.isSettled] : reading.is
}

describe('what is typed into a cell', () => {
  test('is taken at once when nothing else can be meant', () => {
    expect(read('working', 'rest', 'over', 'working')).toEqual(['working', true])
    expect(read('2', 'rest', 'over')).toEqual(['over', true])
  })

  test('waits for the end of a word that others begin with', () => {
    expect(read('open', 'open', 'opened')).toEqual(['open', false])
    expect(read('op', 'open', 'opened')).toBe('several')
    expect(read('opene', 'open', 'opened')).toEqual(['opened', false])
    expect(read('OPENED', 'open', 'opened')).toEqual(['opened', true])
  })

  test('a number means the column it stands at, but for a state of that name', () => {
    expect(read('1', '0', '1', '2', '3', '4', '5')).toEqual(['1', true])
    expect(read('0', '0', '1', '2', '3', '4', '5')).toEqual(['0', true])
    expect(read('6', '0', '1', '2', '3', '4', '5')).toEqual(['5', true])
    expect(read('1', ...'abcdefghijkl')).toEqual(['a', false])
    expect(read('12', ...'abcdefghijkl')).toEqual(['l', true])
    expect(read('1', 'one', '10 km')).toEqual(['one', false])
  })

  test('is an error when no state is meant, or more than one', () => {
    expect(problemOf('x', states('rest', 'over'))).toBe('No state is named “x”.')
    expect(problemOf('o', states('over', 'open'))).toBe('“o” can be over or open.')
    expect(problemOf('ov', states('over', 'open'))).toBeNull()
    expect(problemOf('3', states('over', 'open'))).toBe('No state is named “3”.')
  })

  test('means a state when it is its whole name, whatever the others are', () => {
    const name = fc.stringMatching(/^[a-z0-9]{1,4}$/)
    fc.assert(fc.property(fc.uniqueArray(name, { minLength: 1, maxLength: 8 }), (names) => {
      for (const each of names) expect(read(each, ...names)[0]).toBe(each)
    }))
  })
})

describe('a time typed behind a state', () => {
  const typed = (text: string, ...names: readonly string[]) => {
    const { target, timing } = typedIn(text, states(...names))
    return [target, timing?.durationMs, timing?.easing]
  }

  test('says whether it leads back as well, unless that is a name', () => {
    const both = (text: string, ...names: readonly string[]) => {
      const { target, isBoth, timing } = typedIn(text, states(...names))
      return [target, isBoth, timing?.durationMs, timing?.easing]
    }
    expect(both('over and back', 'over')).toEqual(['over', true, undefined, undefined])
    expect(both('over 200 ease-out and back', 'over')).toEqual(['over', true, 200, 'ease-out'])
    expect(both('there and back', 'there and back')).toEqual(['there and back', false, undefined, undefined])
    expect(both('over', 'over')).toEqual(['over', false, undefined, undefined])
  })

  test('is a number in ms or s, and what stands behind that its easing', () => {
    expect(typed('open 200', 'rest', 'open')).toEqual(['open', 200, null])
    expect(typed('open 0.2s', 'rest', 'open')).toEqual(['open', 200, null])
    expect(typed('op 160 ms ease-in-out', 'rest', 'open')).toEqual(['op', 160, 'ease-in-out'])
    expect(typed('open 300 cubic-bezier(0.2, 0, 0, 1)', 'rest', 'open')).toEqual(['open', 300, 'cubic-bezier(0.2, 0, 0, 1)'])
    expect(typed(' 90', 'rest', 'open')).toEqual(['', 90, null])
  })

  test('is none in the name of a state, and none where only a column is meant', () => {
    expect(typed('size 2', 'size 1', 'size 2')).toEqual(['size 2', undefined, undefined])
    expect(typed('2', 'rest', 'open')).toEqual(['2', undefined, undefined])
    expect(typed('2 80', 'rest', 'open')).toEqual(['2', 80, null])
  })
})

describe('what is typed behind that', () => {
  const typed = (text: string) => typedIn(text, states('rest', 'open', 'away if lost'))

  test.each([
    ['open 200 for all', { target: 'open', timing: { durationMs: 200, easing: null, isForAll: true } }],
    ['open 200 ease for all and back', { target: 'open', isBoth: true, timing: { durationMs: 200, easing: 'ease', isForAll: true } }],
    ['open if tries > 2', { target: 'open', guard: 'tries > 2' }],
    ['open 200 and back if tries > 2; set tries to 0; send chosen', { target: 'open', isBoth: true, timing: { durationMs: 200, easing: null, isForAll: false }, guard: 'tries > 2', actions: 'set tries to 0; send chosen' }],
    ['; set tries to if(tries > 2, 0, 1)', { actions: 'set tries to if(tries > 2, 0, 1)' }],
    [' if tries > 2', { guard: 'tries > 2' }],
    ['open;', { target: 'open' }],
    ['away if lost', { target: 'away if lost' }],
  ])('%s', (text, expected: Partial<Typed>) => {
    expect(typed(text)).toEqual({ target: '', isBoth: false, timing: null, guard: null, actions: null, ...expected })
  })
})
