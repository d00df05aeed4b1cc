import type { Component, Part } from '../document'
import { rule, rounded, state, timed, to } from './building'

const AXIS = 'routeAxis'

const line = (index: number): Part => ({
  id: `routeLine${index}`, kind: 'box', name: `line ${index}`, parent: 'routeBurger', base: { x: 6, y: 4 + index * 5, width: 20, height: 2, fill: '#1d2b33', ...rounded(1) },
})

const stop = (index: number, name: string): Part => ({
  id: `routeStop${index}`, kind: 'text', name: `stop ${index}`, parent: 'routeList',
  base: { text: name, fontSize: 15, fill: '#1d2b33', widthFrom: 'content', heightFrom: 'content' },
})

const soft = timed(800, 'ease-out')

/** The route in a panel that slides in over the page, slowly and softly. While it is open a shade lies over the page and takes its input. */
export const routePanel: Component = {
  id: 'routePanel',
  name: 'Route side panel',
  parts: [
    { id: 'routePage', kind: 'container', name: 'page', parent: null, base: { width: 320, height: 220, fill: '#e9f0f4', clip: true } },
    { id: 'routeTitle', kind: 'text', name: 'title', parent: 'routePage', base: { x: 56, y: 18, width: 220, height: 26, text: 'Inner Sound', fontSize: 20, fontWeight: '700', fill: '#24506f' } },
    { id: 'routeShade', kind: 'box', name: 'shade', parent: 'routePage', base: { x: 0, y: 0, width: 320, height: 220, fill: '#1d2b33', opacity: 0, receivesInput: false, role: 'button', accessibleName: 'Close the route', cursor: 'pointer' } },
    { id: 'routeList', kind: 'container', name: 'panel', parent: 'routePage', base: { x: -200, y: 0, width: 200, height: 220, fill: '#fbf8f1', layout: 'column', gap: 14, paddingTop: 60, paddingLeft: 20 } },
    stop(1, 'Skerry Quay'), stop(2, 'Lamp Rock'), stop(3, 'Outer Holm'),
    { id: 'routeBurger', kind: 'container', name: 'burger', parent: 'routePage', base: { x: 12, y: 14, width: 32, height: 32, fill: '#00000000', cursor: 'pointer', role: 'button', accessibleName: 'Route', focusable: true } },
    line(1), line(2), line(3),
  ],
  axes: [{
    id: AXIS, name: 'panel', start: 'closed', boundTo: null,
    states: [
      state('closed', 'closed', 0, {}),
      state('open', 'open', 3, {
        routeList: { x: 0 },
        routeShade: { opacity: 0.45, receivesInput: true },
        routeLine1: { y: 14, rotation: 45 }, routeLine2: { opacity: 0 }, routeLine3: { y: 14, rotation: -45 },
      }),
    ],
  }],
  rules: [
    rule('routeOpen', { axis: AXIS, on: { on: 'tap' }, part: 'routeBurger', in: ['closed'], go: to('open'), motion: soft }),
    rule('routeClose', { axis: AXIS, on: { on: 'tap' }, part: 'routeBurger', in: ['open'], go: to('closed'), motion: soft }),
    rule('routeAside', { axis: AXIS, on: { on: 'tap' }, part: 'routeShade', in: ['open'], go: to('closed'), motion: soft }),
  ],
  combinations: [], parameters: [], variables: [], pairs: [], motion: null, absent: {},
}
