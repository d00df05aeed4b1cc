import { EMPTY_MOTION, orElse, sameValue, type Action } from '../../document'
import { readActions } from '../action-line'
import { jsonText } from '../json'
import { wordsOf } from '../words'
import { jsonIn } from './also'
import { formLine, type FormLine, type WrittenLine } from './form-lines'
import { motionLine, motionOf } from './motion-text'
import { nameText, referred } from './names'
import type { FormScope } from './said-text'

const IN_JSON = 'action '

/** An action as a line below its rule: `set tries to tries + 1`, `together send chosen to siblings`; in JSON what such lines do not say. */
export function actionLine(scope: FormScope, action: Action, made: string): WrittenLine {
  const { id, together, awaited, ...said } = action
  const flags = `${id === made ? '' : `id ${id} `}${together === true ? 'together ' : ''}${awaited === true ? 'awaited ' : ''}`
  const words = wordsOfAction(scope, action)
  const line = words === null ? null : `${flags}${words}`
  const inside = 'motion' in action && action.motion ? [motionLine(scope, 'motion', action.motion)] : []
  const read = line === null ? null : orElse(() => readAction(scope, formLine(line, inside), made), null)
  if (line !== null && sameValue(read, action)) return { text: line, inside }
  return { text: `${flags}${IN_JSON}${jsonText({ ...said, ...(together === false ? { together } : {}), ...(awaited === false ? { awaited } : {}) })}`, inside: [] }
}

function wordsOfAction({ project, owner }: FormScope, action: Action): string | null {
  const nameOf = (things: readonly { readonly id: string; readonly name: string }[], id: string) => things.find((each) => each.id === id)?.name ?? id
  switch (action.do) {
    case 'set':
      return `set ${nameText(action.variable)} to ${action.to}`
    case 'send': {
      const to = action.recipient === 'holder' ? '' : ` to ${typeof action.recipient === 'string' ? action.recipient : nameOf(owner.parts, action.recipient.instance)}`
      return `send ${nameText(action.message)}${action.payload === null ? '' : ` with ${action.payload}`}${to}`
    }
    case 'drive': {
      const states = project.components.flatMap(({ axes }) => axes).find(({ id }) => id === action.axis)?.states ?? []
      return `put ${nameOf(owner.parts, action.instance)} into ${nameText(nameOf(states, action.state))}`
    }
    case 'go to screen':
      return `go to ${nameText(nameOf(project.screens, action.screen))}`
    case 'open overlay':
      return `open ${nameText(nameOf(project.screens, action.screen))}`
    case 'close overlay':
      return `close ${nameText(nameOf(project.screens, action.screen))}`
    case 'focus':
      return `focus ${nameText(nameOf(owner.parts, action.part))}`
    case 'pulse':
      return `pulse ${nameText(nameOf(owner.parts, action.part))}`
    case 'add record': {
      const columns = project.tables.find(({ id }) => id === action.table)?.columns ?? []
      const cells = columns.flatMap(({ id, name }) => (action.cells[id] === undefined ? [] : [`${nameText(name)} ${action.cells[id]}`]))
      return `add to ${nameText(nameOf(project.tables, action.table))}${cells.length === 0 ? '' : ` with ${cells.join(', ')}`}`
    }
    case 'set records': {
      const table = project.tables.find(({ id }) => id === action.table)
      return `set ${nameText(nameOf(table?.columns ?? [], action.column))} of ${nameText(table?.name ?? '')} to ${action.to}${whereText(action.where)}`
    }
    case 'remove records':
      return action.table === null ? 'remove item' : `remove from ${nameText(nameOf(project.tables, action.table))}${whereText(action.where)}`
    case 'move records':
      return action.table === null ? `move item ${action.to}` : `move in ${nameText(nameOf(project.tables, action.table))} ${action.to}${whereText(action.where)}`
    case 'restore table':
      return `restore ${nameText(nameOf(project.tables, action.table))}`
  }
}

const whereText = (where: string | null): string => (where === null ? '' : ` where ${where}`)

/** The actions of a rule, from the lines below it that are actions. Throws a `RheoError` (`unreadable`). */
export const readActionLines = (scope: FormScope, lines: readonly FormLine[]): readonly Action[] =>
  lines.map((line, index) => readAction(scope, line, `action${index + 1}`))

function readAction(scope: FormScope, { text, inside }: FormLine, made: string): Action {
  const [, id = made, together, awaited, words = ''] = /^(?:id (\S+) )?(together )?(awaited )?(.*)$/s.exec(text) ?? []
  const flags = { id, ...(together === undefined ? {} : { together: true }), ...(awaited === undefined ? {} : { awaited: true }) }
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- what is read is validated as part of its project
  if (words.startsWith(IN_JSON)) return { ...jsonIn(words.slice(IN_JSON.length)), ...flags } as Action
  const below = inside.find((line) => line.text.startsWith('motion'))
  const motion = below ? { motion: motionOf(scope, below) } : {}
  const [verb, part] = wordsOf(words)
  if (verb?.text === 'pulse') return { do: 'pulse', part: referred(scope.owner.parts, part?.text ?? '', 'part'), motion: EMPTY_MOTION, ...motion, ...flags }
  const [said] = readActions(words, { project: scope.project, component: { ...scope.owner } })
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- an action with its identifier is one
  return { ...said, ...motion, ...flags } as Action
}
