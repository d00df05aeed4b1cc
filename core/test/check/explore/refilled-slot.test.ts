import { expect, test } from '@jest/globals'
import type { Component, Part, Project } from '@rheoscope/core/document'
import { StateSpace } from '../../../src/check/ground/state-space'
import { stateIn, thingsOnSurface } from '../../../src/check/explore'
import { after, projectOf, small, tap } from '../../run/small-component'
import { expectExplored } from './expect-explored'

const surface = { component: 'small' }

/** A slot that one state of its component empties and another fills again, with something that answers 300 ms after it came. */
function refilled(emptyForMs: number): Project {
  const filling: Component = {
    ...small({ fresh: {}, ripe: {} }, [{ on: after(300), in: ['fresh'], to: 'ripe', actions: [{ id: 'say', do: 'send', message: 'ripe', payload: null, recipient: 'holder' }] }]), id: 'filling', name: 'Filling',
  }
  const slot: Part = { id: 'slot', kind: 'slot', name: 'slot', parent: 'frame', slot: 'p', base: { y: 60, width: 100, height: 50, content: 'filling' } }
  const holder = small({ full: {}, empty: { look: { slot: { content: '' } } }, again: {}, early: {}, late: {} }, [
    { on: tap, part: 'box', in: ['full'], to: 'empty' },
    { on: after(emptyForMs), in: ['empty'], to: 'again' },
    { on: { on: 'message', name: 'ripe' }, in: ['empty'], to: 'early' },
    { on: { on: 'message', name: 'ripe' }, in: ['again'], to: 'late' },
  ])
  return projectOf(filling, { ...holder, parts: [...holder.parts, slot], parameters: [{ id: 'p', name: 'content', type: 'slot', initial: 'filling' }] })
}

test('what fills a slot is not there while the slot is empty, and begins anew when it is filled again', () => {
  const project = refilled(1000)
  const stateSpace = new StateSpace(project, surface, thingsOnSurface(project, surface))
  const { network, explored, isFinished } = stateSpace.closed
  const [axis] = network.axes
  expect(isFinished).toBe(true)
  expect([...new Set(explored.places.map(({ configuration }) => stateIn(axis!, configuration)))].toSorted()).toEqual(['again', 'empty', 'full', 'late'])
  expectExplored(stateSpace, 50)
})
