import { asLiteral, textFieldsOf, type FieldPart, type Id, type InputAction } from '../document'
import { writtenAs, type Instance } from '../machine'
import type { Moment } from './moment'
import type { Run } from './run'

/** What was typed into a field that waits until typing has paused. */
export interface Typed {
  readonly path: string
  readonly part: Id
  readonly text: string
  readonly dueMs: number
}

/** Somebody has written into a field, which holds this from now on, or once typing has paused. */
export function type(moment: Moment, { instance: path, part, text }: Extract<InputAction, { do: 'type' }>): void {
  const { run } = moment
  const instance = run.instances.get(path)
  const field = fieldAt(instance, part)
  const values = instance?.targets.values[instance.compiled.partIndex.get(part) ?? -1]
  if (!field || !values || values.readOnly || values.disabled) return
  const cut = [...text].slice(0, values.longest).join('')
  run.typed = run.typed.filter((each) => each.path !== path || each.part !== part)
  if (field.waitsMs === undefined || field.waitsMs === 0) write(moment, { path, part, text: cut, dueMs: run.nowMs })
  else run.typed = [...run.typed, { path, part, text: cut, dueMs: run.nowMs + field.waitsMs }]
}

function write({ run, interpreter }: Moment, { path, part, text }: Typed): void {
  const instance = run.instances.get(path)
  const writes = fieldAt(instance, part)?.writes
  if (!instance || writes == null) return
  const value = writtenAs(text, asLiteral(instance.environment[writes]))
  if (value !== undefined) interpreter.assign(path, writes, value)
}

const fieldAt = (instance: Instance | undefined, part: Id): FieldPart | undefined => instance && textFieldsOf(instance.compiled.component).find(({ id }) => id === part)

/** Writes what has waited long enough, and what is in a field that has lost the focus. */
export function writeTyped(moment: Moment): void {
  const { run } = moment
  if (run.typed.length === 0) return
  const { focus } = run.hand
  const isToWrite = ({ path, part, dueMs }: Typed) => dueMs <= run.nowMs || focus?.part.thing !== path || focus.part.part !== part
  const due = run.typed.filter(isToWrite)
  run.typed = run.typed.filter((each) => !isToWrite(each))
  for (const each of due) write(moment, each)
}

/** When what was typed is written next; Infinity when nothing waits. */
export const typedDueMs = ({ typed }: Run): number => typed.reduce((first, { dueMs }) => Math.min(first, dueMs), Infinity)
