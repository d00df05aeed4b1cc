import { test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { compile, surfaceComponent } from '@rheoscope/core/machine'
import { StateSpace } from '../../../src/check/ground/state-space'
import { contextOf } from '../../../src/check/ground/context'
import { thingsOn } from '../../../src/check/explore'
import { screenContext } from '../../../src/check/ground/screen-context'
import { expectExplored } from './expect-explored'
import { ledMachines, machines, projectWith } from './random-machine'

/** So many runs on each surface, each of thirty inputs. */
const RUNS = Number(process.env.RHEOSCOPE_RANDOM_RUNS ?? 6)
const MACHINES = Number(process.env.RHEOSCOPE_MACHINES ?? 2000) / 20

const LIMIT = 4000

const interactive = skerryLine.components.filter(({ rules }) => rules.length > 0)

test.each(interactive.map((component) => [component.name, component] as const))('whatever anybody does to %s, the exploration has seen it happen', (_name, component) => {
  expectExplored(contextOf(skerryLine, component).stateSpace, RUNS)
})

test.each(skerryLine.screens.filter(({ id }) => id !== 'wall').map((screen) => [screen.name, screen] as const))('whatever anybody does on %s, the exploration has seen it happen', (_name, screen) => {
  for (const { stateSpace, isFirst } of screenContext(skerryLine, screen).groups) if (isFirst) expectExplored(stateSpace, RUNS)
})

test.each([['random machines', machines, 1], ['random machines that drags lead', ledMachines, 4]] as const)('whatever anybody does to %s, the exploration has seen it happen', (_name, made, runs) => {
  fc.assert(fc.property(made, (plain) => {
    const [project, surface] = [projectWith(plain), { screen: 'screen' }]
    const things = thingsOn(project, compile(project, surfaceComponent(project, surface))).slice(1)
    expectExplored(new StateSpace(project, surface, things, { limit: LIMIT }), runs)
  }), { numRuns: MACHINES })
})
