import type { Project, Take } from '@rheoscope/core/document'
import type { PlayedTake } from '@rheoscope/core/run'
import type { TakesAnswer, TakesRequest } from './messages'

let worker: Promise<Worker> | null = null
let asked = 0

/** Plays takes in a worker; what each comes to, by its id. Rejects when one cannot be played at all. */
export async function playTakes(project: Project, takes: readonly Take[]): Promise<ReadonlyMap<string, PlayedTake>> {
  worker ??= started()
  const player = await worker
  const request: TakesRequest = { number: ++asked, project, takes }
  return new Promise((resolve, reject) => {
    const settle = () => {
      player.removeEventListener('message', onMessage)
      player.removeEventListener('error', onError)
    }
    const onMessage = ({ data }: MessageEvent<TakesAnswer>) => {
      if ('ready' in data || data.number !== request.number) return
      settle()
      resolve(new Map(data.played))
    }
    const onError = ({ message }: ErrorEvent) => {
      settle()
      reject(new Error(message))
    }
    player.addEventListener('message', onMessage)
    player.addEventListener('error', onError)
    player.postMessage(request)
  })
}

const started = (): Promise<Worker> =>
  new Promise((resolve) => {
    const made = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' })
    made.addEventListener('message', () => resolve(made), { once: true })
  })
