import { expect, test } from '@jest/globals'
import { EMPTY_MOTION, newProject, type Component, type Part, type Project, type Rule } from '@rheoscope/core/document'
import { StateSpace } from '../../../src/check/ground/state-space'
import { stateIn, thingsOnSurface } from '../../../src/check/explore'
import { after, small, tap } from '../../run/small-component'
import { expectExplored } from './expect-explored'

const AWAY_MS = 300

const surface = { component: 'small' }

type Actions = Rule['actions']

/** A note in a list that takes 300 ms to go, and what holds it: a tap takes the note out, another one brings it back, and a while after it went the holder speaks to it. */
function notes(noteRules: Parameters<typeof small>[1], speaksAfterMs: number): Project {
  const set = (to: string): Actions => [{ id: `set-${to}`, do: 'set', variable: 'shows', to }]
  const note: Component = {
    ...small({ plain: {}, marked: {} }, noteRules), id: 'note', name: 'Note', absent: { frame: { opacity: 0 } }, motion: { ...EMPTY_MOTION, durationMs: AWAY_MS },
  }
  const list: Part = { id: 'list', kind: 'list', name: 'list', parent: 'frame', component: 'note', table: 'table', filter: 'shows', base: { y: 60, width: 100, height: 100 } }
  const holder = small({ full: {}, empty: {}, spoken: {}, answered: {} }, [
    { on: tap, in: ['full'], to: 'empty', part: 'box', actions: set('false') },
    { on: after(speaksAfterMs), in: ['empty'], to: 'spoken', actions: [{ id: 'say', do: 'send', message: 'word', payload: null, recipient: 'everyone' }] },
    { on: tap, in: ['spoken'], to: 'full', part: 'box', actions: set('true') },
    { on: { on: 'message', name: 'answer' }, to: 'answered' },
  ], { variables: [{ id: 'v', name: 'shows', type: 'yes/no', start: true }] })
  return {
    ...newProject('notes', 'Notes'), components: [note, { ...holder, parts: [...holder.parts, list] }],
    tables: [{ id: 'table', name: 'notes', columns: [{ id: 'c', name: 'c', type: 'text' }], records: [{ id: 'one', cells: { c: 'x' } }] }],
  }
}

/** The states what holds the notes can be in. */
function holderStates(project: Project): readonly string[] {
  const { network, explored, isFinished } = new StateSpace(project, surface, thingsOnSurface(project, surface)).closed
  expect(isFinished).toBe(true)
  const [axis] = network.axes
  return [...new Set(explored.places.map(({ configuration }) => stateIn(axis!, configuration)))].toSorted()
}

const answers = { on: { on: 'message', name: 'word' }, in: ['plain'], to: 'marked', actions: [{ id: 'answer', do: 'send', message: 'answer', payload: null, recipient: 'holder' }] } as const

test('an item on its way out still hears what is said', () => {
  expect(holderStates(notes([answers], AWAY_MS / 2))).toContain('answered')
})

test('an item that has gone hears nothing', () => {
  expect(holderStates(notes([answers], AWAY_MS + 1))).not.toContain('answered')
})

test('whatever anybody does meanwhile, the exploration has seen it happen', () => {
  const marks = { on: tap, in: ['plain'], to: 'marked' } as const
  const unmarks = { on: { on: 'message', name: 'word' }, in: ['marked'], to: 'plain', actions: answers.actions } as const
  for (const speaksAfterMs of [AWAY_MS / 2, AWAY_MS + 50]) {
    const project = notes([marks, unmarks, { on: { on: 'hidden' }, in: ['plain'], to: 'marked' }, { on: after(200), in: ['marked'], to: 'plain' }], speaksAfterMs)
    expectExplored(new StateSpace(project, surface, thingsOnSurface(project, surface)), 100)
  }
})
