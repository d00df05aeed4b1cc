import { HUES, newState, RheoError, type Axis, type Group, type State } from '../../document'
import { clausesOf, halves } from '../pieces'
import { wordsOf } from '../words'
import { also, alsoIn, isAlso, leftOver } from './also'
import { behind, listed, ownIdClause, withoutId } from './clauses'
import { AT_ONCE, formed, formLine, type Attempt, type FormLine, type WrittenLine } from './form-lines'
import { lookLines, readLook } from './look-text'
import { loopLine, readLoop } from './motion-text'
import { idOf, nameText, referenceText, referred } from './names'
import { noted, noteLines } from './note-text'
import type { FormScope } from './said-text'

/** `states boarding by parameter phase: rest, over final, starts at over`, with groups, looks and loops below. */
export function axisLine(scope: FormScope, axis: Axis, before: readonly Axis[]): WrittenLine {
  const { id, name, states, start, boundTo, groups = [] } = axis
  const by = boundTo === null ? '' : 'parameter' in boundTo ? ` by parameter ${nameText(boundTo.parameter)}` : ` by variable ${nameText(boundTo.variable)}`
  const text = `states ${nameText(name, ['by'])}${by}: ${listed([
    ...states.map((state, index) => stateText(state, index, states.slice(0, index))),
    ...(start === states[0]?.id ? [] : [`starts at ${referenceText(states, start)}`]),
    ...ownIdClause({ id, name }, before),
  ])}`
  const inside = [
    ...groups.map((group, index): WrittenLine => ({ text: groupText(axis, group, groups.slice(0, index)), inside: lookLines(scope, group.look) })),
    ...states.filter((state) => Object.keys(state.look).length > 0 || noteLines(state).length > 0).map((state): WrittenLine => ({ text: `look ${referenceText(states, state.id)}`, notes: noteLines(state), inside: lookLines(scope, state.look) })),
    ...states.flatMap(({ id: state, loop }) => (loop ? [loopLine(scope, referenceText(states, state), loop)] : [])),
  ]
  const read = () => withLooks(scope, readAxis(formLine(text, inside), before), formed(inside), AT_ONCE)
  return { text, notes: noteLines(axis), inside: [...inside, ...also(leftOver(axis, read))] }
}

function stateText({ id, name, hue, final }: State, index: number, before: readonly State[]): string {
  return [nameText(name, ['id']), ...(final ? ['final'] : []), ...(hue === index % HUES ? [] : [`hue ${hue}`]), ...ownIdClause({ id, name }, before)].join(' ')
}

const groupText = ({ states }: Axis, { id, name, states: inside }: Group, before: readonly Group[]): string =>
  `group ${nameText(name)}: ${listed([...inside.map((state) => referenceText(states, state)), ...ownIdClause({ id, name }, before)])}`

/** An axis with its states and groups, before anything is known of parts. Throws a `RheoError` (`unreadable`). */
export function readAxis({ text, inside }: FormLine, before: readonly Axis[], known: readonly Axis[] = []): Axis {
  const [head, body] = halves(text, ':')
  const [, axisName, by, kind, decider] = wordsOf(head)
  const name = axisName?.text ?? 'state'
  const { id, others } = withoutId(clausesOf(body), idOf(name, before, known))
  const old = known.find((each) => each.id === id)
  const states: State[] = []
  for (const clause of others) if (!clause.startsWith('starts at ')) states.push(stateOf(clause, states, old?.states ?? []))
  const [first] = states
  if (!first) throw new RheoError('unreadable', text, 'Behind the colon come the names of its states: rest, over.')
  const started = behind(others, 'starts at')
  const boundTo = by === undefined ? null : kind?.text === 'parameter' ? { parameter: decider?.text ?? '' } : { variable: decider?.text ?? '' }
  const axis: Axis = { id, name, states, start: started === undefined ? first.id : referred(states, wordsOf(started)[0]?.text ?? '', 'state'), boundTo }
  const groups: Group[] = []
  for (const line of inside.filter(isGroup)) groups.push(groupOf(axis, line, groups, old?.groups ?? []))
  return groups.length === 0 ? axis : { ...axis, groups }
}

function stateOf(clause: string, before: readonly State[], known: readonly State[]): State {
  const [first, ...others] = wordsOf(clause)
  const said = others.map(({ text }) => text)
  const name = first?.text ?? ''
  const after = (word: string) => (said.includes(word) ? said[said.indexOf(word) + 1] : undefined)
  const odd = said.find((word, index) => !['final', 'hue', 'id'].includes(word) && !['hue', 'id'].includes(said[index - 1] ?? ''))
  if (odd !== undefined) throw new RheoError('unreadable', odd, `“${odd}” says nothing of a state; a name of several words stands in quotes.`)
  const state = newState(after('id') ?? idOf(name, before, known), name, before.length)
  return { ...state, hue: after('hue') === undefined ? state.hue : Number(after('hue')), final: said.includes('final') }
}

/** Whether a line below states is of one of them. */
export const isOfState = ({ text }: FormLine): boolean => text.startsWith('look ')

const isGroup = ({ text }: FormLine): boolean => text.startsWith('group ')

function groupOf({ states }: Axis, { text }: FormLine, before: readonly Group[], known: readonly Group[]): Group {
  const [head, body] = halves(text, ':')
  const name = wordsOf(head)[1]?.text ?? ''
  const { id, others } = withoutId(clausesOf(body), idOf(name, before, known))
  return { id, name, states: others.map((clause) => referred(states, wordsOf(clause)[0]?.text ?? '', 'state')), look: {} }
}

/** An axis with the looks and loops that the lines below it say, once parts are known. Each line is attempted by itself. */
export function withLooks(scope: FormScope, axis: Axis, inside: readonly FormLine[], attempt: Attempt): Axis {
  const { states, groups = [] } = axis
  const change = new Map<string, Partial<State>>()
  const changed = (state: string, said: Partial<State>): void => void change.set(state, { ...change.get(state), ...said })
  const looks = new Map<string, Group['look']>()
  const take = (line: FormLine): void => {
    const [keyword, name] = wordsOf(line.text)
    const look = () => readLook(scope, line.inside, attempt)
    switch (keyword?.text) {
      case 'look':
        return changed(referred(states, name?.text ?? '', 'state'), noted({ look: look() }, line))
      case 'loop': {
        const [head, body] = halves(line.text, ':')
        return changed(referred(states, wordsOf(head)[1]?.text ?? '', 'state'), { loop: readLoop(scope, clausesOf(body), line.inside) })
      }
      case 'group':
        return void looks.set(referred(groups, wordsOf(halves(line.text, ':')[0])[1]?.text ?? '', 'group'), look())
      default:
        throw new RheoError('unreadable', keyword?.text ?? '', 'Below states come looks, loops and groups: look over, loop turning: 900 ms, group busy: working.')
    }
  }
  for (const line of inside) if (!isAlso(line)) attempt(line, () => take(line))
  return alsoIn({
    ...axis, states: states.map((state) => ({ ...state, ...change.get(state.id) })),
    ...(axis.groups === undefined ? {} : { groups: groups.map((group) => ({ ...group, look: looks.get(group.id) ?? group.look })) }),
  }, inside)
}
