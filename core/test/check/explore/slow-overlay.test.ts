import { expect, test } from '@jest/globals'
import { EMPTY_MOTION, newScreen, type Project } from '@rheoscope/core/document'
import { advanceTo, send, startRun } from '@rheoscope/core/run'
import { StateSpace } from '../../../src/check/ground/state-space'
import { stateIn, thingsOnSurface } from '../../../src/check/explore'
import { after, projectOf, small, tap } from '../../run/small-component'

const SLOW_MS = 3000

/** What opens an overlay that takes three seconds to come, does something when it has, and gives up waiting before. */
function waiting(): Project {
  const opener = small({ idle: {}, waiting: {}, late: {} }, [
    { on: tap, in: ['idle'], to: 'waiting', actions: [
      { id: 'open', do: 'open overlay', screen: 'sheet', motion: { ...EMPTY_MOTION, durationMs: SLOW_MS }, awaited: true }, { id: 'done', do: 'set', variable: 'isDone', to: 'true' },
    ] },
    { on: after(2500), in: ['waiting'], to: 'late', guard: '!isDone' },
  ], { variables: [{ id: 'v', name: 'isDone', type: 'yes/no', start: false }] })
  const screen = newScreen(() => 'ground', 'Room', 'phone')
  const [ground] = screen.parts
  return {
    ...projectOf(opener), screens: [
      { ...screen, id: 'room', parts: [ground!, { id: 'it', kind: 'instance', name: 'it', parent: 'ground', component: 'small', start: {}, base: { x: 10, y: 10 } }] },
      { ...newScreen(() => 'sheet-ground', 'Sheet', 'phone'), id: 'sheet', kind: 'overlay', overlay: { backdropOpacity: 0.4, closesOnOutsideTap: false, closesOnEscape: false } },
    ],
  }
}

test('what waits for a slow overlay is waited for as long as that takes', () => {
  const [project, surface] = [waiting(), { screen: 'room' }]
  const run = startRun(project, surface)
  for (const act of ['press', 'release'] as const) send(run, { do: act, x: 30, y: 30, pointer: 'mouse' })
  advanceTo(run, SLOW_MS)
  expect(run.instances.get('it')!.states).toEqual(['late'])
  const { network, explored } = new StateSpace(project, surface, thingsOnSurface(project, surface)).closed
  const axis = network.axes.find(({ thing }) => thing.path === 'it')!
  expect(explored.places.map(({ configuration }) => stateIn(axis, configuration))).toContain('late')
})
