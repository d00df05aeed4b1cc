import type { Component, Part, Rule } from '../document'
import { BARE, rounded, rule, state, timed, to } from './building'

const AXIS = 'seatAxis'

const SEATS = [['seatWindow', 'By the window'], ['seatMiddle', 'In the middle'], ['seatDeck', 'On deck']] as const

const seat = ([id, name]: (typeof SEATS)[number], index: number): readonly Part[] => [
  { id, kind: 'container', name, parent: 'seatGroup', base: { y: index * 36, width: 200, height: 36, role: 'radio', focusable: true, checked: index === 0, ...(index === 0 ? {} : { cursor: 'pointer' }) } },
  { id: `${id}Ring`, kind: 'ellipse', name: `${name} ring`, parent: id, base: { x: 10, y: 9, width: 18, height: 18, fill: '#ffffff', stroke: '#24506f', strokeWidth: 2 } },
  { id: `${id}Dot`, kind: 'ellipse', name: `${name} dot`, parent: id, base: { x: 14, y: 13, width: 10, height: 10, fill: '#24506f', ...(index === 0 ? {} : { scaleX: 0, scaleY: 0 }) } },
  { id: `${id}Words`, kind: 'text', name: `${name} words`, parent: id, base: { x: 40, y: 8, width: 150, height: 20, text: name, fontSize: 15, fill: '#1d2b33' } },
]

const choosing = timed(120, 'ease-out')

const everyState = SEATS.map(([id]) => `${id}Chosen`)

/** The arrows go on from the one that has the focus, round and round, and choose where they come to. */
const keysOf = ([id]: (typeof SEATS)[number], index: number): readonly Rule[] =>
  ([['ArrowDown', 1], ['ArrowRight', 1], ['ArrowUp', -1], ['ArrowLeft', -1]] as const).map(([key, step]) => {
    const [next] = SEATS[(index + step + SEATS.length) % SEATS.length] ?? SEATS[0]
    return rule(`${id}${key}`, {
      axis: AXIS, on: { on: 'key', key, modifiers: {}, anywhere: false }, part: id, in: everyState.filter((each) => each !== `${next}Chosen`), go: to(`${next}Chosen`), motion: choosing,
      actions: [{ id: `${id}${key}Focus`, do: 'focus', part: next }],
    })
  })

/** Where one would like to sit: one of three. */
export const seatChoice: Component = {
  ...BARE,
  id: 'seatChoice',
  name: 'Seat choice',
  parts: [
    { id: 'seatGroup', kind: 'container', name: 'seats', parent: null, keepsFocus: true, base: { width: 200, height: 108, fill: '#fbf8f1', role: 'radiogroup', accessibleName: 'Where would you like to sit?', ...rounded(8) } },
    ...SEATS.flatMap(seat),
  ],
  axes: [{
    id: AXIS, name: 'seat', start: 'seatWindowChosen', boundTo: null,
    states: SEATS.map(([id, name], index) => state(`${id}Chosen`, name.toLowerCase(), index, index === 0 ? {} : {
      seatWindow: { checked: false, cursor: 'pointer' }, seatWindowDot: { scaleX: 0, scaleY: 0 }, [id]: { checked: true, cursor: 'default' }, [`${id}Dot`]: { scaleX: 1, scaleY: 1 },
    })),
  }],
  rules: [
    ...SEATS.flatMap(([id]) => [
      rule(`${id}Choose`, { axis: AXIS, on: { on: 'tap' }, part: id, in: everyState.filter((each) => each !== `${id}Chosen`), go: to(`${id}Chosen`), motion: choosing }),
      rule(`${id}Stays`, { axis: AXIS, on: { on: 'tap' }, part: id, in: [`${id}Chosen`], go: { go: 'ignored' } }),
    ]),
    ...SEATS.flatMap(keysOf),
  ],
}
