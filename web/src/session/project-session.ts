import {
  apply, doing, rebase, record, redoing, undoing,
  type Appended, type Edit, type Entry, type History, type Project,
} from '@rheoscope/core/document'
import type { KeptEntries } from './kept-entries'

/** What a session needs of the server; anything that speaks this will do. */
export interface ProjectServer {
  append(base: number, entries: readonly Entry[]): Promise<Appended>
  log(after: number): Promise<readonly Entry[]>
}

export type Connection = 'saved' | 'saving' | 'offline'

export interface SessionState {
  /** As it is shown: with whatever is being previewed. */
  readonly project: Project
  /** As it is stored, or will be: what edits are made of. */
  readonly document: Project
  readonly history: History
  readonly connection: Connection
  /** Edits that are kept in this browser and not on the server yet. */
  readonly unsaved: number
  /** A sentence for the person at work; null when there is nothing to say. */
  readonly notice: string | null
}

interface Options {
  readonly project: Project
  readonly revision: number
  readonly history: History
  readonly server: ProjectServer
  readonly kept: KeptEntries
  readonly newId: () => string
}

const FIRST_RETRY_MS = 500
const LAST_RETRY_MS = 5000
const MOST_AT_ONCE = 200

/**
 * One project being worked on: edits show at once, are kept in the browser until the server has acknowledged
 * them, and are put on top of whatever others did meanwhile. Nothing needs saving.
 */
export class ProjectSession {
  private readonly listeners = new Set<() => void>()
  private confirmed: { project: Project; revision: number; history: History }
  private pending: readonly Entry[] = []
  private previewed: Edit | null = null
  private isSending = false
  private retryMs = FIRST_RETRY_MS
  private retry: ReturnType<typeof setTimeout> | undefined
  private isClosed = false
  private state: SessionState

  constructor(private readonly options: Options) {
    const { project, revision, history } = options
    this.confirmed = { project, revision, history }
    this.state = { project, document: project, history, connection: 'saved', unsaved: 0, notice: null }
    const kept = options.kept.read()
    if (kept.length > 0) {
      this.pending = kept
      this.rebasePending()
      void this.send()
    }
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly getState = (): SessionState => this.state

  /** The revision the project has or will have once everything is stored. */
  get revision(): number {
    return this.confirmed.revision + this.pending.length
  }

  /** Makes an edit; it shows before this returns. An edit that cannot be made says why in the notice. */
  dispatch(edit: Edit, label: string): void {
    this.previewed = null
    this.push(() => doing(this.options.newId(), this.projectNow(), edit, label))
  }

  /** Shows the project as it would be after an edit, until the next edit or `preview(null)`. Nothing is stored. */
  preview(edit: Edit | null): void {
    this.previewed = edit
    this.publish({})
  }

  undo(): void {
    this.push(() => undoing(this.options.newId(), this.historyNow()))
  }

  redo(): void {
    this.push(() => redoing(this.options.newId(), this.historyNow()))
  }

  dismissNotice(): void {
    this.publish({ notice: null })
  }

  /** The server has a revision this session may not know. */
  async catchUp(revision: number): Promise<void> {
    if (revision <= this.confirmed.revision || this.isSending) return
    try {
      const missed = await this.options.server.log(this.confirmed.revision)
      if (!this.isSending) this.takeIn(missed)
    } catch {
      // The next edit or announcement asks again.
    }
  }

  close(): void {
    this.isClosed = true
    clearTimeout(this.retry)
  }

  private projectNow(): Project {
    return this.pending.reduce((project, { edit }) => apply(project, edit), this.confirmed.project)
  }

  private historyNow(): History {
    return this.pending.reduce(record, this.confirmed.history)
  }

  private push(make: () => Entry | null): void {
    try {
      const entry = make()
      if (!entry) return
      this.pending = [...this.pending, entry]
      this.options.kept.write(this.pending)
      this.publish({ notice: null })
      void this.send()
    } catch (error) {
      this.publish({ notice: (error as Error).message })
    }
  }

  private publish(change: Partial<SessionState>): void {
    const project = this.projectNow()
    this.state = {
      ...this.state, ...change,
      document: project,
      project: this.previewed ? previewOf(project, this.previewed) : project,
      history: this.historyNow(),
      unsaved: this.pending.length,
    }
    this.listeners.forEach((listener) => listener())
  }

  private async send(): Promise<void> {
    if (this.isSending || this.pending.length === 0 || this.isClosed) return
    this.isSending = true
    clearTimeout(this.retry)
    const sent = this.pending.slice(0, MOST_AT_ONCE)
    if (this.state.connection === 'saved') this.publish({ connection: 'saving' })
    try {
      const answer = await this.options.server.append(this.confirmed.revision, sent)
      this.retryMs = FIRST_RETRY_MS
      if (answer.accepted) this.acknowledge(sent, answer.revision)
      else this.takeIn(answer.missed)
      this.publish({ connection: this.pending.length > 0 ? 'saving' : 'saved' })
    } catch (error) {
      this.fail(error as Error & { status?: number }, sent)
    } finally {
      this.isSending = false
    }
    if (this.state.connection !== 'offline') void this.send()
  }

  private acknowledge(sent: readonly Entry[], revision: number): void {
    if (revision !== this.confirmed.revision + sent.length) {
      // Some of these had been stored before; the log says in which order.
      void this.options.server.log(this.confirmed.revision).then((missed) => this.takeIn(missed))
      return
    }
    this.confirmed = {
      project: sent.reduce((project, { edit }) => apply(project, edit), this.confirmed.project),
      history: sent.reduce(record, this.confirmed.history),
      revision,
    }
    this.pending = this.pending.slice(sent.length)
    this.options.kept.write(this.pending)
  }

  /** Takes in entries of the log that were not known here, and puts what is pending on top of them. */
  private takeIn(missed: readonly Entry[]): void {
    this.confirmed = {
      project: missed.reduce((project, { edit }) => apply(project, edit), this.confirmed.project),
      history: missed.reduce(record, this.confirmed.history),
      revision: this.confirmed.revision + missed.length,
    }
    const stored = new Set(missed.map(({ id }) => id))
    this.pending = this.pending.filter(({ id }) => !stored.has(id))
    this.rebasePending()
  }

  private rebasePending(): void {
    const lost: string[] = []
    let project = this.confirmed.project
    this.pending = this.pending.filter(({ what }) => what === 'do').flatMap((entry) => {
      try {
        const rebased = rebase(entry, project)
        project = rebased.project
        return [rebased.entry]
      } catch {
        lost.push(entry.label)
        return []
      }
    })
    this.options.kept.write(this.pending)
    this.publish(lost.length > 0 ? { notice: `What this was about has been removed in another window, so it was not done: ${lost.join('; ')}.` } : {})
  }

  private fail(error: Error & { status?: number }, sent: readonly Entry[]): void {
    const isRefused = error.status !== undefined && error.status >= 400 && error.status < 500
    if (isRefused) {
      const refused = new Set(sent.map(({ id }) => id))
      this.pending = this.pending.filter(({ id }) => !refused.has(id))
      this.rebasePending()
      this.publish({ connection: 'saved', notice: `That edit was not accepted and has been taken back. ${error.message}` })
      return
    }
    this.publish({ connection: 'offline' })
    this.retry = setTimeout(() => void this.send(), this.retryMs)
    this.retryMs = Math.min(LAST_RETRY_MS, this.retryMs * 2)
  }
}

function previewOf(project: Project, edit: Edit): Project {
  try {
    return apply(project, edit)
  } catch {
    return project
  }
}

