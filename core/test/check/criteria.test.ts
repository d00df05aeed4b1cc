import { expect, test } from '@jest/globals'
import { CHECKS, CRITERIA } from '@rheoscope/core/check'
import { EXAMPLES } from './examples'
import { allOf, ProjectChecker } from '@rheoscope/core/check'

const names = new Set<string>(Object.values(CHECKS).flat().map(({ name }) => name))

test('every criterion stands there once, and is looked at by checks there are, or by none', () => {
  expect(new Set(CRITERIA.map(({ number }) => number)).size).toBe(CRITERIA.length)
  for (const { number, checks, looksAt } of CRITERIA) {
    expect([number, checks.filter((check) => !names.has(check))]).toEqual([number, []])
    expect([number, looksAt !== '']).toEqual([number, checks.length > 0])
  }
})

test('whatever a check says of a criterion is among those it is said to look at', () => {
  for (const { kind, has } of EXAMPLES) {
    const said = allOf(new ProjectChecker().check(has)).filter((finding) => finding.kind === kind).flatMap(({ sentence }) => [...sentence.matchAll(/WCAG (\d+\.\d+\.\d+)/g)].map(([, number]) => number!))
    for (const number of said) expect([kind, CRITERIA.find((criterion) => criterion.number === number)?.checks]).toEqual([kind, expect.arrayContaining([kind])])
  }
})
