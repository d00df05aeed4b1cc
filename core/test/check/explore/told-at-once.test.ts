import { expect, test } from '@jest/globals'
import type { Component, Part, Project, Trigger } from '@rheoscope/core/document'
import { send, startRun } from '@rheoscope/core/run'
import { StateSpace } from '../../../src/check/ground/state-space'
import { stateIn, thingsOnSurface } from '../../../src/check/explore'
import { projectOf, small, tap } from '../../run/small-component'
import { expectExplored } from './expect-explored'

const surface = { component: 'small' }

const changes = (name: string): Trigger => ({ on: 'changes', name, to: null })

/** What is given two names by what holds it, which come to stand for something else together. */
function given(): Project {
  const inner: Component = {
    ...small({ rest: {}, one: {}, two: {} }, [{ on: changes('first'), in: ['rest'], to: 'one' }, { on: changes('second'), in: ['one'], to: 'two' }]), id: 'inner', name: 'Inner',
    parameters: ['first', 'second'].map((name) => ({ id: name, name, type: 'yes/no', initial: false })),
  }
  const instance: Part = { id: 'in', kind: 'instance', name: 'in', parent: 'frame', component: 'inner', start: {}, base: { 'param:first': { expr: 'on' }, 'param:second': { expr: 'on' } } }
  const holder = small({ only: {} }, [{ on: tap, part: 'box', to: { go: 'stay' }, guard: '!on', actions: [{ id: 'set', do: 'set', variable: 'on', to: 'true' }] }], { variables: [{ id: 'v', name: 'on', type: 'yes/no', start: false }] })
  return projectOf(inner, { ...holder, parts: [...holder.parts.slice(0, 1), instance, ...holder.parts.slice(1)] })
}

test('names that change together are told of together, in a run and in the exploration', () => {
  const project = given()
  const run = startRun(project, surface)
  for (const act of ['press', 'release'] as const) send(run, { do: act, x: 20, y: 20, pointer: 'mouse' })
  expect(run.instances.get('in')!.states).toEqual(['one'])
  const stateSpace = new StateSpace(project, surface, thingsOnSurface(project, surface))
  const { network, explored } = stateSpace.closed
  const inner = network.axes.find(({ thing }) => thing.path === 'in')!
  expect([...new Set(explored.places.map(({ configuration }) => stateIn(inner, configuration)))]).toEqual(['rest', 'one'])
  expectExplored(stateSpace, 20)
})
