import { batch, clipOf, componentOf, firstOf, groupParts, hasKeys, inProject, isFields, itemAt, lookClipOf, orElse, pasteClip, pasteLook, pasteRules, pasteStates, putPart, removeParts, reorderPart, rootOf, setAt, topmost, ungroupPart, type Clip, type Component, type Edit, type LookClip, type Part, type RuleClip, type StateClip } from '@rheoscope/core/document'
import { stillLife } from '@rheoscope/core/run'
import { aligned, ALIGNMENTS, around, distributed, IDENTITY, itemOf, matrixTo, shownSize, transformed, type Alignment, type Frame, type Point } from '@rheoscope/core/scene'
import { jsonOr } from '@rheoscope/core/document'
import { newId } from '../../session/new-id'
import type { Bench } from './use-bench'

/** Something the bench can do. Its key is shown wherever it is. */
export interface Command {
  readonly name: string
  /** As `KeyboardEvent.key` has it, with `Ctrl`, `Shift` and `Alt` before it in that order; null for none. */
  readonly key: string | null
  readonly isPossible: (bench: Bench) => boolean
  readonly run: (bench: Bench) => void
}

const always = () => true
const hasParts = ({ component, view }: Bench): boolean => topmost(component, view.parts).length > 0
const hasSeveral = (least: number) => ({ component, view }: Bench): boolean => topmost(component, view.parts).length >= least

const showAs = (as: 'map' | 'text') => ({ view, select }: Bench): void => select({ do: 'show as', as: view.shownAs === as ? 'table' : as })

const ALIGN_KEYS: Readonly<Record<Alignment, string | null>> = {
  left: 'Shift Alt ArrowLeft', right: 'Shift Alt ArrowRight', top: 'Shift Alt ArrowUp', bottom: 'Shift Alt ArrowDown', centre: null, middle: null,
}

/** What can be done wherever something is open that has a written form. */
export const LINE_COMMANDS: readonly Command[] = [
  { name: 'Write a line', key: ':', isPossible: always, run: ({ select }) => select({ do: 'write a line', line: '' }) },
  { name: 'Show it as text, or not', key: 't', isPossible: always, run: showAs('text') },
]

/** What can be done with parts, on the easel and on the stage, in the order the palette lists it. */
export const PART_COMMANDS: readonly Command[] = [
  ...LINE_COMMANDS,
  { name: 'Draw a path', key: 'p', isPossible: ({ view }) => view.isEaselOpen, run: ({ select }) => select({ do: 'use tool', tool: 'draw a path' }) },
  { name: 'Move the points of the path', key: null, isPossible: ({ view, parts }) => view.isEaselOpen && parts[0]?.kind === 'path', run: ({ select }) => select({ do: 'use tool', tool: 'points' }) },
  { name: 'Duplicate', key: 'd', isPossible: hasParts, run: duplicate },
  { name: 'Group into a container', key: 'Ctrl g', isPossible: hasParts, run: group },
  { name: 'Ungroup', key: 'Ctrl Shift g', isPossible: ({ component, parts }) => parts.some(({ id }) => ungroupPart(component, id) !== null), run: ungroup },
  { name: 'Bring forward', key: 'PageUp', isPossible: hasParts, run: reorder('front') },
  { name: 'Send back', key: 'PageDown', isPossible: hasParts, run: reorder('back') },
  { name: 'Lock, or unlock', key: 'l', isPossible: hasParts, run: flag('locked', 'lock', 'unlock') },
  { name: 'Hide while drawing, or show', key: null, isPossible: hasParts, run: flag('hidden', 'hide', 'show') },
  { name: 'Put into the container above', key: 'Alt ]', isPossible: ({ component, parts }) => containerAbove(component, parts[0]) !== null, run: (bench) => putInto(bench, containerAbove(bench.component, bench.parts[0])) },
  { name: 'Take out of the container', key: 'Alt [', isPossible: ({ component, parts }) => containerAround(component, parts[0]) !== null, run: (bench) => putInto(bench, containerAround(bench.component, bench.parts[0])) },
  { name: 'Remove the parts', key: null, isPossible: hasParts, run: removeSelected },
  { name: 'Select all parts', key: 'Ctrl a', isPossible: always, run: ({ component, select }) => select({ do: 'select parts', parts: component.parts.slice(1).map(({ id }) => id) }) },
  ...ALIGNMENTS.map((alignment): Command => ({
    name: `Align: ${alignment}`, key: ALIGN_KEYS[alignment], isPossible: hasParts,
    run: (bench) => arrange(bench, `align ${alignment}`, (frames, room) => aligned(frames, frames.length > 1 ? around(frames) : room, alignment)),
  })),
  { name: 'Distribute across', key: null, isPossible: hasSeveral(3), run: (bench) => arrange(bench, 'distribute across', (frames) => distributed(frames, 'across')) },
  { name: 'Distribute down', key: null, isPossible: hasSeveral(3), run: (bench) => arrange(bench, 'distribute down', (frames) => distributed(frames, 'down')) },
  { name: 'Same width', key: null, isPossible: hasSeveral(2), run: sameSize('width') },
  { name: 'Same height', key: null, isPossible: hasSeveral(2), run: sameSize('height') },
]

