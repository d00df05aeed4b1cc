import { Worker } from 'node:worker_threads'
import type { CheckProgress, CompleteCheck } from '@rheoscope/core/check'
import type { Project } from '@rheoscope/core/document'
import type { FromCheckThread } from './check-worker'

/** Checks a project completely; rejects when `signal` says so. */
export type RunCheck = (project: Project, onProgress: (progress: CheckProgress) => void, signal: AbortSignal) => Promise<CompleteCheck>

/** Runs complete checks in a thread of their own, from the built file of it, so that the server goes on answering. */
export const inThread = (file: string): RunCheck => (project, onProgress, signal) =>
  new Promise((resolve, reject) => {
    const thread = new Worker(file, { workerData: { project } })
    const end = () => void thread.terminate()
    signal.addEventListener('abort', () => {
      end()
      reject(new Error('The check was stopped.'))
    }, { once: true })
    thread.on('message', (message: FromCheckThread) => {
      if ('progress' in message) return onProgress(message.progress)
      resolve(message.result)
      end()
    })
    thread.on('error', reject)
    thread.on('exit', () => reject(new Error('The check ended early.')))
  })
