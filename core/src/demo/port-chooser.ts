import type { Component, Part } from '../document'
import { BARE, rounded, rule, state, timed, to } from './building'

const AXIS = 'portAxis'
const PORTS = ['Skerry Quay', 'Lamp Rock', 'Outer Holm', 'Gannet Stack']

const option = (name: string, index: number): readonly Part[] => [
  {
    id: `portOption${index}`, kind: 'container', name: `option ${index + 1}`, parent: 'portOptions',
    base: { layout: 'row', widthFrom: 'fill', heightFrom: 'content', paddingTop: 8, paddingBottom: 8, paddingLeft: 12, fill: '#ffffff', cursor: 'pointer', role: 'option', accessibleName: name, focusable: true, selected: { expr: `port == '${name}'` } },
  },
  { id: `portName${index}`, kind: 'text', name: `name ${index + 1}`, parent: `portOption${index}`, base: { text: name, fontSize: 15, fill: '#1d2b33', widthFrom: 'content', heightFrom: 'content', opacity: 0 } },
]

const opening = timed(240, 'ease-out')

/** A field that opens into a list of ports, as high as what is in it; choosing one closes it and says which. */
export const portChooser: Component = {
  ...BARE,
  id: 'portChooser',
  name: 'Port chooser',
  parts: [
    { id: 'portFrame', kind: 'container', name: 'frame', parent: null, base: { width: 220, height: 200 } },
    {
      id: 'portField', kind: 'container', name: 'field', parent: 'portFrame',
      base: { x: 0, y: 0, width: 220, height: 40, fill: '#ffffff', stroke: '#24506f', cursor: 'pointer', role: 'button', focusable: true, expanded: false, controls: 'portOptions', ...rounded(6) },
    },
    { id: 'portLabel', kind: 'text', name: 'label', parent: 'portField', base: { x: 12, y: 10, width: 160, height: 20, text: { expr: 'port' }, fontSize: 15, fill: '#1d2b33' } },
    { id: 'portArrow', kind: 'icon', name: 'arrow', parent: 'portField', base: { x: 188, y: 8, width: 24, height: 24, icon: 'chevron-down', fill: '#24506f' } },
    {
      id: 'portOptions', kind: 'container', name: 'options', parent: 'portFrame',
      base: { x: 0, y: 44, width: 220, height: 0, layout: 'column', align: 'stretch', clip: true, fill: '#ffffff', role: 'listbox', accessibleName: 'Ports', receivesInput: false, ...rounded(6) },
    },
    ...PORTS.flatMap(option),
  ],
  axes: [{
    id: AXIS, name: 'list', start: 'portClosed', boundTo: null,
    states: [
      state('portClosed', 'closed', 0, {}),
      state('portOpen', 'open', 3, {
        portField: { expanded: true },
        portOptions: { heightFrom: 'content', receivesInput: true },
        portArrow: { rotation: 180 },
        ...Object.fromEntries(PORTS.map((_, index) => [`portName${index}`, { opacity: 1 }])),
      }),
    ],
  }],
  rules: [
    rule('portTake', { axis: AXIS, on: { on: 'tap' }, part: 'portField', in: ['portClosed'], go: to('portOpen'), motion: opening }),
    rule('portPutBack', { axis: AXIS, on: { on: 'tap' }, part: 'portField', in: ['portOpen'], go: to('portClosed'), motion: opening }),
    ...PORTS.map((name, index) => rule(`portChoose${index}`, {
      axis: AXIS, on: { on: 'tap' }, part: `portOption${index}`, in: ['portOpen'], go: to('portClosed'), motion: opening,
      actions: [{ id: `portSet${index}`, do: 'set', variable: 'port', to: `'${name}'` }],
    })),
  ],
  variables: [{ id: 'portVariable', name: 'port', type: 'text', start: 'Which port?' }],
}
