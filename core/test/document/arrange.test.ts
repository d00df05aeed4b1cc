import { describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import {
  addAxis, apply, axisForParameter, batch, clearLook, clipOf, groupParts, lookClipOf, pasteClip, pasteLook, removeAxis, renameParameter, reorderPart, setProperty,
  topmost, ungroupPart, type Component, type Project,
} from '@rheoscope/core/document'
import { drawList, startRun } from '@rheoscope/core/run'
import { matrixTo } from '@rheoscope/core/scene'

const button = skerryLine.components[0]!

let made = 0
const newId = () => `new${made++}`

const changed = (edit: Parameters<typeof apply>[1] | null): Component => apply(skerryLine, edit!).components[0]!

/** Where a part lies on the surface in a state. */
function place(component: Component, part: string, state = 'rest'): readonly number[] {
  const project: Project = { ...skerryLine, components: [component, skerryLine.components[1]!] }
  return matrixTo(drawList(startRun(project, { component: component.id }, { states: { boarding: state } })), '', part)!.slice(4)
}

describe('copies', () => {
  test('lie a little aside, with what each state says about them, under names of their own', () => {
    const { edit, pasted } = pasteClip(button, clipOf(button, ['label']), newId)
    const after = changed(edit)
    const copy = after.parts.find(({ id }) => id === pasted[0])!
    expect([copy.name, copy.base.x, copy.parent]).toEqual(['label 2', 8, 'plate'])
    const states = Object.fromEntries(after.axes[0]!.states.map(({ id, look }) => [id, look[copy.id]]))
    expect(states).toMatchObject({ working: { opacity: 0.12 }, done: { x: 19 } })
    expect(states.rest).toBeUndefined()
  })

  test('speak of one another where what they are copies of did', () => {
    const speaking = apply(skerryLine, setProperty(button, { look: 'base' }, 'label', 'controls', 'tick'))
    const { edit, pasted: [label, tick] } = pasteClip(speaking.components[0]!, clipOf(speaking.components[0]!, ['label', 'tick']), newId)
    expect(apply(speaking, edit).components[0]!.parts.find(({ id }) => id === label)?.base.controls).toBe(tick)
  })

  test('go into another component, where states of the same name exist', () => {
    const ring = skerryLine.components[1]!
    const after = apply(skerryLine, pasteClip(ring, clipOf(button, ['tick', 'label']), newId).edit).components[1]!
    expect(after.parts.map(({ name }) => name)).toEqual(['frame', 'arc', 'label', 'tick'])
    expect(after.parts.at(-1)!.parent).toBe('ringFrame')
    expect(after.axes).toEqual(ring.axes)
  })

  test('of a part and what is inside it are taken once', () => {
    expect(topmost(button, ['plate', 'label', 'tick']).map(({ id }) => id)).toEqual(['label', 'tick'])
    const grouped = changed(groupParts(button, ['label', 'tick'], 'group', { x: 10, y: 5, width: 100, height: 30 }))
    expect(topmost(grouped, ['group', 'tick']).map(({ id }) => id)).toEqual(['group'])
    expect(clipOf(grouped, ['group', 'tick']).parts.map(({ id }) => id)).toEqual(['group', 'label', 'tick'])
  })
})

describe('groups', () => {
  const frame = { x: 10, y: 5, width: 100, height: 30 }

  test.each(['rest', 'working', 'done'])('leave everything where it is on screen, in %s', (state) => {
    const grouped = changed(groupParts(button, ['label', 'tick'], 'group', frame))
    expect(grouped.parts.find(({ id }) => id === 'tick')!.parent).toBe('group')
    for (const part of ['label', 'tick']) expect(place(grouped, part, state)).toEqual(place(button, part, state))
    const again = apply({ ...skerryLine, components: [grouped, skerryLine.components[1]!] }, ungroupPart(grouped, 'group')!).components[0]!
    expect(again.parts.map(({ id, parent }) => [id, parent])).toEqual(button.parts.map(({ id, parent }) => [id, parent]))
    for (const part of ['label', 'tick']) expect(place(again, part, state)).toEqual(place(button, part, state))
  })

  test('move expressions along as expressions', () => {
    const bound = changed(setProperty(button, { look: 'base' }, 'tick', 'x', { expr: 'size * 2' }))
    const grouped = apply({ ...skerryLine, components: [bound] }, groupParts(bound, ['tick'], 'group', frame)!).components[0]!
    expect(grouped.parts.find(({ id }) => id === 'tick')!.base.x).toEqual({ expr: '(size * 2) - 10' })
  })

  test('are not made of parts of different holders, and the root is none', () => {
    const grouped = changed(groupParts(button, ['tick'], 'group', frame))
    expect(groupParts(grouped, ['tick', 'label'], 'other', frame)).toBeNull()
    expect(ungroupPart(button, 'plate')).toBeNull()
  })
})

describe('looks', () => {
  const working = button.axes[0]!.states[2]!
  const places = ['over', 'done'].map((state) => ({ look: 'state' as const, axis: 'boarding', state }))

  test('what one changes is given to several others, on top of what they change', () => {
    const after = changed(pasteLook(button, places, lookClipOf(button, { look: 'state', axis: 'boarding', state: 'working' })))
    const looks = Object.fromEntries(after.axes[0]!.states.map(({ id, look }) => [id, look]))
    expect(looks.over).toEqual(working.look)
    expect(looks.done).toMatchObject({ plate: { fill: '#767f8a', cursor: 'wait' }, label: { x: 11, opacity: 0.12 }, tick: { opacity: 1 } })
  })

  test('goes by names into another component, and says so when nothing fits', () => {
    const lamp = skerryLine.components[2]!
    const clip = { format: 'rheoscope-look' as const, parts: { lamp: { opacity: 0.5 }, nobody: { x: 1 } } }
    const after = apply(skerryLine, pasteLook(lamp, [{ look: 'state', axis: 'lampAxis', state: 'dark' }], clip)!).components[2]!
    expect(after.axes[0]!.states[0]!.look).toEqual({ lamp: { opacity: 0.5 } })
    expect(pasteLook(lamp, places, { ...clip, parts: { nobody: { x: 1 } } })).toBeNull()
  })

  test('can be taken back as a whole', () => {
    expect(changed(clearLook(button, { look: 'state', axis: 'boarding', state: 'working' })).axes[0]!.states[2]!.look).toEqual({})
  })
})

describe('axes', () => {
  test('leave with all that is theirs, but not the last', () => {
    const { edit, axis } = addAxis(button, newId)
    const two = changed(edit)
    expect([axis.name, two.axes.length]).toEqual(['axis', 2])
    const one = apply({ ...skerryLine, components: [two] }, removeAxis(two, 'boarding')!).components[0]!
    expect([one.axes.map(({ id }) => id), one.rules]).toEqual([[axis.id], []])
    expect(removeAxis(one, axis.id)).toBeNull()
  })

  test('have a state for each choice of a parameter, once, and follow its name', () => {
    const size = { id: 'size', name: 'size', type: 'choice' as const, initial: 'M', choices: ['S', 'M'] }
    const { edit, axis } = axisForParameter(button, size, newId)!
    const driven = { ...changed(edit), parameters: [...button.parameters, size] }
    expect([axis.states.map(({ name }) => name), axis.states.find(({ id }) => id === axis.start)!.name]).toEqual([['S', 'M'], 'M'])
    expect(axisForParameter(driven, size, newId)).toBeNull()
    const renamed = apply({ ...skerryLine, components: [driven] }, renameParameter(driven, size, 'girth')).components[0]!
    expect(renamed.axes[0]!.boundTo).toEqual({ parameter: 'girth' })
  })
})

test('order is changed one place at a time and ends at the ends', () => {
  const label = button.parts[1]!
  const up = changed(reorderPart(button, label, 'front'))
  expect(up.parts.map(({ id }) => id)).toEqual(['plate', 'ring', 'label', 'tick'])
  expect(reorderPart(button, label, 'back')).toBeNull()
  expect(reorderPart(button, button.parts[3]!, 'front')).toBeNull()
  expect(apply(apply(skerryLine, reorderPart(button, label, 'front')!), batch(reorderPart(up, up.parts[2]!, 'back')!))).toEqual(skerryLine)
})
