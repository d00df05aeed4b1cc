import { hasKeys } from '@rheoscope/core/document'
/** Something of ours that broke down: a sentence, and for whoever mends it what was thrown and where. */
export interface Breakdown {
  readonly sentence: string
  readonly detail: string
}

/** What somebody is to be told when our code throws. */
export function breakdownOf(what: string, error: unknown): Breakdown {
  const thrown = error instanceof Error ? error : new Error(String(error))
  return { sentence: `${what}: ${thrown.message}`, detail: thrown.stack ?? thrown.message }
}

export const isBreakdown = (thrown: unknown): thrown is Breakdown => hasKeys(thrown) && 'sentence' in thrown && 'detail' in thrown
