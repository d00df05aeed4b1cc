import { expect, test } from '@jest/globals'
import { newScreen, type Component, type Part, type Project, type Screen } from '@rheoscope/core/document'
import { advanceTo, send, startRun } from '@rheoscope/core/run'
import { screenContext } from '../../../src/check/ground/screen-context'
import { projectOf, small, tap } from '../../run/small-component'

const goTo = (screen: string) => ({ id: `go-${screen}`, do: 'go to screen' as const, screen, motion: null })

const withIts = (id: string, component: string): Screen => {
  const made = newScreen(() => `${id}-ground`, id, 'phone')
  const it: Part = { id: `${id}-it`, kind: 'instance', name: 'it', parent: `${id}-ground`, component, start: {}, base: { x: 10, y: 10 } }
  return { ...made, id, parts: [...made.parts, it] }
}

/** A room that knows whether somebody has been there, and a hall that leads back to it, or does not. */
function rooms(leadsBack: boolean): Project {
  const visited: Component = {
    ...small({ fresh: {}, known: {} }, [
      { on: { on: 'shown' }, in: ['fresh'], to: 'known', guard: 'visited' },
      { on: tap, in: ['fresh'], to: { go: 'stay' }, actions: [{ id: 'set', do: 'set', variable: 'visited', to: 'true' }, goTo('hall')] },
    ]), id: 'visited',
  }
  const back: Component = { ...small({ only: {} }, [{ on: tap, to: { go: 'stay' }, actions: leadsBack ? [goTo('room')] : [] }]), id: 'back', name: 'Back' }
  return { ...projectOf(visited, back), screens: [withIts('room', 'visited'), withIts('hall', 'back')], variables: [{ id: 'v', name: 'visited', type: 'yes/no', start: false }] }
}

function canBeKnown(project: Project): boolean {
  const { groups } = screenContext(project, project.screens[0]!)
  return groups.some(({ stateSpace: { open } }) => {
    const axis = open.network.axes.find(({ thing }) => thing.path === 'room-it')
    return axis !== undefined && open.firstIn(axis, 'known') !== undefined
  })
}

test('a screen that is come to again begins anew, with what everyone has come to share', () => {
  const project = rooms(true)
  const run = startRun(project, { screen: 'room' })
  for (let taps = 0; taps < 2; taps++) {
    for (const act of ['press', 'release'] as const) send(run, { do: act, x: 30, y: 30, pointer: 'mouse' })
    advanceTo(run, run.nowMs + 1000)
  }
  expect(run.instances.get('room-it')!.states).toEqual(['known'])
  expect(canBeKnown(project)).toBe(true)
})

test('where nothing leads back it is seen only once', () => {
  expect(canBeKnown(rooms(false))).toBe(false)
})
