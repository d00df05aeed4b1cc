import type { Component, Motion } from '../document'
import { BARE, lone, rounded, rule, state, timed, to } from './building'

const AXIS = 'gangwayAxis'

/** The knob in a field of 24 by 24: a disc, and the two shapes it flows through. */
const DISC = 'M12 2C17.5 2 22 6.5 22 12C22 17.5 17.5 22 12 22C6.5 22 2 17.5 2 12C2 6.5 6.5 2 12 2Z'
const DROP = 'M12 4C20 4 28 8 28 12C28 16 20 20 12 20C7 20 3 16.5 3 12C3 7.5 7 4 12 4Z'
const BEAN = 'M8 5C15 3.5 26 7 26 12C26 17 15 20.5 8 19C2 18 -2 15 -2 12C-2 9 2 6 8 5Z'

/** Slowly out of the disc, evenly through the middle, softly into the disc again: three legs, one motion with one end. */
const flowing = (id: string, first: string, second: string, along: readonly [number, number]): Motion => timed(480, 'ease-out', {
  keyframes: [
    { id: `${id}First`, share: 1, easing: 'ease-in', matchVelocity: false, look: { gangwayKnob: { d: first, x: along[0] } } },
    { id: `${id}Second`, share: 1, easing: 'linear', matchVelocity: true, look: { gangwayKnob: { d: second, x: along[1] } } },
  ],
})

/** Lets the gangway down: a switch that flows through two shapes on its way. */
export const gangwaySwitch: Component = {
  ...BARE,
  id: 'gangwaySwitch',
  name: 'Gangway switch',
  parts: [
    {
      id: 'gangwayTrack', kind: 'container', name: 'track', parent: null,
      base: { width: 68, height: 32, fill: '#8a959b', cursor: 'pointer', role: 'switch', accessibleName: 'Gangway', focusable: true, checked: false, ...rounded(16) },
    },
    { id: 'gangwayKnob', kind: 'path', name: 'knob', parent: 'gangwayTrack', base: { x: 4, y: 4, width: 24, height: 24, d: DISC, fill: '#ffffff' } },
  ],
  axes: [{
    id: AXIS, name: 'gangway', start: 'gangwayUp', boundTo: null,
    states: [
      state('gangwayUp', 'up', 0, {}),
      state('gangwayDown', 'down', 3, { gangwayTrack: { fill: '#2e7d5b', checked: true }, gangwayKnob: { x: 40 } }),
    ],
  }],
  rules: [
    rule('gangwayLower', { axis: AXIS, on: { on: 'tap' }, in: ['gangwayUp'], go: to('gangwayDown'), motion: flowing('lower', DROP, BEAN, [12, 30]) }),
    rule('gangwayRaise', { axis: AXIS, on: { on: 'tap' }, in: ['gangwayDown'], go: to('gangwayUp'), motion: flowing('raise', BEAN, DROP, [32, 14]) }),
  ],
}

/** The same switch in three sizes; the middle one starts with the gangway down. */
export const gangwayPost: Component = {
  ...BARE,
  id: 'gangwayPost',
  name: 'Gangway post',
  parts: [
    { id: 'postPlate', kind: 'container', name: 'plate', parent: null, base: { width: 240, height: 80, fill: '#f4efe4', ...rounded(8) } },
    ...([['postSmall', 'small', 14, 0.75, 'gangwayUp'], ['postMiddle', 'middle', 74, 1, 'gangwayDown'], ['postLarge', 'large', 158, 1.25, 'gangwayUp']] as const).map(([id, name, x, scale, start]) => ({
      id, kind: 'instance' as const, name, parent: 'postPlate', component: 'gangwaySwitch', start: { [AXIS]: start },
      base: { x, y: 24, scaleX: scale, scaleY: scale, transformOriginX: 0, transformOriginY: 0.5 },
    })),
  ],
  axes: [lone('post')],
}
