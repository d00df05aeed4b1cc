import { parentPort, workerData } from 'node:worker_threads'
import { completeCheck, type CheckProgress, type CompleteCheck } from '@rheoscope/core/check'
import type { Project } from '@rheoscope/core/document'

/** What the thread says: how far it is, and what it came to. */
export type FromCheckThread = { readonly progress: CheckProgress } | { readonly result: CompleteCheck }

const tell = (message: FromCheckThread): void => parentPort!.postMessage(message)

tell({ result: completeCheck((workerData as { project: Project }).project, (progress) => tell({ progress })) })
