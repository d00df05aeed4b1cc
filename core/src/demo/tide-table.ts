import type { Action, Component, Rule } from '../document'
import { BARE, rounded, rule, state, timed, to } from './building'

const AXIS = 'tides'

const set = (id: string, variable: string, value: string): Action => ({ id, do: 'set', variable, to: value })

const isAsked = (id: string): Action => set(id, 'isAsked', 'true')
const isAnswered = (id: string): Action => set(id, 'isAsked', 'false')

/** How long each try waits before it asks again, in ms. */
const WAITS = [500, 1500, 3000] as const

const appearing = timed(160, 'ease-out')

const tries: readonly Rule[] = WAITS.map((ms, index) => ({
  ...rule(`tideTry${index + 1}`, { axis: AXIS, on: { on: 'after', ms, since: 'entering', pauseWhile: null }, in: ['tideWaits'], go: to('tideLoads'), motion: appearing }),
  guard: `tries == ${index + 1}`,
}))

/**
 * The tides of a quay, asked of a pretend service that takes its time, has nothing to tell at times, and fails one time in
 * four; it is tried again three times, each after a longer wait. Whoever closes it, or leaves the screen that asks for them as
 * it comes, does not get the answer later.
 */
export const tideTable: Component = {
  ...BARE,
  id: 'tideTable',
  name: 'Tide table',
  parts: [
    { id: 'tideFrame', kind: 'container', name: 'frame', parent: null, base: { width: 280, height: 176, fill: '#fbf8f1', clip: true, role: 'region', accessibleName: 'Tides at Skerry Quay', ...rounded(10) } },
    { id: 'tideTitle', kind: 'text', name: 'title', parent: 'tideFrame', base: { x: 16, y: 14, width: 200, height: 22, text: 'Tides at Skerry Quay', fontSize: 16, fontWeight: '600', fill: '#1d2b33' } },
    { id: 'tideRows', kind: 'text', name: 'rows', parent: 'tideFrame', base: { x: 16, y: 48, width: 248, height: 66, text: '05:48   high   1.4 m\n11:56   low    0.3 m\n18:10   high   1.5 m', fontSize: 15, fill: '#1d2b33', visible: false } },
    { id: 'tideSays', kind: 'text', name: 'says', parent: 'tideFrame', base: { x: 16, y: 48, width: 248, height: 44, text: 'Not asked yet', fontSize: 15, fill: '#5b666b' } },
    { id: 'tideTrack', kind: 'container', name: 'track', parent: 'tideFrame', base: { x: 16, y: 84, width: 248, height: 4, fill: '#d9e3e8', clip: true, opacity: 0, receivesInput: false, ...rounded(2) } },
    { id: 'tideRunner', kind: 'box', name: 'runner', parent: 'tideTrack', base: { width: 80, height: 4, fill: '#24506f', ...rounded(2) } },
    { id: 'tideAsk', kind: 'container', name: 'ask', parent: 'tideFrame', base: { x: 16, y: 128, width: 156, height: 36, fill: '#24506f', cursor: 'pointer', role: 'button', focusable: true, ...rounded(6) } },
    { id: 'tideAskWords', kind: 'text', name: 'ask words', parent: 'tideAsk', base: { y: 9, width: 156, height: 18, text: 'Show the tides', fontSize: 14, fontWeight: '600', textAlign: 'center', fill: '#ffffff', receivesInput: false } },
    { id: 'tideClose', kind: 'container', name: 'close', parent: 'tideFrame', base: { x: 184, y: 128, width: 80, height: 36, fill: '#e3ebef', cursor: 'pointer', role: 'button', accessibleName: 'Close', focusable: true, visible: false, ...rounded(6) } },
    { id: 'tideCloseWords', kind: 'text', name: 'close words', parent: 'tideClose', base: { y: 9, width: 80, height: 18, text: 'Close', fontSize: 14, textAlign: 'center', fill: '#1d2b33', receivesInput: false } },
  ],
  axes: [
    {
      id: AXIS, name: 'tides', start: 'tideClosed', boundTo: null,
      groups: [{ id: 'tideAnswered', name: 'answered', states: ['tideShown', 'tideNone', 'tideFailed'], look: { tideClose: { visible: true } } }],
      states: [
        state('tideClosed', 'closed', 0, {}),
        {
          ...state('tideLoads', 'loading', 1, { tideSays: { text: 'Asking the harbour office …' }, tideTrack: { opacity: 1 }, tideAsk: { visible: false }, tideClose: { visible: true } }),
          loop: { durationMs: 900, easing: 'ease-in-out', direction: 'back and forth', count: null, to: { tideRunner: { x: 168 } } },
        },
        state('tideShown', 'data', 3, { tideSays: { visible: false }, tideRows: { visible: true }, tideAskWords: { text: 'Ask again' } }),
        state('tideNone', 'empty', 4, { tideSays: { text: 'No tides are known for today.' }, tideAskWords: { text: 'Ask again' } }),
        state('tideFailed', 'error', 5, { tideSays: { text: 'The harbour office does not answer.', fill: '#8c2f24' }, tideAskWords: { text: 'Try again' } }),
        state('tideWaits', 'waiting', 6, { tideSays: { text: 'Trying again soon …' }, tideAsk: { visible: false }, tideClose: { visible: true } }),
        state('tideGaveUp', 'given up', 7, { tideSays: { text: 'Still no answer. Ask at the quay.', fill: '#8c2f24' }, tideAskWords: { text: 'Start over' }, tideClose: { visible: true } }),
      ],
    },
  ],
  rules: [
    rule('tideAsks', { axis: AXIS, on: { on: 'tap' }, part: 'tideAsk', in: ['tideClosed', 'tideShown', 'tideNone', 'tideGaveUp'], go: to('tideLoads'), motion: appearing, actions: [set('tideFirst', 'tries', '0'), isAsked('tideIsAsked')] }),
    rule('tideIsTold', { axis: AXIS, on: { on: 'message', name: 'ask' }, in: ['tideClosed'], go: to('tideLoads'), motion: appearing, actions: [set('tideFirstTold', 'tries', '0'), isAsked('tideIsAskedByItself')] }),
    { ...rule('tideTriesAgain', { axis: AXIS, on: { on: 'tap' }, part: 'tideAsk', in: ['tideFailed'], go: to('tideWaits'), motion: appearing, actions: [set('tideNext', 'tries', 'tries + 1'), isAsked('tideIsAskedAgain')] }), guard: 'tries < 3' },
    rule('tideAnswers', {
      axis: AXIS, on: { on: 'after', ms: 200, mostMs: 4000, since: 'entering', pauseWhile: null }, in: ['tideLoads'], motion: appearing,
      go: { go: 'one of', of: [{ state: 'tideShown', weight: 2 }, { state: 'tideNone', weight: 1 }, { state: 'tideFailed', weight: 1 }] },
    }),
    { ...rule('tideGivesUp', { axis: AXIS, on: { on: 'after', ms: 1200, since: 'entering', pauseWhile: null }, in: ['tideFailed'], go: to('tideGaveUp'), motion: appearing }), guard: 'tries >= 3' },
    rule('tideArrives', { axis: AXIS, on: { on: 'entered', group: 'tideAnswered' }, in: ['tideAnswered'], go: { go: 'stay' }, actions: [isAnswered('tideIsAnswered')] }),
    ...tries,
    rule('tideCloses', { axis: AXIS, on: { on: 'tap' }, part: 'tideClose', in: ['tideLoads', 'tideShown', 'tideNone', 'tideFailed', 'tideWaits', 'tideGaveUp'], go: to('tideClosed'), motion: appearing, actions: [isAnswered('tideIsClosed')] }),
  ],
  variables: [{ id: 'tideTries', name: 'tries', type: 'number', start: 0 }, { id: 'tideIsAskedNow', name: 'isAsked', type: 'yes/no', start: false }],
}
