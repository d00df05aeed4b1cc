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
