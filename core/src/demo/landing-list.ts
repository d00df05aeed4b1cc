import type { Component, Part, Rule } from '../document'
import { BARE, rounded, rule, state, timed, to } from './building'

const AXIS = 'landingAxis'

const LANDINGS = [['landingSkerry', 'Skerry Quay'], ['landingLamp', 'Lamp Rock'], ['landingOuter', 'Outer Holm'], ['landingGannet', 'Gannet Stack']] as const

const landing = ([id, name]: (typeof LANDINGS)[number], index: number): readonly Part[] => [
  { id, kind: 'container', name, parent: 'landingList', base: { y: index * 32, width: 180, height: 32, cursor: index === 0 ? 'default' : 'pointer', role: 'option', selected: index === 0 } },
  { id: `${id}Name`, kind: 'text', name: `${name} name`, parent: id, base: { x: 14, y: 6, width: 160, height: 20, text: name, fontSize: 15, fill: '#1d2b33' } },
]

const moving = timed(140, 'ease-out')

const others = (index: number): readonly string[] => LANDINGS.flatMap(([id], at) => (at === index ? [] : [`${id}Chosen`]))

/** One on or back, to either end, or by its first letter. */
const keys: readonly Rule[] = LANDINGS.flatMap(([id, name], index): readonly Rule[] => {
  const chosen = `${id}Chosen`
  const from = (at: number): readonly string[] => LANDINGS.slice(at, at + 1).map(([each]) => `${each}Chosen`)
  const ways: readonly (readonly [key: string, from: readonly string[]])[] = [
    ['ArrowDown', index === 0 ? [] : from(index - 1)], ['ArrowUp', from(index + 1)],
    ['Home', index === 0 ? others(0) : []], ['End', index === LANDINGS.length - 1 ? others(index) : []],
    [name.slice(0, 1).toLowerCase(), others(index)],
  ]
  return ways.flatMap(([key, states]) => (states.length === 0 ? [] : [rule(`${id}${key}`, { axis: AXIS, on: { on: 'key', key, modifiers: {}, anywhere: false }, part: 'landingList', in: states, go: to(chosen), motion: moving })]))
})

/** Where to land: a list with one chosen. The list has the focus, and says which of its options is the active one. */
export const landingList: Component = {
  ...BARE,
  id: 'landingList',
  name: 'Landing list',
  parts: [
    { id: 'landingList', kind: 'container', name: 'list', parent: null, base: { width: 180, height: 128, fill: '#fbf8f1', role: 'listbox', accessibleName: 'Land at', focusable: true, activeDescendant: 'landingSkerry', ...rounded(8) } },
    { id: 'landingMark', kind: 'box', name: 'mark', parent: 'landingList', base: { x: 0, y: 0, width: 180, height: 32, fill: '#d3e4ee', receivesInput: false, ...rounded(8) } },
    ...LANDINGS.flatMap(landing),
  ],
  axes: [{
    id: AXIS, name: 'landing', start: 'landingSkerryChosen', boundTo: null,
    states: LANDINGS.map(([id, name], index) => state(`${id}Chosen`, name, index, index === 0 ? {} : {
      landingSkerry: { selected: false, cursor: 'pointer' }, [id]: { selected: true, cursor: 'default' }, landingList: { activeDescendant: id }, landingMark: { y: index * 32 },
    })),
  }],
  rules: [
    ...LANDINGS.map(([id], index) => rule(`${id}Choose`, { axis: AXIS, on: { on: 'tap' }, part: id, in: others(index), go: to(`${id}Chosen`), motion: moving })),
    ...LANDINGS.map(([id]) => rule(`${id}Stays`, { axis: AXIS, on: { on: 'tap' }, part: id, in: [`${id}Chosen`], go: { go: 'ignored' } })),
    ...keys,
  ],
}