/** Every command of the bench, in the order the palette lists them. */
export const COMMANDS: readonly Command[] = [
  // The keys of these two are those of every place.
  { name: 'Undo', key: null, isPossible: always, run: ({ session }) => session.undo() },
  { name: 'Redo', key: null, isPossible: always, run: ({ session }) => session.redo() },
  { name: 'Pause the clock, or resume', key: 'h', isPossible: ({ player }) => player !== null, run: ({ player }) => player?.hold(!player.getState().isHeld) },
  { name: 'Start the specimen over', key: 'r', isPossible: ({ player }) => player !== null, run: ({ player }) => player?.startOver() },
  { name: 'Open the easel', key: 'e', isPossible: ({ view }) => !view.isEaselOpen, run: ({ select, state }) => select({ do: 'open easel', state: state.id }) },
  { name: 'Back to the table', key: 'Escape', isPossible: ({ view }) => view.isEaselOpen, run: ({ select }) => select({ do: 'close easel' }) },
  { name: 'Show the rules as a map, or as a table', key: ',', isPossible: always, run: showAs('map') },
  { name: 'Mark the gaps in the table, or not', key: null, isPossible: always, run: ({ view, select }) => select({ do: 'show gaps', shows: !view.showsGaps }) },
  { name: 'Edit this look', key: null, isPossible: always, run: ({ select }) => select({ do: 'edit into', into: 'look' }) },
  { name: 'Edit the base look', key: null, isPossible: always, run: ({ select }) => select({ do: 'edit into', into: 'base' }) },
  { name: 'Edit the absent look', key: null, isPossible: always, run: ({ select }) => select({ do: 'edit into', into: 'absent' }) },
  { name: 'Edit all looks', key: null, isPossible: always, run: ({ select }) => select({ do: 'edit into', into: 'all' }) },
  { name: 'Copy what this look changes', key: null, isPossible: always, run: ({ component, axis, state }) => void navigator.clipboard.writeText(JSON.stringify(lookClipOf(component, { look: 'state', axis: axis.id, state: state.id }))) },
  ...PART_COMMANDS,
]

/** The command a key event asks for, if it is possible. */
export function commandOf(event: KeyboardEvent, bench: Bench, commands = COMMANDS): Command | undefined {
  // Which signs need Shift differs from keyboard to keyboard.
  const isShifted = event.shiftKey && !/^[^a-z]$/i.test(event.key)
  const held = [(event.ctrlKey || event.metaKey) && 'Ctrl', isShifted && 'Shift', event.altKey && 'Alt'].filter(Boolean)
  const pressed = [...held, event.key.length === 1 ? event.key.toLowerCase() : event.key].join(' ')
  return commands.find(({ key, isPossible }) => key === pressed && isPossible(bench))
}

