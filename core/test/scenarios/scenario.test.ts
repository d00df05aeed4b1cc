import { readFileSync } from 'node:fs'
import { expect, test } from '@jest/globals'
import { scenariosIn } from './scenario-lines'
import { playScenario } from './scenario-play'

const scenarios = scenariosIn(readFileSync('docs/semantics.md', 'utf8'))

test('the document has its examples, each with a name of its own', () => {
  expect(scenarios.length).toBeGreaterThanOrEqual(120)
  expect(new Set(scenarios.map(({ name }) => name)).size).toBe(scenarios.length)
})

test.each(scenarios.map((scenario) => [scenario.name, scenario] as const))('%s', (_name, scenario) => {
  const seen = playScenario(scenario)
  expect(seen.length).toBeGreaterThan(0)
  for (const { step, seen: shown, wanted } of seen) expect({ step, shown }).toEqual({ step, shown: wanted })
})
