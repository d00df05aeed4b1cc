import { hasKeys } from '@rheoscope/core/document'
import type { Breakdown } from './breakdown'

/** A worker says so once it listens; what is sent before would be lost, because its code is still being loaded. */
export interface Ready {
  readonly ready: true
}

export const READY: Ready = { ready: true }

/** What of a worker is needed here. */
export type PlainWorker = Pick<Worker, 'postMessage' | 'terminate' | 'onmessage' | 'onmessageerror' | 'onerror'>

/** A worker that has not said by then that it listens will not. */
export const START_MS = 20_000

interface Ears<From> {
  /** It listens now; what is sent here arrives before what was sent early. */
  readonly ready?: () => void
  readonly hear: (message: From) => void
  /** The worker cannot be loaded, does not begin, threw, or says what cannot be read. It has been ended. */
  readonly fail: (breakdown: Breakdown) => void
}

/** A worker one can send to at once: what comes early waits until it listens. It fails once, and says nothing after that. */
export class OpenWorker<To, From> {
  private readonly early: To[] = []
  private listens = false
  private readonly patience: ReturnType<typeof setTimeout>

  /** @param what what it does, as the subject of a sentence: `The map` */
  constructor(private readonly worker: PlainWorker, what: string, { ready, hear, fail }: Ears<From>) {
    const failed = (why: string, detail: string) => {
      this.close()
      fail({ sentence: `${what} broke down: ${why}.`, detail })
    }
    worker.onmessage = ({ data }: MessageEvent<From | Ready>) => (isReadiness(data) ? this.begin(ready) : hear(data))
    worker.onerror = ({ message, filename, lineno }) => failed(message || 'its code cannot be loaded; the application may have been brought up to date, so reload the page', `${message ?? ''}\n${filename ?? ''}:${lineno ?? ''}`)
    worker.onmessageerror = () => failed('what it says cannot be read', 'messageerror')
    this.patience = setTimeout(() => failed('its code has not begun to run', `The worker did not say within ${START_MS} ms that it listens.`), START_MS)
  }

  get isListening(): boolean {
    return this.listens
  }

  send(message: To): void {
    if (this.listens) this.worker.postMessage(message)
    else this.early.push(message)
  }

  close(): void {
    clearTimeout(this.patience)
    this.listens = false
    this.worker.onmessage = null
    this.worker.onerror = null
    this.worker.terminate()
  }

  private begin(ready: (() => void) | undefined): void {
    clearTimeout(this.patience)
    this.listens = true
    ready?.()
    for (const message of this.early.splice(0)) this.worker.postMessage(message)
  }
}

const isReadiness = (data: unknown): data is Ready => hasKeys(data) && 'ready' in data
