import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { contextOf } from '../../../src/check/context'
import { skerryLine } from '@rheoscope/core/demo'
import type { Component } from '@rheoscope/core/document'
import { Run } from '@rheoscope/core/run'
import { anyInputs } from '../../run/any-inputs'

/** So many runs for each component, each of thirty inputs. */
const RUNS = Number(process.env.RHEOSCOPE_RANDOM_RUNS ?? 6)

const sizeOf = ({ parts }: Component) => ({ width: Number(parts[0]!.base.width ?? 200), height: Number(parts[0]!.base.height ?? 100) })

const testable = skerryLine.components.filter(({ rules }) => rules.length > 0)

test.each(testable.map((component) => [component.name, component] as const))('whatever anybody does to %s, the exploration has seen its states', (_name, component) => {
  const { arena, root } = contextOf(skerryLine, component)
  const { explored, network } = arena.closed
  const axes = network.axesOfThing(root)
  const reached = new Set(explored.places.map(({ configuration }) => axes.map(({ at, states }) => states[configuration[at]!]!).join(' ')))
  expect(explored.isFinished).toBe(true)
  fc.assert(fc.property(anyInputs(sizeOf(component), 30), (steps) => {
    const run = new Run(skerryLine, { component: component.id })
    const statesNow = () => run.instance('')!.states.join(' ')
    for (const [waitMs, input] of steps) {
      run.advanceTo(run.nowMs + waitMs)
      expect(reached).toContain(statesNow())
      run.send(input)
      expect(reached).toContain(statesNow())
    }
  }), { numRuns: RUNS })
})
