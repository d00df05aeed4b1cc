import { givenUpIn, NOTHING_FOUND, type Looked } from '@rheoscope/core/check'
import type { Id } from '@rheoscope/core/document'
import type { ChecksState } from './checks'
import type { Breakdown } from '../workers/breakdown'

/**
 * How far checking has come with a thing at the revision that is shown. Only what has been looked at can be said to have
 * no findings; of what was given up it is known what is left, and of what failed why.
 */
export type Looking =
  | { readonly is: 'not yet' }
  | { readonly is: 'looking'; readonly done: number; readonly total: number }
  | { readonly is: 'looked at' }
  | { readonly is: 'given up'; readonly left: readonly string[] }
  | ({ readonly is: 'failed' } & Breakdown)

export const NOT_YET: Looking = { is: 'not yet' }

/** Of one component or screen. Something may be found of it in the rest of the project as well, so that it has been looked at only when all has been. */
export function lookingAt(state: ChecksState, id: Id): Looking {
  if (state.failure) return { is: 'failed', ...state.failure }
  const { components, screens, project } = state.findings
  const looked = components[id] ?? screens[id]
  if (!looked || !isCurrent(state, id)) return under(state)
  const outcome = outcomeOf([looked, ...(state.isComplete ? [{ ...NOTHING_FOUND, failures: project.failures }] : [])])
  return outcome.is === 'looked at' && !state.isComplete ? under(state) : outcome
}

/** Whether what is known of a component or screen itself is of what it is now, or nothing more will be known. */
export const isCurrent = ({ failure, current }: ChecksState, id: Id): boolean => failure !== null || current.has(id)

/** Of all of the project. */
export function lookingAtAll(state: ChecksState): Looking {
  if (state.failure) return { is: 'failed', ...state.failure }
  const { components, screens, project } = state.findings
  return state.isComplete ? outcomeOf([...Object.values(components), ...Object.values(screens), project]) : under(state)
}

const under = ({ progress }: ChecksState): Looking => (progress ? { is: 'looking', ...progress } : NOT_YET)

function outcomeOf(looked: readonly Looked[]): Looking {
  const failures = looked.flatMap((each) => each.failures)
  const left = looked.flatMap(givenUpIn)
  if (failures.length > 0) return { is: 'failed', sentence: sentenceOf(failures.map(({ check }) => check)), detail: failures.map(({ sentence, detail }) => `${sentence}\n${detail}`).join('\n\n') }
  return left.length > 0 ? { is: 'given up', left } : { is: 'looked at' }
}

function sentenceOf(checks: readonly string[]): string {
  const names = [...new Set(checks)]
  return names.length === 1 ? `The check ${names[0]} broke down; what the others say stands.` : `${names.length} checks broke down (${names.join(', ')}); what the others say stands.`
}
