import { isDecidedOutside, RheoError, settablesOf, type Action, type Axis, type Component, type Id, type Part, type Project } from '../document'
import { named } from './named'
import { piecesOf } from './pieces'
import { readRecordAction, RECORD_LINES } from './record-line'
import { unquoted, wordsOf, type Word } from './words'

/** An action that has no id yet. */
export type SaidAction = Action extends infer Each ? (Each extends Action ? Omit<Each, 'id'> : never) : never

/** What an action can refer to. */
export interface ActionScope {
  readonly project: Project
  readonly component: Pick<Component, 'id' | 'parts' | 'variables'>
}

/** How an action can be said in a line, with an example. */
const ACTION_LINES = `set tries to tries + 1, send chosen with label to siblings, go to Home, open Note, close Note, focus field, put ring into spinning; of records: ${RECORD_LINES}`

/** Reads actions from a line, with semicolons between; each as `readAction` has it. */
export function readActions(line: string, scope: ActionScope): readonly SaidAction[] {
  const pieces = piecesOf(line, ';')
  if (pieces.length === 0) throw new RheoError('unreadable', line, `An action begins with what it does: ${ACTION_LINES}.`)
  return pieces.map((piece) => readAction(piece, scope))
}

/**
 * Reads an action from a line: `set tries to tries + 1`, `send chosen with label to siblings`, `go to Home`, `open Note`, `close Note`,
 * `focus field`, `put ring into spinning`, or what `readRecordAction` reads. Names are read without regard to capital letters. Throws a `RheoError` (`unreadable`) that
 * says what there is to choose from.
 */
function readAction(line: string, scope: ActionScope): SaidAction {
  const words = wordsOf(line)
  const [verb, second] = words.map(({ text }) => text.toLowerCase())
  const ofRecords = readRecordAction(line, scope.project.tables)
  if (ofRecords) return ofRecords
  switch (verb) {
    case 'set':
      return setting(line, words, scope)
    case 'send':
      return sending(line, words, scope)
    case 'go':
      return { do: 'go to screen', screen: screenNamed(nameIn(line, words, second === 'to' ? 2 : 1), 'screen', scope), motion: null }
    case 'open':
      return { do: 'open overlay', screen: screenNamed(nameIn(line, words, 1), 'overlay', scope), motion: null }
    case 'close':
      return { do: 'close overlay', screen: screenNamed(nameIn(line, words, 1), 'overlay', scope), motion: null }
    case 'focus':
      return { do: 'focus', part: named(scope.component.parts, nameIn(line, words, 1), 'part').id }
    case 'put':
      return putting(line, words, scope)
    default:
      throw new RheoError('unreadable', verb ?? line, `An action begins with what it does: ${ACTION_LINES}.`)
  }
}

function setting(line: string, words: readonly Word[], { project, component }: ActionScope): SaidAction {
  const variable = named(settablesOf(project, component), words[1]?.text ?? '', 'variable')
  const value = words[2]
  const begins = value && (value.text === 'to' || value.text === '=') ? words[3] : value
  if (!begins) throw new RheoError('unreadable', line, `Write what ${variable.name} becomes: set ${variable.name} to …`)
  return { do: 'set', variable: variable.name, to: line.slice(begins.from).trim() }
}

function sending(line: string, words: readonly Word[], { component }: ActionScope): SaidAction {
  const isWord = (index: number, text: string) => words[index]?.isQuoted === false && words[index].text.toLowerCase() === text
  const after = (from: number, text: string) => words.findIndex((_word, index) => index >= from && isWord(index, text))
  const to = words.findLastIndex((_word, index) => index > 1 && isWord(index, 'to'))
  const withAt = after(2, 'with')
  const end = to < 0 ? line.length : (words[to]?.from ?? line.length)
  const payload = withAt < 0 ? null : line.slice(words[withAt]?.to, end).trim()
  const message = unquoted(line.slice(words[1]?.from ?? line.length, withAt < 0 ? end : words[withAt]?.from).trim())
  if (message === '') throw new RheoError('unreadable', line, 'Write the name of the message: send chosen.')
  const recipient = to < 0 ? 'holder' : line.slice(words[to]?.to).trim()
  if (recipient === 'holder' || recipient === 'siblings' || recipient === 'everyone') return { do: 'send', message, payload: payload === '' ? null : payload, recipient }
  return { do: 'send', message, payload: payload === '' ? null : payload, recipient: { instance: named(component.parts.filter(({ kind }) => kind === 'instance'), recipient, 'instance').id } }
}

function putting(line: string, words: readonly Word[], { project, component }: ActionScope): SaidAction {
  const into = words.findIndex(({ text }) => text.toLowerCase() === 'into')
  if (into < 2) throw new RheoError('unreadable', line, 'Write what is put into which state: put ring into spinning.')
  const instances = component.parts.filter((part): part is Extract<Part, { kind: 'instance' }> => part.kind === 'instance')
  const instance = named(instances, line.slice(words[1]?.from, words[into]?.from).trim(), 'instance')
  const axes = project.components.find(({ id }) => id === instance.component)?.axes.filter((axis) => !isDecidedOutside(axis)) ?? []
  const states = axes.flatMap((axis: Axis) => axis.states.map(({ id, name }) => ({ id, name, axis: axis.id })))
  const state = named(states, nameIn(line, words, into + 1), 'state')
  return { do: 'drive', instance: instance.id, axis: state.axis, state: state.id }
}

/** The rest of a line from a word on, without the quotes it is in. */
const nameIn = (line: string, words: readonly Word[], from: number): string => (words[from] ? unquoted(line.slice(words[from].from).trim()) : '')

const screenNamed = (name: string, kind: 'screen' | 'overlay', { project }: ActionScope): Id => named(project.screens.filter((screen) => screen.kind === kind), name, kind).id
