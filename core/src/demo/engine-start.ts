import type { Component, Trigger } from '../document'
import { BARE, doesNothing, rounded, rule, state, timed, to } from './building'

const AXIS = 'engineAxis'

const after = (ms: number): Trigger => ({ on: 'after', ms, since: 'entering', pauseWhile: null })

/** Starts the engine in 7 s: the button is as wide as what it says, and what it says fades over; all at once where motion is reduced. */
export const engineStart: Component = {
  ...BARE,
  id: 'engineStart',
  name: 'Engine-start button',
  parts: [
    { id: 'engineFrame', kind: 'container', name: 'frame', parent: null, base: { width: 260, height: 64, layout: 'row', justify: 'center', align: 'center' } },
    {
      id: 'enginePlate', kind: 'container', name: 'plate', parent: 'engineFrame',
      base: {
        layout: 'row', align: 'center', gap: 10, paddingTop: 12, paddingBottom: 12, paddingLeft: 20, paddingRight: 20, widthFrom: 'content', heightFrom: 'content',
        fill: '#24506f', cursor: 'pointer', role: 'button', accessibleName: { expr: "'Engine'" }, focusable: true, ...rounded(24),
      },
    },
    { id: 'engineLamp', kind: 'ellipse', name: 'lamp', parent: 'enginePlate', base: { width: 10, height: 10, fill: '#8a959b' } },
    { id: 'engineLabel', kind: 'text', name: 'label', parent: 'enginePlate', base: { text: 'Start engine', fontSize: 15, fontWeight: '600', fill: '#ffffff', textWrap: false, widthFrom: 'content', heightFrom: 'content' } },
  ],
  axes: [{
    id: AXIS, name: 'engine', start: 'engineIdle', boundTo: null,
    states: [
      state('engineIdle', 'idle', 0, {}),
      state('engineRequesting', 'requesting', 1, { enginePlate: { fill: '#51606a' }, engineLamp: { fill: '#b07d12' }, engineLabel: { text: 'Requesting' } }),
      state('engineWarming', 'warming up', 2, { enginePlate: { fill: '#7a5195' }, engineLamp: { fill: '#f6d365' }, engineLabel: { text: 'Warming up the engine' } }),
      state('engineRunning', 'running', 3, { enginePlate: { fill: '#2e7d5b' }, engineLamp: { fill: '#9be3c0' }, engineLabel: { text: 'Running' } }),
    ],
  }],
  rules: [
    rule('engineAsk', { axis: AXIS, on: { on: 'tap' }, in: ['engineIdle'], go: to('engineRequesting') }),
    rule('engineBusy', { axis: AXIS, on: { on: 'tap' }, in: ['engineRequesting', 'engineWarming', 'engineRunning'], go: doesNothing }),
    rule('engineGranted', { axis: AXIS, on: after(1500), in: ['engineRequesting'], go: to('engineWarming') }),
    rule('engineWarm', { axis: AXIS, on: after(2500), in: ['engineWarming'], go: to('engineRunning') }),
    rule('engineOff', { axis: AXIS, on: after(3000), in: ['engineRunning'], go: to('engineIdle') }),
  ],
  motion: timed(320, 'ease-in-out', { reducedMotion: 'skip all' }),
}
