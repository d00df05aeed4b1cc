/** What a field is for, in a sentence, and where the handbook says more: a chapter and a heading of it. */
export interface Explanation {
  readonly says: string
  readonly see: readonly [chapter: string, section: string]
}

const at = (chapter: string, section: string, fields: Readonly<Record<string, string>>): readonly (readonly [string, Explanation])[] =>
  Object.entries(fields).map(([label, says]) => [label, { says, see: [chapter, section] }])

/** By the name a field has on the page, in small letters. */
const EXPLANATIONS: ReadonlyMap<string, Explanation> = new Map([
  ...at('semantics', 'Layout and text', {
    'layout': 'How what is inside is arranged: free, each at its x and y, or in a row or a column.',
    'gap': 'Space between what stands in a row or column, in px.',
    'padding top': 'Space above what is inside, in px.', 'padding right': 'Space to the right of what is inside, in px.', 'padding bottom': 'Space below what is inside, in px.', 'padding left': 'Space to the left of what is inside, in px.',
    'align': 'Where what is inside stands across the row or column.', 'justify': 'Where what is inside stands along the row or column.', 'wrap': 'What does not fit goes on to a further line.',
    'width from': 'Fixed: the width given. Content: as wide as what is inside. Fill: what the row leaves.', 'height from': 'Fixed: the height given. Content: as high as what is inside. Fill: what the column leaves.',
    'grow': 'Its share of the space a row or column leaves over.', 'in layout': 'Off: the row or column leaves no space for it.',
    'pin across': 'What it keeps its distance from when what holds it becomes wider or narrower.', 'pin down': 'What it keeps its distance from when what holds it becomes higher or lower.',
    'text': 'What is written; an expression after = joins what can change.', 'size': 'Size of the letters, in px.', 'weight': 'How bold the letters are: 400 is regular.', 'case': 'As written, or all in capital or small letters.', 'alignment': 'Where each line of the text begins or ends.',
    'clip': 'What reaches beyond its edges is cut off.', 'fade top': 'What is inside fades out over so many px at the top.', 'fade bottom': 'What is inside fades out over so many px at the bottom.',
    'family': 'The typeface of the text.', 'line height': 'Height of a line, as a multiple of the text size.', 'letter spacing': 'Space added after each letter, in px.', 'ellipsis': 'What does not fit ends in “…”.',
  }),
  ...at('semantics', 'Values', {
    'x': 'Distance of its left edge from that of what holds it, in px.', 'y': 'Distance of its top edge from that of what holds it, in px.', 'width': 'Its width in px.', 'height': 'Its height in px.',
    'translate x': 'Moves it to the side without moving anything else, in px.', 'translate y': 'Moves it down without moving anything else, in px.', 'rotation': 'Turns it about its transform origin, in degrees; a motion turns by as much as the numbers differ.',
    'scale x': 'Stretches it across about its transform origin; 1 is as drawn.', 'scale y': 'Stretches it down about its transform origin; 1 is as drawn.', 'transform origin x': 'The point it turns and scales about: 0 is its left edge, 1 its right.', 'transform origin y': 'The point it turns and scales about: 0 is its top edge, 1 its bottom.',
    'fill': 'Its colour: #rrggbb, #rrggbbaa, a token by its name, or a gradient.', 'stroke': 'The colour of its outline.', 'opacity': '0 is clear, 1 solid; it holds for everything inside.', 'visible': 'Off: it is not drawn, not read out and cannot be touched.',
    'stroke width': 'How thick its outline is, in px; half lies inside, half outside.', 'stroke cap': 'How the ends of a line look.', 'stroke join': 'How the corners of a line look.',
    'radius top left': 'How round its top left corner is, in px.', 'radius top right': 'How round its top right corner is, in px.', 'radius bottom right': 'How round its bottom right corner is, in px.', 'radius bottom left': 'How round its bottom left corner is, in px.',
    'arc start': 'The angle its arc begins at, in degrees from the top, clockwise.', 'arc sweep': 'How far its arc goes round, in degrees; 360 is all round.', 'outline': 'The path in SVG notation.', 'picture': 'Which of the pictures of the project is shown.', 'fit': 'Contain shows all of the picture, cover fills its frame, stretch distorts it.', 'icon': 'Which of the icons of the project is shown.', 'shadow': 'Shadows it casts: across, down, blur and colour of each.',
    'stroke dash': 'Lengths of dashes and gaps in turn, in px: 4 2.', 'fill rule': 'What counts as inside where the outline crosses itself.', 'inner radius': 'Makes a ring of it: the hole as a share of its size.', 'blur': 'Blur radius in px, as in CSS.',
  }),
  ...at('semantics', 'Fields', {
    'placeholder': 'Shown while nothing is written; no name for the field.', 'kind': 'What is written: it chooses the keyboard of a touch device, and what is valid.', 'lines': 'One line is submitted with Enter; several take it for a new line.', 'longest': 'How many characters fit at most.', 'read only': 'What it holds can be read and copied, not changed.',
    'placeholder colour': 'The colour of the placeholder.', 'caret colour': 'The colour of the line where the next character goes.', 'selection colour': 'The colour behind what is selected.',
    'writes': 'The variable, or column of the item, that holds what is written.', 'pause': 'What is typed is written once nothing has been typed for so long, in ms; 0 writes at once.', 'valid if': 'What has to be so besides what its kind asks for.',
  }),
  ...at('semantics', 'Glides', { '+ glide': 'The property, how long it takes and along which easing: width 240 ease-out.' }),
  ...at('semantics', 'Records', { 'where': 'Which records are meant, by a condition over record.column; all of them where there is none.', 'restore': 'The table that is to be what the project says again.' }),
  ...at('semantics', 'What is announced', {
    'role': 'What it is to somebody who hears the screen: a button, a switch, a tab.', 'accessible name': 'What it is called to somebody who hears the screen.', 'focusable': 'The Tab key comes to it.', 'disabled': 'It is said to be out of use.',
    'controls': 'The part it opens or changes.', 'active descendant': 'The part inside that has the focus while it keeps that of the keyboard.', 'value': 'Where a slider or a meter stands.', 'least value': 'The least it can stand at.', 'greatest value': 'The greatest it can stand at.', 'partly checked': 'Some of what it stands for is on and some is not.', 'value in words': 'What is read out instead of the number.', 'current': 'It stands for where one is: the page, the step, the date.',
    'checked': 'Whether it is on.', 'selected': 'Whether it is chosen among its siblings.', 'expanded': 'Whether what it controls is open.', 'pressed': 'Whether it is held in.', 'modal': 'Nothing around it can be used while it is there.',
  }),
  ...at('semantics', 'Where an event goes', {
    'receives input': 'Off: the pointer goes through it to what lies beneath.', 'pointer cursor': 'What the pointer of a mouse looks like over it.', 'on part': 'Where the trigger has to happen: anywhere in the component, or on one part.', 'heard': 'Whether keys are heard only while it has the focus, or from anywhere on the screen.',
  }),
  ...at('semantics', 'Rules', {
    'go to': 'The state it leads to.', 'if': 'A condition; the rule holds only while it is true.', 'only if': 'A condition; the rule holds only while it is true.', 'holds in': 'The states in which the rule answers.', 'then': 'What is done besides.', 'set': 'Gives a variable a value.', 'send': 'Sends a message to others, by its name.', 'with': 'What the message carries.',
  }),
  ...at('semantics', 'Motion', {
    'duration': 'How long the motion takes, in ms or as the name of a token.', 'delay': 'How long it waits before it begins, in ms.', 'easing': 'How it speeds up and slows down: ease-out, cubic-bezier(…), spring(…), steps(…) or the name of a token.', 'applies to': 'Whether a time is said for this rule alone, for the way between two states, for the component or for the project.',
    'rotation direction': 'Which way round a rotation goes.', 'colours mix': 'The colour space in which colours change into one another.',
  }),
  ...at('semantics', 'Interruption', { 'interrupted': 'What happens when it is to go elsewhere before it has arrived.', 'velocity': 'Whether it keeps its velocity there, or begins anew.' }),
  ...at('semantics', 'Reduced motion', { 'reduced motion': 'What is left out for people who would rather have nothing move.' }),
  ...at('semantics', 'Stagger', { 'stagger': 'Begins one after another instead of all together, by so many ms.' }),
  ...at('semantics', 'Continuous motion', { 'loop': 'How long one round takes, in ms; off for none.', 'direction': 'Whether each round begins anew or goes back the way it came.', 'count': 'How many rounds; infinite for no end.' }),
  ...at('semantics', 'Keyframes', { 'share': 'How long the way to the keyframe takes, relative to the others; the last way counts 1.' }),
  ...at('semantics', 'after and every', { 'counted from': 'Whether the time counts from when the state is entered, or from when its motion has ended.', 'held while': 'A condition; while it is true the clock of the rule stands.' }),
  ...at('semantics', 'long press', { 'held for': 'How long it has to be pressed, in ms.' }),
  ...at('semantics', 'while dragged and while scrolled', { 'by': 'How far the change has come, from 0 to 1, such as sheet.dragY / 200.', 'kept if': 'Let go, it goes on to its end where this is true, and back where it is not.' }),
  ...at('semantics', 'drag start, drag and drag end', { 'dragged': 'Which way it follows the pointer.', 'limit to': 'What it cannot be dragged out of.', 'on release': 'Whether it keeps its momentum or stands still.', 'snap to': 'Where it comes to rest.' }),
  ...at('semantics', 'Screens, overlays and entry points', { 'shown': 'As a screen, which takes the place of another, or over one.', 'enters': 'How the screen comes in, and goes the same way back.', 'backdrop opacity': 'How dark what is beneath an overlay becomes, from 0 to 1.', 'run begins': 'Which entry point the run begins by.' }),
  ...at('semantics', 'Transition names', { 'transition name': 'Parts of the same name on two screens change into one another instead of one going and the other coming.' }),
  ...at('semantics', 'Scrolling', { 'scrolls': 'Which way what does not fit can be scrolled.' }),
  ...at('semantics', 'Lists', { 'table': 'The table of which it has an item for each record.', 'each as': 'The component each item is an instance of.', 'order': 'What the items are in order by: columns or expressions with commas between, each with “down” behind it to begin with the greatest.', 'at most': 'Items beyond so many are not shown.', 'items take': 'How long items take to come, to go and to move, in ms.' }),
])

/** What a field of that name is for; undefined for one that nothing is said of. */
export const explanationOf = (label: string): Explanation | undefined => EXPLANATIONS.get(label.trim().toLowerCase())

/** All that is explained, by the names of fields. */
export const explained = (): ReadonlyMap<string, Explanation> => EXPLANATIONS
