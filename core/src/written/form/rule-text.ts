import { EMPTY_MOTION, RheoError, type Axis, type Id, type Motion, type Named, type Rule, type Target, type Within } from '../../document'
import { clausesOf, halves } from '../pieces'
import { wordsOf } from '../words'
import { actionLine, readActionLines } from './action-text'
import { also, alsoIn, isAlso, leftOver } from './also'
import { behind, idClause, listed, withoutId } from './clauses'
import { formLine, type FormLine, type WrittenLine } from './form-lines'
import { isOfMotion, motionText, withInside, withMotionClause } from './motion-text'
import { referenceText, referred } from './names'
import { noted, noteLines } from './note-text'
import type { FormScope } from './said-text'
import { readTrigger, triggerText } from './trigger-text'

/** What stands where a name of a state could, and is none. */
const STATE_WORDS = ['any', 'none', 'state', 'one', 'next', 'previous', 'stay', 'back', 'ignored']

/** The axes of an owner; a screen has one whose single state nobody names. */
export const axesOf = ({ owner }: FormScope): readonly Axis[] => ('axes' in owner ? owner.axes : [])

/** The states of an axis, and the groups of them, which have names of their own. */
export const namedIn = (axis: Axis | undefined): readonly Named[] => [...(axis?.states ?? []), ...(axis?.groups ?? [])]

/** The axis that clauses name; the first where they name none. Throws a `RheoError` (`unreadable`). */
export function axisIn(axes: readonly Axis[], clauses: readonly string[]): Axis | undefined {
  const named = behind(clauses, 'axis')
  return named === undefined ? axes[0] : axes.find(({ id }) => id === referred(axes, wordsOf(named)[0]?.text ?? named, 'axis'))
}

/** A rule: `tap on plate: rest, over -> working, 160 ms ease-out, if tries < 3`, with what it does and its lanes and keyframes below. */
export function ruleLine(scope: FormScope, rule: Rule, before: readonly Rule[]): WrittenLine {
  const axes = axesOf(scope)
  const axis = axes.find(({ id }) => id === rule.axis)
  const motion = rule.motion && motionText(scope, rule.motion)
  const { actions, guard } = rule
  const text = `${triggerText(scope, axis, rule.trigger, rule.part)}: ${listed([
    `${withinText(axis, rule.within)} -> ${targetText(axis, rule.target)}`,
    ...(motion?.clauses ?? []),
    ...(guard !== null && isClause(guard) ? [`if ${guard}`] : []),
    ...(rule.letThrough ? ['let through'] : []), ...(rule.alsoAfterLeaving === true ? ['also after leaving'] : []),
    ...(axis === undefined || axis === axes[0] ? [] : [`axis ${referenceText(axes, axis.id)}`]),
    ...idClause(rule.id, madeId(before)),
  ])}`
  const inside = [...actions.map((action, index) => actionLine(scope, action, `action${index + 1}`)), ...(motion?.inside ?? [])]
  const left = leftOver(rule, () => readRule(scope, formLine(text, inside), before))
  return { text, notes: noteLines(rule), inside: [...inside, ...also(left)] }
}

/** What a rule says, in the words of its line. */
export interface RuleWords {
  readonly trigger: string
  readonly target: string
  /** Its motion, its condition and what else is said of it. */
  readonly clauses: readonly string[]
  readonly does: readonly string[]
}

/** A rule in words, piece by piece, for whoever reads a table of them. */
export function ruleWords(scope: FormScope, rule: Rule): RuleWords {
  const axis = axesOf(scope).find(({ id }) => id === rule.axis)
  return {
    trigger: triggerText(scope, axis, rule.trigger, rule.part), target: targetText(axis, rule.target),
    clauses: [...(rule.motion ? motionText(scope, rule.motion).clauses : []), ...(rule.guard === null ? [] : [`if ${rule.guard}`]), ...(rule.letThrough ? ['let through'] : [])],
    does: rule.actions.map((action) => actionLine(scope, action, action.id).text),
  }
}

/** Whether an expression is one clause of a line as it stands. */
const isClause = (expression: string): boolean => !expression.includes('\n') && expression.trim() === expression && clausesOf(`if ${expression}`).join('|') === `if ${expression}`