/** A command's key as it stands on a keyboard. */
export const keyText = (key: string): string =>
  key.split(' ').map((word) => ({ ArrowLeft: '←', ArrowRight: '→', ArrowUp: '↑', ArrowDown: '↓', PageUp: 'Page ↑', PageDown: 'Page ↓', Escape: 'Esc' })[word] ?? (word.length === 1 ? word.toUpperCase() : word)).join(' ')

/** Pastes what a clipboard holds, if that is parts, what a look changes, rules or states; says whether it was. */
export function pasteText(bench: Bench, text: string): boolean {
  const clip = jsonOr(text, null)
  return isClip(clip) && orElse(() => pasteIn(bench, clip), false)
}

type AnyClip = Clip | LookClip | RuleClip | StateClip

const IS_CLIP: Readonly<Record<string, (clip: Readonly<Record<string, unknown>>) => boolean>> = {
  'rheoscope-parts': ({ parts, looks }) => Array.isArray(parts) && Array.isArray(looks),
  'rheoscope-look': ({ parts }) => hasKeys(parts),
  'rheoscope-rules': ({ rules }) => Array.isArray(rules),
  'rheoscope-states': ({ states, rules }) => Array.isArray(states) && Array.isArray(rules),
}

/** Whether a value is a clip; what is in it is held against the component when it is pasted. */
const isClip = (value: unknown): value is AnyClip => isFields(value) && IS_CLIP[String(value.format)]?.(value) === true

function pasteIn({ project, session, component, axis, editedStates, make, select }: Bench, clip: AnyClip): boolean {
  if (clip.format === 'rheoscope-look') {
    make(pasteLook(component, editedStates.map((state) => ({ look: 'state', axis: axis.id, state: state.id })), clip), 'paste a look')
    return true
  }
  if (clip.format === 'rheoscope-rules') {
    make(pasteRules(component, axis.id, clip, newId), 'paste rules')
    return true
  }
  if (clip.format === 'rheoscope-states') {
    const last = axis.states.findLastIndex(({ id }) => editedStates.some((state) => state.id === id))
    const made = pasteStates(component, axis.id, axis.states[last + 1]?.id ?? null, clip, newId)
    make(made?.edit ?? null, 'paste states')
    for (const [index, id] of made?.pasted.entries() ?? []) select(index === 0 ? { do: 'select state', state: id } : { do: 'add state to selection', state: id })
    return made !== null
  }
  if (clip.format !== 'rheoscope-parts') return false
  const lacking = clip.parts.filter((part) => (part.kind === 'instance' || part.kind === 'list') && part.component !== null && !componentOf(project, part.component))
  if (lacking.length > 0) {
    session.say(`${lacking.map(({ name }) => `“${name}”`).join(', ')} cannot be pasted: this project does not have the component. Copy the component here first, from the contents of the other project.`)
    return true
  }
  const { edit, pasted } = pasteClip(component, clip, newId)
  make(edit, 'paste parts')
  select({ do: 'select parts', parts: pasted })
  return true
}

function duplicate({ component, view, make, select }: Bench): void {
  const { edit, pasted } = pasteClip(component, clipOf(component, view.parts), newId)
  make(edit, 'duplicate')
  select({ do: 'select parts', parts: pasted })
}

function group(bench: Bench): void {
  const { component, view, make, select } = bench
  const id = newId('group')
  const edit = groupParts(component, view.parts, id, around(framesOf(bench).map(({ frame }) => frame)))
  make(edit, 'group')
  if (edit) select({ do: 'select parts', parts: [id] })
}

function ungroup({ component, parts, make, select }: Bench): void {
  const [target] = parts.filter(({ id }) => ungroupPart(component, id) !== null)
  if (!target) return
  make(ungroupPart(component, target.id), `dissolve ${target.name}`)
  select({ do: 'select parts', parts: component.parts.filter(({ parent }) => parent === target.id).map(({ id }) => id) })
}

function reorder(towards: 'front' | 'back') {
  return ({ component, parts, make }: Bench): void => {
    const [part] = parts
    if (part) make(reorderPart(component, part, towards), `move ${part.name} to the ${towards}`)
  }
}

