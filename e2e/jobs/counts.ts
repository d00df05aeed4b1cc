import { expect } from '@jest/globals'
import type { Hands } from '../harness/hands'
import { keepCounts, keptCounts } from './kept-counts'

/** A click that is done again because the page painted anew counts again. */
const SLACK_S = 5

/** Holds a job to the best it has come to so far. `RHEOSCOPE_PIN=1` keeps a better one. */
export function expectAsFewAsEver(job: string, { actions, time: { seconds, keySeconds } }: Hands): void {
  const counts = keptCounts()
  const count = counts[job]
  if (!count) throw new Error(`No count is kept of job ${job}.`)
  process.stdout.write(`job ${job} ${count.name}: ${actions} actions, ${seconds} s\n`)
  const isBetter = actions < count.best || count.bestS === null || seconds < count.bestS || (count.keysS === undefined && seconds === count.bestS)
  if (process.env.RHEOSCOPE_PIN !== undefined && isBetter) keepCounts({ ...counts, [job]: { ...count, best: Math.min(actions, count.best), bestS: Math.min(seconds, count.bestS ?? Infinity), ...(seconds <= (count.bestS ?? Infinity) ? { keysS: keySeconds } : {}) } })
  expect(actions).toBeLessThanOrEqual(count.best)
  expect(seconds).toBeLessThanOrEqual((count.bestS ?? Infinity) + SLACK_S)
}
