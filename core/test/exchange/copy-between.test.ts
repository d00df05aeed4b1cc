import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, duplicateComponents, newProject, RheoError, type Project } from '@rheoscope/core/document'
import { alreadyIn, copyBetween, neededBy } from '@rheoscope/core/exchange'
import { attempt } from '@rheoscope/core/schema'
import { drawList, startRun } from '@rheoscope/core/run'
import type { DrawList } from '@rheoscope/core/scene'
import { onlyFor } from '../../src/exchange/forms/only-for'

let last = 0
const newId = (name: string) => `${name.replaceAll(/[^a-z]/gi, '')}-n${++last}`

function copied(from: Project, to: Project, ids: readonly string[], reused: ReadonlySet<string> = new Set()) {
  const copying = copyBetween(from, to, ids, reused, newId)
  const after = attempt(to, copying.edit)
  if (after instanceof RheoError) throw after
  return { ...copying, after }
}

/** What is drawn of a component alone, but for what it is called. */
const shown = (project: Project, component: string): readonly unknown[] => drawn(drawList(startRun(project, { component })))

const drawn = (list: DrawList): readonly unknown[] => list.map(({ kind, values: { content: _content, ...values }, children }) => [kind, values, drawn(children)])

test.each(skerryLine.components.map(({ id, name }) => [name, id]))('%s works in an empty project as it does here', (_name, id) => {
  const { made, after } = copied(skerryLine, newProject('p', 'Other'), [id])
  expect(shown(after, made[0]!)).toEqual(shown(skerryLine, id))
  expect(shown(onlyFor(skerryLine, { component: id }), id)).toEqual(shown(skerryLine, id))
})

test('what is there under the same name is offered, and used where it is asked for', () => {
  const holder = skerryLine.components.find(({ parts }) => parts.some((part) => part.kind === 'instance'))!
  const first = copied(skerryLine, newProject('p', 'Other'), [holder.id])
  const already = alreadyIn(first.after, neededBy(skerryLine, [holder.id]))
  expect(already.map(({ name }) => name)).toContain(holder.name)
  const inner = already.filter(({ id }) => id !== holder.id)
  const second = copied(skerryLine, first.after, [holder.id], new Set(inner.map(({ id }) => id)))
  expect(second.after.components).toHaveLength(first.after.components.length + 1)
  const anew = copied(skerryLine, first.after, [holder.id])
  expect(anew.after.components).toHaveLength(2 * first.after.components.length)
  expect(new Set(anew.after.components.map(({ name }) => name)).size).toBe(anew.after.components.length)
})

test('actions that lead to a screen go to that of the same name, and are left out where there is none', () => {
  const [component] = skerryLine.components
  const leading: Project = apply(skerryLine, { edit: 'insert', path: ['components', component!.id, 'rules', component!.rules[0]!.id, 'actions'], item: { id: 'away', do: 'go to screen', screen: skerryLine.screens[1]!.id, motion: null } as never, before: null })
  const alone = copied(leading, newProject('p', 'Other'), [component!.id])
  expect(alone.lines).toEqual([`Actions that lead to “${skerryLine.screens[1]!.name}” were left out: Other has no screen of that name.`])
  expect(JSON.stringify(alone.after)).not.toContain('go to screen')
  const [screen] = [{ ...skerryLine.screens[1]!, id: 'there', parts: skerryLine.screens[1]!.parts.slice(0, 1), rules: [] }]
  const beside = copied(leading, { ...newProject('p', 'Other'), screens: [screen] }, [component!.id])
  expect(beside.lines).toEqual([])
  expect(JSON.stringify(beside.after.components)).toContain('"screen":"there"')
})

test('a duplicate has everything in it, and its uses stay with what it is like', () => {
  const { edit, made } = duplicateComponents(skerryLine, [skerryLine.components[0]!.id, skerryLine.components[2]!.id], newId)
  const after = attempt(skerryLine, edit)
  if (after instanceof RheoError) throw after
  expect(made).toHaveLength(2)
  const [first, copy] = after.components
  expect({ ...copy, id: first!.id, name: first!.name }).toEqual(first)
  expect(after.screens).toBe(skerryLine.screens)
})
