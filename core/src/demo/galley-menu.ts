import type { Action, Component, Part, Rule } from '../document'
import { BARE, rounded, rule, state, timed, to } from './building'

const AXIS = 'galleyAxis'

const DISHES = [['galleySoup', 'Fish soup'], ['galleyWaffles', 'Waffles'], ['galleyTea', 'Tea']] as const

const LAST = DISHES.length - 1

const idOf = (index: number): string => DISHES[index]?.[0] ?? ''

const dish = ([id, name]: (typeof DISHES)[number], index: number): readonly Part[] => [
  { id, kind: 'container', name, parent: 'galleyMenu', base: { y: 4 + index * 32, width: 160, height: 32, cursor: 'pointer', role: 'menuitem', focusable: true } },
  { id: `${id}Name`, kind: 'text', name: `${name} name`, parent: id, base: { x: 14, y: 6, width: 140, height: 20, text: name, fontSize: 15, fill: '#1d2b33' } },
]

const opening = timed(140, 'ease-out')

const focus = (id: string, part: string): Action => ({ id, do: 'focus', part })

const key = (name: string, anywhere = false): Rule['trigger'] => ({ on: 'key', key: name, modifiers: {}, anywhere })

const opens = (id: string, on: Rule['trigger'], index: number): Rule =>
  rule(id, { axis: AXIS, on, part: 'galleyButton', in: ['galleyShut'], go: to('galleyOpen'), motion: opening, actions: [focus(`${id}Focus`, idOf(index))] })

const shuts = (id: string, on: Rule['trigger'], part: string, more: readonly Action[] = [focus(`${id}Focus`, 'galleyButton')]): Rule =>
  rule(id, { axis: AXIS, on, part, in: ['galleyOpen'], go: to('galleyShut'), motion: opening, actions: more })

/** From a dish to another one: the arrows round and round, Home and End to the ends. */
const keysOf = (index: number): readonly Rule[] =>
  ([['ArrowDown', index === LAST ? 0 : index + 1], ['ArrowUp', index === 0 ? LAST : index - 1], ['Home', 0], ['End', LAST]] as const).flatMap(([name, next]) => (next === index ? [] : [
    rule(`${idOf(index)}${name}`, { axis: AXIS, on: key(name), part: idOf(index), in: ['galleyOpen'], go: { go: 'stay' }, actions: [focus(`${idOf(index)}${name}Focus`, idOf(next))] }),
  ]))

/** A button that opens a menu of what the galley has. */
export const galleyMenu: Component = {
  ...BARE,
  id: 'galleyMenu',
  name: 'Galley menu',
  parts: [
    { id: 'galleyFrame', kind: 'container', name: 'frame', parent: null, base: { width: 180, height: 152 } },
    { id: 'galleyButton', kind: 'container', name: 'button', parent: 'galleyFrame', base: { width: 180, height: 40, fill: '#24506f', cursor: 'pointer', role: 'button', focusable: true, expanded: false, controls: 'galleyMenu', ...rounded(8) } },
    { id: 'galleyWords', kind: 'text', name: 'words', parent: 'galleyButton', base: { x: 14, y: 10, width: 156, height: 20, text: { expr: "ordered == '' ? 'Order from the galley' : ordered" }, fontSize: 15, fontWeight: '600', fill: '#ffffff', receivesInput: false } },
    { id: 'galleyMenu', kind: 'container', name: 'menu', parent: 'galleyFrame', keepsFocus: true, base: { x: 0, y: 46, width: 160, height: 104, fill: '#fbf8f1', role: 'menu', accessibleName: 'What the galley has', visible: false, opacity: 0, translateY: -6, ...rounded(8) } },
    ...DISHES.flatMap(dish),
  ],
  axes: [{
    id: AXIS, name: 'menu', start: 'galleyShut', boundTo: null,
    states: [state('galleyShut', 'shut', 0, {}), state('galleyOpen', 'open', 1, { galleyButton: { expanded: true }, galleyMenu: { visible: true, opacity: 1, translateY: 0 } })],
  }],
  rules: [
    opens('galleyTap', { on: 'tap' }, 0), opens('galleyDown', key('ArrowDown'), 0), opens('galleyUp', key('ArrowUp'), LAST),
    shuts('galleyTapAgain', { on: 'tap' }, 'galleyButton', []),
    shuts('galleyEscape', key('Escape'), 'galleyMenu'),
    { ...shuts('galleyLeave', key('Tab'), 'galleyMenu', []), letThrough: true },
    shuts('galleyOutside', { on: 'press outside' }, 'galleyFrame', []),
    ...DISHES.map(([id, name]) => shuts(`${id}Order`, { on: 'tap' }, id, [{ id: `${id}Set`, do: 'set', variable: 'ordered', to: `'${name}'` }, focus(`${id}Back`, 'galleyButton')])),
    ...DISHES.flatMap((_, index) => keysOf(index)),
  ],
  variables: [{ id: 'galleyOrdered', name: 'ordered', type: 'text', start: '' }],
}
