import type { State, Target } from '@rheoscope/core/document'

/** A state that chance can decide for, and how often it does. */
export interface ChanceOf {
  /** Undefined for one that is gone. */
  readonly state: State | undefined
  readonly percent: number
}

export function outcomesOf({ of }: Extract<Target, { go: 'one of' }>, states: readonly State[]): readonly ChanceOf[] {
  const all = of.reduce((sum, { weight }) => sum + weight, 0)
  return of.map(({ state, weight }) => ({ state: states.find(({ id }) => id === state), percent: Math.round((100 * weight) / all) }))
}

/** `data 50 %` */
export const outcomeText = ({ state, percent }: ChanceOf): string => `${state?.name ?? '?'} ${percent} %`
