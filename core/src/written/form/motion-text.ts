import { EMPTY_MOTION, isToken, orElse, propertyDefinition, RheoError, type Loop, type Motion, type Timing, type TokenValue } from '../../document'
import { clausesOf, halves } from '../pieces'
import { quoted, unquoted, wordsOf } from '../words'
import { also, alsoIn, leftOver } from './also'
import { idClause, listed, withoutId } from './clauses'
import { formed, type FormLine, type WrittenLine } from './form-lines'
import { lookLines, readLook } from './look-text'
import { referenceText, referred } from './names'
import type { FormScope } from './said-text'
import { tokenNamed } from './value-text'

/** A motion as it stands in a line and below it. */
export interface MotionText {
  readonly clauses: readonly string[]
  readonly inside: readonly WrittenLine[]
}

/** The words a clause of a motion begins with, and the field each is about; what comes behind it is its value. */
const CLAUSES = { policy: 'policy', velocity: 'velocity', reduced: 'reducedMotion', 'switch at': 'switchAt', turns: 'rotationDirection', mixes: 'colourSpace' } as const

/** The words a clause of a motion begins with, all of them. */
export const MOTION_WORDS: readonly string[] = ['takes', 'delay', 'stagger', ...Object.keys(CLAUSES)]

type Worded = Pick<Motion, (typeof CLAUSES)[keyof typeof CLAUSES]>

/** A motion in the written form: `160 ms ease-in-out, delay 40 ms, policy finish first`, with its lanes and keyframes below. */
export function motionText(scope: FormScope, motion: Motion): MotionText {
  const { stagger, lanes, keyframes } = motion
  return {
    clauses: [...timingClauses(scope, motion), ...(stagger ? [`stagger ${stagger.stepMs} from ${stagger.from}`] : [])],
    inside: [
      ...lanes.map((lane, index): WrittenLine => {
        const property = lane.property === null ? '' : ` ${propertyText(lane.property)}`
        return { text: listed([`lane ${referenceText(scope.owner.parts, lane.part)}${property}`, ...timingClauses(scope, lane), ...idClause(lane.id, `lane${index + 1}`)]), inside: [] }
      }),
      ...keyframes.map(({ id, share, easing, matchVelocity, look }, index): WrittenLine => ({
        text: listed([`keyframe ${share}`, ...(easing === undefined ? [] : [easingClause(scope, easing)]), ...(matchVelocity ? ['matches velocity'] : []), ...idClause(id, `keyframe${index + 1}`)]),
        inside: lookLines(scope, look),
      })),
    ],
  }
}

/** A property by its label, or by its name where that says nothing. */
const propertyText = (name: string): string => (/^\w+$/.test(propertyDefinition(name)?.name ?? '') ? name : quoted(name))

function timingClauses({ project }: FormScope, timing: Timing & Partial<Worded>): readonly string[] {
  const { delayMs, durationMs, easing } = timing
  const of = (ms: number | TokenValue) => (isToken(ms) ? tokenText(project.tokens, ms) : `${ms} ms`)
  const time = durationMs === undefined ? [] : [isToken(durationMs) ? `takes ${of(durationMs)}` : of(durationMs)]
  const along = easing === undefined ? [] : [easingClause({ project }, easing)]
  const isOne = typeof durationMs === 'number' && along[0]?.startsWith('easing ') === false
  const worded = Object.entries(CLAUSES).flatMap(([word, field]) => (timing[field] === undefined ? [] : [`${word} ${timing[field]}`]))
  return [...(isOne ? [[...time, ...along].join(' ')] : [...time, ...along]), ...(delayMs === undefined ? [] : [`delay ${of(delayMs)}`]), ...worded]
}

const tokenText = (tokens: FormScope['project']['tokens'], { token }: TokenValue): string => `@${referenceText(tokens, token)}`

