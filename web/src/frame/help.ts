export interface HelpLine {
  /** What one wants to do. */
  readonly what: string
  readonly how: string
  readonly keys?: readonly string[]
}

export interface Help {
  readonly title: string
  readonly lines: readonly HelpLine[]
  /** The chapter of the handbook that says more. */
  readonly chapter: string
}

export const EVERYWHERE: readonly HelpLine[] = [
  { what: 'Find anything in the project', how: 'Type a few letters, Enter goes there; a name that is not there yet makes a component or a screen.', keys: ['/'] },
  { what: 'Undo and redo', how: 'Also after a reload.', keys: ['Ctrl Z', 'Ctrl Shift Z'] },
  { what: 'Help', how: 'This sheet, for the page you are on.', keys: ['?'] },
  { what: 'Turn off single-letter keys', how: 'In the menu … of every page.' },
]

const CONTENTS: Help = {
  title: 'Contents',
  chapter: 'vocabulary',
  lines: [
    { what: 'Open a component or a screen', how: 'Double click it, or Enter.', keys: ['Enter'] },
    { what: 'Select several', how: 'Click with Ctrl or Shift; the arrow keys with Shift.', keys: ['Ctrl A'] },
    { what: 'Rename', how: 'In place.', keys: ['F2'] },
    { what: 'Group', how: 'A name such as “Cabin / Card” is in the group Cabin; “Group…” names it for all that is selected.' },
    { what: 'Duplicate, copy to another project, delete', how: 'The line above the pictures, once something is selected.', keys: ['Delete'] },
  ],
}

const BENCH: Help = {
  title: 'The bench: one component',
  chapter: 'semantics',
  lines: [
    { what: 'Draw', how: 'Double click a look to open it on the easel.', keys: ['E', 'Esc'] },
    { what: 'Add a state', how: '“+” behind the last column; double click its name to rename it.' },
    { what: 'Say where a trigger leads', how: 'Drag its cell to the column of the state, or type the name of the state into the cell, with a duration, a condition and actions behind it: open 200 if tries > 2; set tries to 0.' },
    { what: 'Lead there and back', how: 'Hold Alt while you drop, or type “over 200 ease-out and back”: leave undoes enter, release undoes press.' },
    { what: 'Say what a part is like', how: 'Type into the line above its fields: 208x42 at 0,0 fill #24506f; others by name behind a semicolon: ring opacity 0. “+ part” takes such a line for new ones: text heading "Boarding" at 20,12. The handbook has a chapter on lines.' },
    { what: 'Write it', how: 'The whole component as text, in place of the table: what you type is seen at once, Tab takes the word that is offered. The handbook has a chapter on the written form.', keys: ['T'] },
    { what: 'Write one line', how: 'A rule, a part, a look: after 1800: working -> done; over plate: fill #3b6d91. You see what it changes before Enter. Rows copied from a spreadsheet paste as parts, states or rules.', keys: [':'] },
    { what: 'Add several states', how: 'Behind “+”, type their names with commas between.' },
    { what: 'Say the same for several states', how: 'Pull the edge of a cell over the next columns.' },
    { what: 'Time a motion', how: 'In the lanes below: pull an end, or type.' },
    { what: 'Try it', how: 'The specimen answers as it will for people.', keys: ['H pause', 'R start over'] },
    { what: 'All commands', how: 'By name, each with its key.', keys: ['Ctrl K'] },
  ],
}

const STAGE: Help = {
  title: 'The stage: one screen',
  chapter: 'semantics',
  lines: [
    { what: 'Place components', how: '“+” beside “On this screen”.', keys: ['A arrange or run'] },
    { what: 'Arrange', how: 'Drag, pull the handles, drag over several; Ctrl C and V also between screens, components and projects.', keys: ['D duplicate', 'Ctrl G group', 'Ctrl K all commands'] },
    { what: 'Write one line', how: 'instance pay of "Boarding button" at 20,600; tap on pay: any -> stay.', keys: [':'] },
    { what: 'Write it', how: 'The whole screen as text, in place of the list of what stands on it: what you type is seen at once.', keys: ['T'] },
    { what: 'Run', how: 'Use the screen with mouse, touch and keyboard.', keys: ['H pause', 'R start over'] },
    { what: 'Look back', how: 'Click in the trace below.' },
    { what: 'See what affects what', how: 'Links.', keys: ['K'] },
    { what: 'Keep a run as a test', how: '“Save as take”, then say what you expect.' },
  ],
}

const FLOW: Help = {
  title: 'Flow: how screens lead to one another',
  chapter: 'semantics',
  lines: [
    { what: 'See a rule', how: 'Click its arrow: it stands beside the map and can be played.' },
    { what: 'Lead on from an element', how: 'Drag from it to another screen.' },
    { what: 'Follow a take', how: 'Choose it under “Path”.' },
    { what: 'Zoom', how: 'Wheel with Ctrl, or the buttons.', keys: ['+', '−', '0 fit'] },
  ],
}

const FINDINGS: Help = {
  title: 'Findings',
  chapter: 'checks',
  lines: [
    { what: 'See a finding happen', how: 'Click it: its witness plays beside it.' },
    { what: 'Mend it', how: 'Where there is a remedy, its button does what it says; Undo takes it back.' },
    { what: 'Accept it', how: 'With a reason. It comes back when what it is about changes.' },
    { what: 'Be sure', how: '“Run full check” tries everything, on the server.' },
  ],
}

const HANDOVER: Help = {
  title: 'Hand over',
  chapter: 'handover',
  lines: [
    { what: 'Choose what leaves', how: 'All of the project, a component or a screen, at the top left; the bench and the stage lead here with what is selected.' },
    { what: 'Choose the form', how: 'By who gets it. “Left out” says what the form cannot hold.' },
    { what: 'Try it', how: 'A page runs beside it, as whoever gets it will see it.' },
    { what: 'Take it along', how: 'Save or copy it; “Everything as a ZIP file” makes all forms of the whole project.' },
  ],
}

/** The help for a page of a project, by its path. */
export function helpAt(path: string): Help {
  const [, , , place = ''] = path.split('/')
  return { component: BENCH, screen: STAGE, flow: FLOW, findings: FINDINGS, handover: HANDOVER }[place] ?? CONTENTS
}
