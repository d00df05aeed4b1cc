import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import type { Component } from '@rheoscope/core/document'
import { fieldOf, sow, type Sown } from './seeding'
import { SEEDS } from './seeds'

const field = fieldOf({ ...skerryLine, screens: [], promises: [], startScreen: null })
const { components } = field.project

/** The smaller a component, the sooner it is looked at. */
const size = ({ axes, rules }: Component): number => axes.reduce((many, { states }) => many * states.length, 1) * Math.max(1, rules.length)
const small = components.toSorted((a, b) => size(a) - size(b)).slice(0, 20)

test.each(SEEDS.map((seed, index) => [seed.kind, seed, index] as const))('%s is found wherever it is put, and nothing else is raised', (kind, seed, index) => {
  // Another component for each kind, a small one where there is a place for it; `scripts/seed-faults.ts` puts it into all.
  const round = [...small.slice(index % small.length), ...small, ...components]
  const sown = round.reduce<Sown | null>((found, component) => found ?? sow(field, component, seed), null)
  expect(sown).toMatchObject({ kind, isFound: true, falsely: [] })
})
