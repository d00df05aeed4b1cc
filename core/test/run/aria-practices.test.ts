import { describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import type { Modifiers } from '@rheoscope/core/document'
import { advanceTo, described, drawList, everyDescribed, focused, send, spokenText, startRun, type Run } from '@rheoscope/core/run'
import { pointOn } from '@rheoscope/core/scene'

/**
 * The demo's components against the tables of keys of the ARIA Authoring Practices Guide (W3C, APG 1.2): each row presses
 * keys one after another, and says what has the focus then, as a screen reader says it; and what else is told, where that matters.
 */
interface Row {
  readonly keys: string
  readonly focus: string
  readonly told?: string
}

const TABLES: Readonly<Record<string, { readonly component: string; readonly rows: readonly Row[] }>> = {
  button: {
    component: 'boardingButton',
    rows: [{ keys: 'Tab', focus: 'Board, button' }, { keys: 'Tab Enter', focus: 'Board, button', told: 'state working' }, { keys: 'Tab Space', focus: 'Board, button', told: 'state working' }],
  },
  switch: {
    component: 'gangwaySwitch',
    rows: [{ keys: 'Tab', focus: 'Gangway, switch, not checked' }, { keys: 'Tab Space', focus: 'Gangway, switch, checked' }, { keys: 'Tab Enter', focus: 'Gangway, switch, checked' }, { keys: 'Tab Space Space', focus: 'Gangway, switch, not checked' }],
  },
  disclosure: {
    component: 'readOn',
    rows: [{ keys: 'Tab', focus: 'Read on, button, collapsed' }, { keys: 'Tab Enter', focus: 'Less, button, expanded' }, { keys: 'Tab Space', focus: 'Less, button, expanded' }, { keys: 'Tab Space Enter', focus: 'Read on, button, collapsed' }],
  },
  'dialog (modal)': {
    component: 'drillNotice',
    rows: [
      { keys: 'Tab Enter', focus: 'Understood, button', told: 'Drill at four o’clock, dialog, modal' },
      { keys: 'Tab Enter Tab', focus: 'Understood, button' },
      { keys: 'Tab Enter Shift+Tab', focus: 'Understood, button' },
      { keys: 'Tab Tab Enter Escape', focus: 'Ship’s bell, button' },
      { keys: 'Tab Tab Tab Space Escape', focus: 'Deck plan, button' },
      { keys: 'Tab Enter Enter', focus: 'Notice board, button' },
    ],
  },
  tabs: {
    component: 'fareTabs',
    rows: [
      { keys: 'Tab', focus: 'Adult, tab, selected', told: 'Adult, tabpanel' },
      { keys: 'Tab ArrowRight', focus: 'Child, tab, selected', told: 'Child, tabpanel' },
      { keys: 'Tab ArrowRight ArrowRight ArrowRight', focus: 'Adult, tab, selected' },
      { keys: 'Tab ArrowLeft', focus: 'Bicycle, tab, selected', told: 'Adult, tab, not selected' },
      { keys: 'Tab End', focus: 'Bicycle, tab, selected' },
      { keys: 'Tab End Home', focus: 'Adult, tab, selected' },
      { keys: 'Tab Tab', focus: 'Adult, tabpanel' },
      { keys: 'Tab ArrowRight Tab', focus: 'Child, tabpanel' },
      { keys: 'Tab ArrowRight Tab Shift+Tab', focus: 'Child, tab, selected' },
    ],
  },
  'radio group': {
    component: 'seatChoice',
    rows: [
      { keys: 'Tab', focus: 'By the window, radio, checked', told: 'Where would you like to sit?, radiogroup' },
      { keys: 'Tab Space', focus: 'By the window, radio, checked' },
      { keys: 'Tab ArrowDown', focus: 'In the middle, radio, checked', told: 'By the window, radio, not checked' },
      { keys: 'Tab ArrowRight ArrowRight', focus: 'On deck, radio, checked' },
      { keys: 'Tab ArrowDown ArrowDown ArrowDown', focus: 'By the window, radio, checked' },
      { keys: 'Tab ArrowUp', focus: 'On deck, radio, checked' },
      { keys: 'Tab ArrowLeft ArrowLeft', focus: 'In the middle, radio, checked' },
      { keys: 'Tab ArrowDown Tab', focus: 'In the middle, radio, checked' },
    ],
  },
  listbox: {
    component: 'landingList',
    rows: [
      { keys: 'Tab', focus: 'Land at, listbox, on Skerry Quay, option, selected' },
      { keys: 'Tab ArrowDown', focus: 'Land at, listbox, on Lamp Rock, option, selected', told: 'Skerry Quay, option, not selected' },
      { keys: 'Tab ArrowDown ArrowUp', focus: 'Land at, listbox, on Skerry Quay, option, selected' },
      { keys: 'Tab ArrowUp', focus: 'Land at, listbox, on Skerry Quay, option, selected' },
      { keys: 'Tab End', focus: 'Land at, listbox, on Gannet Stack, option, selected' },
      { keys: 'Tab End ArrowDown', focus: 'Land at, listbox, on Gannet Stack, option, selected' },
      { keys: 'Tab End Home', focus: 'Land at, listbox, on Skerry Quay, option, selected' },
      { keys: 'Tab o', focus: 'Land at, listbox, on Outer Holm, option, selected' },
    ],
  },
  slider: {
    component: 'cabinWarmth',
    rows: [
      { keys: 'Tab', focus: 'Warmth, slider, 20 degrees' },
      { keys: 'Tab ArrowRight', focus: 'Warmth, slider, 21 degrees' },
      { keys: 'Tab ArrowUp', focus: 'Warmth, slider, 21 degrees' },
      { keys: 'Tab ArrowLeft', focus: 'Warmth, slider, 19 degrees' },
      { keys: 'Tab ArrowDown', focus: 'Warmth, slider, 19 degrees' },
      { keys: 'Tab Home', focus: 'Warmth, slider, 16 degrees' },
      { keys: 'Tab End', focus: 'Warmth, slider, 24 degrees' },
      { keys: 'Tab End ArrowRight', focus: 'Warmth, slider, 24 degrees' },
      { keys: 'Tab PageUp', focus: 'Warmth, slider, 23 degrees' },
      { keys: 'Tab PageDown', focus: 'Warmth, slider, 17 degrees' },
    ],
  },
  'menu button and menu': {
    component: 'galleyMenu',
    rows: [
      { keys: 'Tab', focus: 'Order from the galley, button, collapsed' },
      { keys: 'Tab Enter', focus: 'Fish soup, menuitem', told: 'Order from the galley, button, expanded' },
      { keys: 'Tab Space', focus: 'Fish soup, menuitem' },
      { keys: 'Tab ArrowDown', focus: 'Fish soup, menuitem' },
      { keys: 'Tab ArrowUp', focus: 'Tea, menuitem' },
      { keys: 'Tab Enter ArrowDown', focus: 'Waffles, menuitem' },
      { keys: 'Tab Enter ArrowUp', focus: 'Tea, menuitem' },
      { keys: 'Tab Enter ArrowDown ArrowDown ArrowDown', focus: 'Fish soup, menuitem' },
      { keys: 'Tab Enter End', focus: 'Tea, menuitem' },
      { keys: 'Tab Enter End Home', focus: 'Fish soup, menuitem' },
      { keys: 'Tab Enter Escape', focus: 'Order from the galley, button, collapsed' },
      { keys: 'Tab Enter ArrowDown Enter', focus: 'Waffles, button, collapsed' },
      { keys: 'Tab Enter Tab', focus: 'Order from the galley, button, collapsed' },
    ],
  },
}

describe.each(Object.entries(TABLES))('%s', (_, { component, rows }) => {
  test.each(rows)('$keys', ({ keys, focus, told }) => {
    const run = startRun(skerryLine, { component })
    keys.split(' ').forEach((chord) => press(run, chord))
    expect(focusText(run)).toBe(focus)
    if (told?.startsWith('state ')) expect(stateNames(run)).toContain(told.slice(6))
    else if (told !== undefined) expect(everyDescribed(described(run)).map(spokenText)).toContain(told)
  })
})

test('a tap or a pull along the track sets the slider as well', () => {
  const run = startRun(skerryLine, { component: 'cabinWarmth' })
  const at = (x: number) => ({ x, y: 50, pointer: 'mouse' as const })
  for (const input of [{ do: 'move', ...at(60) }, { do: 'press', ...at(60) }, { do: 'release', ...at(60) }] as const) send(run, input)
  expect(everyDescribed(described(run)).map(spokenText)).toContain('Warmth, slider, 18 degrees')
  for (const input of [{ do: 'press', ...at(60) }, { do: 'move', ...at(90) }, { do: 'move', ...at(141) }, { do: 'release', ...at(141) }] as const) send(run, input)
  expect(everyDescribed(described(run)).map(spokenText)).toContain('Warmth, slider, 22 degrees')
})

test('a press beside the menu shuts it, and one on its button does not open it again', () => {
  const run = startRun(skerryLine, { component: 'galleyMenu' })
  const tapOn = (part: string) => {
    const at = pointOn(drawList(run), '', part)!
    for (const input of [{ do: 'move', ...at, pointer: 'mouse' }, { do: 'press', ...at, pointer: 'mouse' }, { do: 'release', ...at, pointer: 'mouse' }] as const) send(run, input)
    advanceTo(run, run.nowMs + 300)
  }
  tapOn('galleyButton')
  expect(stateNames(run)).toEqual(['open'])
  tapOn('galleyButton')
  expect(stateNames(run)).toEqual(['shut'])
})

const HELD: readonly (keyof Modifiers)[] = ['shift', 'control', 'alt', 'meta']

/** A key goes down and comes up again, such as `Shift+Tab`; whatever moves comes to rest. */
function press(run: Run, chord: string): void {
  const parts = chord.split('+')
  const key = parts.at(-1) === 'Space' ? ' ' : parts.at(-1)!
  const modifiers = Object.fromEntries(HELD.filter((name) => parts.slice(0, -1).includes(`${name[0]!.toUpperCase()}${name.slice(1)}`)).map((name) => [name, true]))
  send(run, { do: 'key', key, modifiers })
  send(run, { do: 'key up', key, modifiers })
  advanceTo(run, run.nowMs + 700)
}

const focusText = (run: Run): string => focused(described(run)).map(spokenText).join(', on ') || 'nowhere'

const stateNames = (run: Run): readonly string[] => {
  const { compiled, states } = run.instances.get('')!
  return compiled.component.axes.map((axis, index) => axis.states.find(({ id }) => id === states[index])!.name)
}