function flag(property: 'locked' | 'hidden', setting: string, clearing: string) {
  return ({ component, parts, make }: Bench): void => {
    const to = parts.some((part) => part[property] !== true)
    make(batch(...parts.map(({ id }): Edit => setAt(inProject('components', component.id, 'parts', id, property), to))), to ? setting : clearing)
  }
}

/** The container that stands just before a part among its siblings, or the nearest one before that. */
function containerAbove({ parts }: Component, part: Part | undefined): string | null {
  const siblings = parts.filter(({ parent }) => parent !== null && parent === part?.parent)
  const before = siblings.slice(0, siblings.findIndex(({ id }) => id === part?.id))
  return before.findLast(({ kind }) => kind === 'container')?.id ?? null
}

const containerAround = ({ parts }: Component, part: Part | undefined): string | null =>
  parts.find(({ id }) => id === part?.parent)?.parent ?? null

/** Puts the first selected part into another container, where it stays in its place on screen; before one of those in it, or on top. */
export function putInto(bench: Bench, holder: string | null, before: string | null = null): void {
  const { project, component, shown, parts: [part], make } = bench
  if (!part || holder === null) return
  const list = stillLife(project, component.id, shown)
  const origin = (id: string | null) => transformed((id === null ? null : matrixTo(list, '', id)) ?? IDENTITY, { x: 0, y: 0 })
  const [from, to] = [origin(part.parent), origin(holder)]
  make(putPart(component, part.id, holder, before, { x: from.x - to.x, y: from.y - to.y }), `move ${part.name}`)
}

/** Takes the selected parts out, with all that is inside them. */
export function removeSelected({ component, view, isScreen, make, select }: Bench): void {
  const doomed = topmost(component, view.parts)
  if (doomed.length === 0) return
  make(removeParts(component, doomed.map(({ id }) => id)), `remove ${doomed.map(({ name }) => name).join(', ')}`)
  const holder = doomed[0]?.parent
  // What is done next is done to what held them; of a screen that is nothing in particular.
  select({ do: 'select parts', parts: holder == null || (isScreen && holder === rootOf(component).id) ? [] : [holder] })
}

/** Puts the selected parts where `place` says; a single one is placed within its holder. */
function arrange(bench: Bench, label: string, place: (frames: readonly Frame[], room: Frame) => readonly Point[]): void {
  const framed = framesOf(bench)
  if (framed.length === 0) return
  const places = place(framed.map(({ frame }) => frame), firstOf(framed).room)
  const said = framed.flatMap(({ part, frame }, index) =>
    (['x', 'y'] as const).filter((side) => itemAt(places, index)[side] !== frame[side]).map((side) => ({ part: part.id, property: side, value: Math.round(itemAt(places, index)[side] * 100) / 100 })))
  if (said.length > 0) bench.make(bench.propertyEdit(said), label)
}

/** Makes the selected parts as wide, or as high, as the one selected first. */
function sameSize(side: 'width' | 'height') {
  return (bench: Bench): void => {
    const framed = framesOf(bench)
    const to = framed.find(({ part }) => part.id === bench.view.parts[0])?.frame[side]
    if (to === undefined) return
    const said = framed.filter(({ frame }) => frame[side] !== to).flatMap(({ part }) => [{ part: part.id, property: side, value: to }, { part: part.id, property: `${side}From`, value: 'fixed' }])
    if (said.length > 0) bench.make(bench.propertyEdit(said), `give parts the same ${side}`)
  }
}

/** The selected parts with their frames in the selected look, and the room of what holds them. */
function framesOf({ project, component, shown, view }: Bench): readonly { readonly part: Part; readonly frame: Frame; readonly room: Frame }[] {
  const list = stillLife(project, component.id, shown)
  return topmost(component, view.parts).flatMap((part) => {
    const [item, holder] = [itemOf(list, '', part.id), part.parent === null ? undefined : itemOf(list, '', part.parent)]
    if (!item || !holder) return []
    const { x, y } = item.values
    return [{ part, frame: { x, y, ...shownSize(item) }, room: { x: 0, y: 0, width: holder.values.width, height: holder.values.height } }]
  })
}