/** An easing by itself; behind a word of its own where it would be read as something else. */
function easingClause({ project }: Pick<FormScope, 'project'>, easing: string | TokenValue): string {
  if (typeof easing !== 'string') return `easing ${tokenText(project.tokens, easing)}`
  return KNOWN.test(easing) && clausesOf(easing).length === 1 ? easing : `easing ${quoted(easing)}`
}

const KNOWN = /^(linear|ease|ease-in|ease-out|ease-in-out|step-start|step-end|(cubic-bezier|linear|steps|spring)\([^"'()]*\))$/

/** Reads one clause into a motion; null where it is none of a motion. Throws a `RheoError` (`unreadable`). */
export function withMotionClause(scope: FormScope, motion: Motion, clause: string): Motion | null {
  const { tokens } = scope.project
  const ms = (text: string): number | TokenValue => {
    if (text.startsWith('@')) return { token: referredToken(tokens, text.slice(1)) }
    const [, number] = /^(\d+)(?: ?ms)?$/.exec(text) ?? []
    if (number === undefined) throw new RheoError('unreadable', text, `“${text}” is no time: 160 ms, or @ and a token.`)
    return Number(number)
  }
  const [, time, easing] = /^(\d+ ?ms)(?:\s+(.+))?$/.exec(clause) ?? []
  if (time !== undefined) return { ...motion, durationMs: ms(time), ...(easing === undefined ? {} : { easing }) }
  if (KNOWN.test(clause)) return { ...motion, easing: clause }
  const [, word = '', said = ''] = /^(takes|easing|delay|stagger|policy|velocity|reduced|switch at|turns|mixes)\s+(.+)$/s.exec(clause) ?? []
  switch (word) {
    case '':
      return null
    case 'takes':
      return { ...motion, durationMs: ms(said) }
    case 'delay':
      return { ...motion, delayMs: ms(said) }
    case 'easing':
      return { ...motion, easing: said.startsWith('@') ? { token: referredToken(tokens, said.slice(1)) } : unquoted(said) }
    case 'stagger': {
      const [, step, from] = /^(\d+)(?: ?ms)?(?: from (first|last|middle|ends))?$/.exec(said) ?? []
      if (step === undefined) throw new RheoError('unreadable', said, 'A stagger is a time and where it begins: stagger 40 from first.')
      // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the pattern has just these
      return { ...motion, stagger: { stepMs: Number(step), from: (from ?? 'first') as 'first' } }
    }
    default:
      // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the pattern has just these
      return { ...motion, [CLAUSES[word as keyof typeof CLAUSES]]: said }
  }
}

const referredToken = (tokens: FormScope['project']['tokens'], said: string): string => (said.startsWith('#') ? said.slice(1) : tokenNamed(unquoted(said), tokens))

/** Reads a motion from clauses, and its lanes and keyframes from the lines below. Throws a `RheoError` (`unreadable`) for a clause that is none. */
export function readMotion(scope: FormScope, clauses: readonly string[], inside: readonly FormLine[]): Motion {
  const timed = clauses.reduce<Motion>((motion, clause) => {
    const next = withMotionClause(scope, motion, clause)
    if (!next) throw new RheoError('unreadable', clause, `“${clause}” says nothing of a motion: 160 ms ease-out, delay 40 ms, policy finish first.`)
    return next
  }, EMPTY_MOTION)
  return withInside(scope, timed, inside)
}

/** A motion with its lanes and keyframes as the lines below say them; other lines are passed over. */
export function withInside(scope: FormScope, motion: Motion, inside: readonly FormLine[]): Motion {
  const lanes = inside.filter(isLane).map((line, index) => laneOf(scope, line, index))
  const keyframes = inside.filter(isKeyframe).map((line, index) => keyframeOf(scope, line, index))
  return { ...motion, lanes, keyframes }
}

const isLane = ({ text }: FormLine): boolean => text.startsWith('lane ')
const isKeyframe = ({ text }: FormLine): boolean => text.startsWith('keyframe ')

/** Whether a line is part of a motion. */
export const isOfMotion = (line: FormLine): boolean => isLane(line) || isKeyframe(line)

function laneOf(scope: FormScope, { text }: FormLine, index: number): Motion['lanes'][number] {
  const [head = '', ...clauses] = clausesOf(text)
  const [, part, property] = wordsOf(head)
  const { id, others } = withoutId(clauses, `lane${index + 1}`)
  const { lanes: _lanes, keyframes: _keyframes, ...timing } = readMotion(scope, others, [])
  return { id, part: referred(scope.owner.parts, part?.text ?? '', 'part'), property: property?.text ?? null, ...timing }
}

function keyframeOf(scope: FormScope, { text, inside }: FormLine, index: number): Motion['keyframes'][number] {
  const [head = '', ...clauses] = clausesOf(text)
  const { id, others } = withoutId(clauses, `keyframe${index + 1}`)
  const { easing } = readMotion(scope, others.filter((clause) => clause !== 'matches velocity'), [])
  const share = Number(wordsOf(head)[1]?.text)
  if (!Number.isFinite(share)) throw new RheoError('unreadable', head, 'Behind “keyframe” comes its share of the time: keyframe 1.')
  return { id, share, ...(easing === undefined ? {} : { easing }), matchVelocity: others.includes('matches velocity'), look: readLook(scope, inside) }
}

/** A motion as a line of its own, with what its words do not say in JSON. */
export function motionLine(scope: FormScope, head: string, motion: Motion, more: readonly string[] = []): WrittenLine {
  const { clauses, inside } = motionText(scope, motion)
  const text = clauses.length + more.length === 0 ? head : `${head}: ${listed([...clauses, ...more])}`
  return { text, inside: [...inside, ...also(leftOver(motion, () => readMotion(scope, clausesOf(listed(clauses)), formed(inside))))] }
}

/** The same read back, from clauses of its line and the lines below it. */
export const readMotionLine = (scope: FormScope, clauses: readonly string[], inside: readonly FormLine[]): Motion => alsoIn(readMotion(scope, clauses, inside), inside)

/** The motion of a line that says nothing else: what comes behind its colon, where it has one. */
export const motionOf = (scope: FormScope, { text, inside }: FormLine): Motion => readMotionLine(scope, clausesOf(orElse(() => halves(text, ':')[1], '')), inside)

/** The loop of a state: `loop working: 900 ms linear, back and forth, 3 times`, with the look it goes to below. */
export function loopLine(scope: FormScope, state: string, loop: Loop): WrittenLine {
  const { durationMs, easing, direction, count, to, rotationDirection } = loop
  const timing = timingClauses(scope, { durationMs, easing, ...(rotationDirection === undefined ? {} : { rotationDirection }) })
  const text = `loop ${state}: ${listed([...timing, ...(direction === 'forward' ? [] : [direction]), ...(count === null ? [] : [`${count} times`])])}`
  return { text, inside: lookLines(scope, to) }
}

/** How what goes on in a state is timed, and what it does to each part, in words. */
export function loopWords(scope: FormScope, loop: Loop): { readonly timing: string; readonly does: readonly string[] } {
  const { text, inside } = loopLine(scope, '', loop)
  return { timing: text.replace(/^loop : /, ''), does: inside.map((line) => line.text) }
}

export function readLoop(scope: FormScope, clauses: readonly string[], inside: readonly FormLine[]): Loop {
  const times = clauses.find((clause) => /^\d+ times$/.test(clause))
  const direction = clauses.includes('back and forth') ? 'back and forth' : 'forward'
  const { durationMs = 1000, easing = 'linear', rotationDirection } = readMotion(scope, clauses.filter((clause) => clause !== times && clause !== direction), [])
  return { durationMs, easing, direction, count: times === undefined ? null : Number.parseInt(times, 10), to: readLook(scope, inside), ...(rotationDirection === undefined ? {} : { rotationDirection }) }
}
