import type { Component } from '../document'

export const RING = { component: 'spinnerRing', axis: 'ringAxis', still: 'ringStill', turning: 'ringTurning', parameter: 'ringColour' } as const

/** A three-quarter ring that turns for as long as it is told to. */
export const spinnerRing: Component = {
  id: RING.component,
  name: 'Spinner ring',
  parts: [
    { id: 'ringFrame', kind: 'container', name: 'frame', parent: null, base: { width: 24, height: 24 } },
    {
      id: 'ringArc', kind: 'ellipse', name: 'arc', parent: 'ringFrame',
      base: {
        x: 2, y: 2, width: 20, height: 20, stroke: { expr: 'ringColour' }, strokeWidth: 3, strokeCap: 'round',
        arcStart: 0, arcSweep: 270, receivesInput: false,
      },
    },
  ],
  axes: [{
    id: RING.axis, name: 'turn', start: RING.still, boundTo: null,
    states: [
      { id: RING.still, name: 'still', hue: 0, look: {}, final: false, loop: null },
      {
        id: RING.turning, name: 'turning', hue: 6, look: {}, final: false,
        loop: { durationMs: 1500, easing: 'linear', direction: 'forward', count: null, to: { ringArc: { rotation: 360 } } },
      },
    ],
  }],
  rules: [],
  combinations: [],
  parameters: [{ id: RING.parameter, name: 'ringColour', type: 'colour', initial: '#ffffff' }],
  variables: [],
  pairs: [],
  motion: null,
  absent: {},
}
