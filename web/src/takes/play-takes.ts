import type { Project, Take } from '@rheoscope/core/document'
import type { PlayedTake } from '@rheoscope/core/run'
import type { Breakdown } from '../workers/breakdown'
import { OpenWorker } from '../workers/open-worker'
import type { TakesAnswer, TakesRequest } from './messages'

/** What a take comes to, or why it cannot be played. */
export type TakeResult = PlayedTake | Breakdown

export const isPlayed = (result: TakeResult): result is PlayedTake => 'trace' in result

let worker: OpenWorker<TakesRequest, TakesAnswer> | null = null
let asked = 0
const waiting = new Map<number, { readonly resolve: (answer: TakesAnswer) => void; readonly reject: (breakdown: Breakdown) => void }>()

/** Plays takes in a worker; what each comes to, by its id. Rejects with a `Breakdown` when the worker breaks down; the next call tries another one. */
export async function playTakes(project: Project, takes: readonly Take[]): Promise<ReadonlyMap<string, TakeResult>> {
  worker ??= opened()
  const request: TakesRequest = { number: ++asked, project, takes }
  worker.send(request)
  const { played } = await new Promise<TakesAnswer>((resolve, reject) => waiting.set(request.number, { resolve, reject }))
  return new Map(played)
}

const opened = (): OpenWorker<TakesRequest, TakesAnswer> =>
  new OpenWorker(new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' }), 'Playing the takes', {
    hear: (answer) => {
      waiting.get(answer.number)?.resolve(answer)
      waiting.delete(answer.number)
    },
    fail: (breakdown) => {
      worker = null
      for (const { reject } of waiting.values()) reject(breakdown)
      waiting.clear()
    },
  })
