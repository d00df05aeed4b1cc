import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import type { Component } from '@rheoscope/core/document'
import { usesIn } from '@rheoscope/core/reading'
import { fieldOf, sow, type Sown } from './seeding'
import { SEEDS, withSeedTables } from './seeds'

const field = fieldOf(withSeedTables({ ...skerryLine, screens: [], promises: [], startScreen: null }))
/** What no other component holds is looked at alone, and soon. */
const components = skerryLine.components.filter(({ id }) => usesIn(skerryLine).get(id)?.inComponents.length === 0)
const size = ({ parts, rules }: Component) => parts.length + rules.length
const bySize = components.toSorted((a, b) => size(a) - size(b))
const small = bySize.slice(0, 12)

test.each(SEEDS.map((seed, index) => [seed.kind, seed, index] as const))('%s is found wherever it is put, and nothing else is raised', (kind, seed, index) => {
  // Another small component for each kind, the next one where there is no place for it; `scripts/seed-faults.ts` puts it into all.
  const round = [...small.slice(index % small.length), ...bySize]
  const sown = round.reduce<Sown | null>((found, component) => found ?? sow(field, component, seed), null)
  expect(sown).toMatchObject({ kind, isFound: true, falsely: [] })
})
