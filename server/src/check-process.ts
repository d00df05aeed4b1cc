import { fork } from 'node:child_process'
import type { CheckProgress, CompleteCheck } from '@rheoscope/core/check'
import type { Project } from '@rheoscope/core/document'
import type { FromCheckChild } from './check-child'

/** Checks a project completely; rejects when `signal` says so. */
export type RunCheck = (project: Project, onProgress: (progress: CheckProgress) => void, signal: AbortSignal) => Promise<CompleteCheck>

/** What the objects of a check may take, in MB. What they keep beside that is bounded by the check itself, so that the whole stays below 1 GB. */
const HEAP_MB = 700

/** Runs complete checks in a process of their own, from the built file of it: the server goes on answering, and when a check is stopped or done all it took is free again. */
export const inProcess = (file: string): RunCheck => (project, onProgress, signal) =>
  new Promise((resolve, reject) => {
    const child = fork(file, { execArgv: [`--max-old-space-size=${HEAP_MB}`], serialization: 'advanced', stdio: ['ignore', 'ignore', 'ignore', 'ipc'] })
    const end = () => child.kill('SIGKILL')
    signal.addEventListener('abort', () => {
      end()
      reject(new Error('The check was stopped.'))
    }, { once: true })
    child.on('message', (message: FromCheckChild) => {
      if ('progress' in message) return onProgress(message.progress)
      if ('result' in message) resolve(message.result)
      else reject(new Error(`The check broke down: ${message.failure}`))
      end()
    })
    child.on('error', reject)
    child.on('exit', (code, by) => reject(new Error(`The check ended early (${by ?? `code ${code}`}): it may have needed more memory than there is for it.`)))
    child.send(project)
  })
