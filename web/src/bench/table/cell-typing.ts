import type { State } from '@rheoscope/core/document'

/** What is typed into a cell can mean: a state, several, or none. */
export type Reading =
  /** Settled when nothing that could still be typed would mean another one. */
  | { readonly is: 'one'; readonly state: State; readonly isSettled: boolean }
  | { readonly is: 'several'; readonly states: readonly State[] }
  | { readonly is: 'none' }

/**
 * What a text means among the states of an axis: the state of that very name; else, of a number, the one whose column
 * has it; else the one state whose name begins with it. Upper and lower case are the same.
 */
export function readingOf(text: string, states: readonly State[]): Reading {
  const typed = text.trim().toLowerCase()
  const nameOf = ({ name }: State) => name.trim().toLowerCase()
  const begun = states.filter((state) => nameOf(state).startsWith(typed))
  const isNumber = /^\d+$/.test(typed)
  const state = begun.find((each) => nameOf(each) === typed) ?? (isNumber ? states[Number(typed) - 1] : undefined) ?? (begun.length === 1 ? begun[0] : undefined)
  if (!state) return begun.length > 1 ? { is: 'several', states: begun } : { is: 'none' }
  const isColumnBegun = isNumber && Number(typed) > 0 && states.length >= Number(typed) * 10
  return { is: 'one', state, isSettled: !isColumnBegun && begun.every((each) => each === state) && (isNumber || nameOf(state) === typed) }
}

/** Why a text cannot be taken as it stands, in a sentence; null when it can. */
export function problemOf(text: string, states: readonly State[]): string | null {
  const reading = readingOf(text, states)
  if (reading.is === 'none') return `No state is named “${text.trim()}”.`
  return reading.is === 'several' ? `“${text.trim()}” can be ${reading.states.map(({ name }) => name).join(' or ')}.` : null
}

/** What is typed into a cell, taken apart; the target is empty where only the rest is said. */
export interface Typed {
  readonly target: string
  /** It leads back as well. */
  readonly isBoth: boolean
  readonly timing: Timing | null
  /** When it does: an expression. */
  readonly guard: string | null
  /** What it does besides, as a line of actions. */
  readonly actions: string | null
}

interface Timing {
  readonly durationMs: number
  readonly easing: string | null
  /** It is how long everything in the component takes that says nothing else. */
  readonly isForAll: boolean
}

const TIMED = /^(.*?)\s+(\d+(?:\.\d+)?)\s*(ms|s)?(?:\s+(\S.*))?$/i

const AND_BACK = /\s+and back\s*$/i

const FOR_ALL = /\s+for all\s*$/i

/**
 * Takes apart what is typed into a cell: `open 200 ease-out`, `open 0.2s and back`, ` 200` for the time alone, `open 200 for all` for
 * everything in the component, `open if tries > 2`, `open; set tries to 0`. What is the name of a state as a whole is nothing but that.
 */
export function typedIn(text: string, states: readonly State[]): Typed {
  const alone: Typed = { target: text, isBoth: false, timing: null, guard: null, actions: null }
  if (states.some(({ name }) => name.trim().toLowerCase() === text.trim().toLowerCase())) return alone
  const [, said = '', actions] = /^([^;]*)(?:;(.*))?$/s.exec(text) ?? []
  const [, moved = '', guard] = /^(.*?)(?:\s+if\s+(\S.*))?$/is.exec(said) ?? []
  const there = moved.replace(AND_BACK, '')
  const timed = there.replace(FOR_ALL, '')
  const rest = { isBoth: AND_BACK.test(moved), guard: guard?.trim() ?? null, actions: actions?.trim() === '' ? null : (actions?.trim() ?? null) }
  const found = TIMED.exec(timed)
  if (!found) return { target: there, timing: null, ...rest }
  const [, target = '', number = '', unit, easing = null] = found
  return { target, timing: { durationMs: Math.round(Number(number) * (unit?.toLowerCase() === 's' ? 1000 : 1)), easing, isForAll: FOR_ALL.test(there) }, ...rest }
}

/** Whether more is said than where it leads. */
export const saysMore = ({ isBoth, timing, guard, actions }: Typed): boolean => isBoth || timing !== null || guard !== null || actions !== null
