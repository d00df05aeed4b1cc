import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { takeFrom, takeReport } from '../src/take-report'

const boarding = skerryLine.takes[0]!

test('a take that comes about says so', () => {
  expect(takeReport(skerryLine, boarding, 'text')).toEqual({
    isMet: true, text: 'Boarding takes under two seconds: 2 of 2 came about\nmet    by 600 ms Boarding button is working\nmet    by 2400 ms “Aboard” is to be read\n',
  })
})

test('one that does not says what was seen, and as data has its trace', () => {
  const hasty = { ...boarding, expectations: boarding.expectations.map((each) => ({ ...each, byMs: 100 })) }
  const { isMet, text } = takeReport(skerryLine, hasty, 'json')
  const data = JSON.parse(text) as { expectations: { isMet: boolean; seen: string }[]; trace: { what: string }[] }
  expect([isMet, data.expectations[0]]).toEqual([false, { id: 'boardingWorks', byMs: 100, expected: 'Boarding button is working', isMet: false, seen: 'rest' }])
  expect(data.trace.some(({ what }) => what === 'state')).toBe(true)
})

test('a take is found by its name, by its id or in a file, and what is none of these is said', () => {
  expect(takeFrom(skerryLine, boarding.name, () => null)).toBe(boarding)
  expect(takeFrom(skerryLine, boarding.id, () => null)).toBe(boarding)
  expect(takeFrom(skerryLine, 'a.json', () => JSON.stringify(boarding))).toEqual(boarding)
  expect(() => takeFrom(skerryLine, 'nothing', () => null)).toThrow('no take “nothing”')
  expect(() => takeFrom(skerryLine, 'a.json', () => '{')).toThrow('not complete JSON')
  expect(() => takeFrom(skerryLine, 'a.json', () => '{}')).toThrow('does not fit')
})
