import { expect, test } from '@jest/globals'
import { ProjectChecker } from '@rheoscope/core/check'
import { skerryLine } from '@rheoscope/core/demo'
import { sow } from './seeding'
import { SEEDS } from './seeds'

/** Into so many components of the demo project each fault is put here; `scripts/seed-faults.ts` puts it into all. */
const COMPONENTS = 3

const checker = new ProjectChecker()
const project = { ...skerryLine, screens: [], promises: [], startScreen: null }

test.each(SEEDS.map((seed, index) => [seed.kind, seed, index] as const))('%s is found wherever it is put, and nothing else is raised', (kind, seed, index) => {
  const components = project.components.filter((_each, place) => place % Math.floor(project.components.length / COMPONENTS) === index % Math.floor(project.components.length / COMPONENTS))
  for (const component of components) {
    const sown = sow(project, component, seed, checker)
    if (sown) expect([kind, component.id, sown.isFound, sown.falsely]).toEqual([kind, component.id, true, []])
  }
})