const madeId = (before: readonly Rule[]): Id => `rule${before.length + 1}`

function withinText(axis: Axis | undefined, within: Within): string {
  const names = (ids: readonly Id[]) => ids.map((id) => referenceText(namedIn(axis), id, STATE_WORDS)).join(', ')
  if ('only' in within) return within.only.length === 0 ? 'none' : names(within.only)
  return within.except.length === 0 ? 'any' : `any but ${names(within.except)}`
}

function targetText(axis: Axis | undefined, target: Target): string {
  const name = (id: Id) => referenceText(namedIn(axis), id, STATE_WORDS)
  switch (target.go) {
    case 'state':
      return name(target.state)
    case 'one of':
      return `one of ${target.of.map(({ state, weight }) => `${name(state)} ${weight}`).join(' or ')}`
    case 'next':
    case 'previous':
      return target.loops ? target.go : `${target.go} without looping`
    default:
      return target.go
  }
}

/** Reads a rule. Throws a `RheoError` (`unreadable`) with the words it is about. */
export function readRule(scope: FormScope, line: FormLine, before: readonly Rule[]): Rule {
  const { text, inside } = line
  const axes = axesOf(scope)
  const [head, body] = halves(text, ':')
  const [from, rest] = halves(body, '->')
  const [target = '', ...said] = clausesOf(rest)
  const { id, others } = withoutId(said, madeId(before))
  const axis = axisIn(axes, others)
  const { trigger, part } = readTrigger(scope, axis, head)
  let [motion, guard, letThrough, alsoAfterLeaving]: [Motion | null, string | null, boolean, boolean] = [null, null, false, false]
  for (const clause of others) {
    if (clause.startsWith('axis ')) continue
    if (clause.startsWith('if ')) guard = clause.slice('if '.length)
    else if (clause === 'let through') letThrough = true
    else if (clause === 'also after leaving') alsoAfterLeaving = true
    else {
      motion = withMotionClause(scope, motion ?? EMPTY_MOTION, clause)
      if (!motion) throw new RheoError('unreadable', clause, `“${clause}” says nothing of a rule: 160 ms ease-out, if tries < 3, let through.`)
    }
  }
  const below = inside.filter(isOfMotion)
  const rule: Rule = {
    id, axis: axis?.id ?? 'screen', trigger, part, within: readWithin(axis, from), guard,
    actions: readActionLines(scope, inside.filter((line) => !isOfMotion(line) && !isAlso(line))),
    target: readTarget(axis, target), motion: below.length > 0 || motion ? withInside(scope, motion ?? EMPTY_MOTION, below) : null,
    letThrough, ...(alsoAfterLeaving ? { alsoAfterLeaving } : {}),
  }
  return noted(alsoIn(rule, inside), line)
}

function readWithin(axis: Axis | undefined, text: string): Within {
  if (text === 'any') return { except: [] }
  if (text === 'none') return { only: [] }
  const names = (said: string) => clausesOf(said).map((name) => stateAt(axis, name))
  return text.startsWith('any but ') ? { except: names(text.slice('any but '.length)) } : { only: names(text) }
}

/** The state or group of that name. Throws a `RheoError` (`unreadable`). */
export function stateAt(axis: Axis | undefined, said: string): Id {
  const [word] = wordsOf(said)
  return referred(namedIn(axis), word?.isQuoted === true ? word.text : said, 'state')
}

function readTarget(axis: Axis | undefined, text: string): Target {
  switch (text) {
    case 'next':
    case 'previous':
      return { go: text, loops: true }
    case 'next without looping':
    case 'previous without looping':
      return { go: text === 'next without looping' ? 'next' : 'previous', loops: false }
    case 'stay':
    case 'back':
    case 'ignored':
      return { go: text }
  }
  if (!text.startsWith('one of ')) return { go: 'state', state: stateAt(axis, text) }
  return {
    go: 'one of',
    of: text.slice('one of '.length).split(' or ').map((said) => {
      const [, name = said, weight = '1'] = /^(.*?)(?: (\d+(?:\.\d+)?))?$/.exec(said.trim()) ?? []
      return { state: stateAt(axis, name), weight: Number(weight) }
    }),
  }
}
