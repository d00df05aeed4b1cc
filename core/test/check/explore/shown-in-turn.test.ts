import { expect, test } from '@jest/globals'
import type { Component, Part, Project } from '@rheoscope/core/document'
import { startRun } from '@rheoscope/core/run'
import { StateSpace } from '../../../src/check/ground/state-space'
import { stateIn, thingsOnSurface } from '../../../src/check/explore'
import { projectOf, small } from '../../run/small-component'

const surface = { component: 'small' }

/** Both what holds something and what stands inside set a variable when they are shown; who does so last has the last word. */
function shown(): Project {
  const said = (word: string): NonNullable<Parameters<typeof small>[1][number]['actions']> => [{ id: word, do: 'set', variable: 'word', to: `'${word}'` }]
  const inner: Component = { ...small({ only: {} }, [{ on: { on: 'shown' }, to: { go: 'stay' }, actions: said('inner') }]), id: 'inner', name: 'Inner' }
  const instance: Part = { id: 'in', kind: 'instance', name: 'in', parent: 'frame', component: 'inner', start: {}, base: {} }
  const holder = small({ rest: {}, inner: {}, outer: {} }, [
    { on: { on: 'shown' }, to: { go: 'stay' }, actions: said('outer') },
    { on: { on: 'changes', name: 'word', to: 'inner' }, in: ['rest'], to: 'inner' },
    { on: { on: 'changes', name: 'word', to: 'outer' }, in: ['rest'], to: 'outer' },
  ])
  return { ...projectOf(inner, { ...holder, parts: [...holder.parts, instance] }), variables: [{ id: 'w', name: 'word', type: 'text', start: '' }] }
}

test('what stands inside is told that it is shown before what holds it, in a run and in the exploration', () => {
  const project = shown()
  expect(startRun(project, surface).instances.get('')!.states).toEqual(['inner'])
  const stateSpace = new StateSpace(project, surface, thingsOnSurface(project, surface))
  const { network, explored } = stateSpace.closed
  const axis = network.axes.find(({ thing }) => thing.path === '')!
  expect([...new Set(explored.places.map(({ configuration }) => stateIn(axis, configuration)))]).toEqual(['inner'])
})
