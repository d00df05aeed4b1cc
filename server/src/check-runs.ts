import { EventEmitter } from 'node:events'
import { desc, eq } from 'drizzle-orm'
import type { Request, Response } from 'express'
import type { CheckProgress, CompleteCheck } from '@rheoscope/core/check'
import { RheoError } from '@rheoscope/core/document'
import { openEvents } from './announcements'
import type { RunCheck } from './check-process'
import type { Database } from './database'
import type { ProjectStore } from './project-store'
import { checkResults } from './tables'

/** What a complete check came to, with the revision it was made on. */
export interface KeptCheck extends CompleteCheck {
  readonly revision: number
  /** ISO 8601. */
  readonly finishedAt: string
}

/** What is told of a complete check that is under way. */
type News = { readonly event: 'progress'; readonly data: CheckProgress } | { readonly event: 'done'; readonly data: { readonly revision: number } } | { readonly event: 'stopped'; readonly data: { readonly why: string } }

interface UnderWay {
  readonly stop: AbortController
  last: News
}

/** Complete checks of projects: at most one of each project at a time, followed by whoever wants, with what they came to kept. */
export class CheckRuns {
  private readonly emitter = new EventEmitter().setMaxListeners(0)
  private readonly underWay = new Map<string, UnderWay>()

  constructor(private readonly database: Database, private readonly store: ProjectStore, private readonly run: RunCheck) {}

  /** Begins a check of a project as it is now, unless one is under way. Throws `gone`. */
  async begin(id: string): Promise<void> {
    const { project, revision } = await this.store.load(id)
    if (this.underWay.has(id)) return
    const stop = new AbortController()
    this.underWay.set(id, { stop, last: { event: 'progress', data: { done: 0, total: project.components.length + project.screens.length + 1, what: project.name, seen: 0 } } })
    void this.run(project, (data) => this.tell(id, { event: 'progress', data }), stop.signal)
      .then(async (result) => {
        await this.keep(id, revision, result)
        this.tell(id, { event: 'done', data: { revision } })
      })
      .catch((error: Error) => this.tell(id, { event: 'stopped', data: { why: error.message } }))
      .finally(() => this.underWay.delete(id))
  }

  /** Ends whatever is under way; for when the server ends. */
  stopAll(): void {
    for (const { stop } of this.underWay.values()) stop.abort()
  }

  stop(id: string): void {
    this.underWay.get(id)?.stop.abort()
  }

  /** What the newest complete check came to. Throws `gone` when there was none. */
  async latest(id: string): Promise<KeptCheck> {
    const [row] = await this.database.select().from(checkResults).where(eq(checkResults.project, id)).orderBy(desc(checkResults.revision)).limit(1)
    if (!row) throw new RheoError('not-found', `projects/${id}/check`, 'This project has not been checked completely yet.')
    return { ...row.result, revision: row.revision, finishedAt: row.finishedAt.toISOString() }
  }

  /** Keeps a response open and writes how far the check is, until it ends; at once when none is under way. */
  follow(id: string, request: Request, response: Response): void {
    if (!openEvents(request, response)) return
    const write = ({ event, data }: News) => {
      response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`)
      if (event !== 'progress') response.end()
    }
    write(this.underWay.get(id)?.last ?? { event: 'stopped', data: { why: 'No check is under way.' } })
    this.emitter.on(id, write)
    response.on('close', () => this.emitter.off(id, write))
  }

  private tell(id: string, news: News): void {
    const known = this.underWay.get(id)
    if (known) known.last = news
    this.emitter.emit(id, news)
  }

  private async keep(project: string, revision: number, result: CompleteCheck): Promise<void> {
    await this.database.insert(checkResults).values({ project, revision, result })
      .onConflictDoUpdate({ target: [checkResults.project, checkResults.revision], set: { result, finishedAt: new Date() } })
  }
}
