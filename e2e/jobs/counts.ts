import { expect } from '@jest/globals'
import type { Hands } from '../harness/hands'
import { keepCounts, keptCounts } from './kept-counts'

/** Holds a job to the best it has come to so far. `RHEOSCOPE_PIN=1` keeps a better one. */
export function expectAsFewAsEver(job: string, { actions }: Hands): void {
  const counts = keptCounts()
  const count = counts[job]
  if (!count) throw new Error(`No count is kept of job ${job}.`)
  process.stdout.write(`job ${job} ${count.name}: ${actions} actions\n`)
  if (process.env.RHEOSCOPE_PIN !== undefined && actions < count.best) keepCounts({ ...counts, [job]: { ...count, best: actions } })
  else expect(actions).toBeLessThanOrEqual(count.best)
}
