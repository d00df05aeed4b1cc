import { EventEmitter } from 'node:events'
import { desc, eq } from 'drizzle-orm'
import type { Request, Response } from 'express'
import type { CheckProgress, CompleteCheck } from '@rheoscope/core/check'
import { messageOf, RheoError } from '@rheoscope/core/document'
import { openEvents } from './announcements'
import type { RunCheck } from './check-process'
import { tell, type Storage } from './storage'
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

/** What processes tell one another of checks: news, or that one is to be stopped by whoever makes it. */
type Told = { readonly project: string } & (News | { readonly event: 'stop' })

const CHANNEL = 'rheoscope_checks'

/** Complete checks of projects: at most one of each project at a time, made by whichever process takes it, followed by whoever wants at any of them, with what they came to kept. */
export class CheckRuns {
  private readonly emitter = new EventEmitter().setMaxListeners(0)
  /** How far checks are that are under way, here or elsewhere. */
  private readonly last = new Map<string, News>()
  private readonly atWork = new Map<string, AbortController>()
  private isEnding = false

  private constructor(private readonly storage: Storage, private readonly store: ProjectStore, private readonly run: RunCheck) {}

  /** Takes what is to be checked, from now on. */
  static async of(storage: Storage, store: ProjectStore, run: RunCheck): Promise<CheckRuns> {
    const checks = new CheckRuns(storage, store, run)
    await storage.listen(CHANNEL, { hear: (said) => checks.hear(JSON.parse(said)), missed: () => checks.last.clear() })
    await storage.checkQueue.work((project) => checks.make(project))
    return checks
  }

  /** Begins a check of a project, unless one is under way. Throws `not-found`. */
  async begin(id: string): Promise<void> {
    const { project } = await this.store.load(id)
    const progress: News = { event: 'progress', data: { done: 0, total: project.components.length + project.screens.length + 1, what: project.name, seen: 0 } }
    if (!this.last.has(id)) this.last.set(id, progress)
    await this.storage.checkQueue.add(id)
  }

  /** Breaks off whatever this process makes; another one may make it. */
  stopAll(): void {
    this.isEnding = true
    for (const stop of this.atWork.values()) stop.abort()
  }

  /** Stops the check of a project, wherever it is made. */
  async stop(id: string): Promise<void> {
    this.atWork.get(id)?.abort()
    if (await this.storage.checkQueue.takeOut(id)) await this.tell({ project: id, event: 'stopped', data: { why: STOPPED } })
    else await this.tell({ project: id, event: 'stop' })
  }

  /** What the newest complete check came to. Throws `not-found` when there was none. */
  async latest(id: string): Promise<KeptCheck> {
    const [row] = await this.storage.database.select().from(checkResults).where(eq(checkResults.project, id)).orderBy(desc(checkResults.revision)).limit(1)
    if (!row) throw new RheoError('not-found', `projects/${id}/check`, 'This project has not been checked completely yet.')
    return { ...row.result, revision: row.revision, finishedAt: row.finishedAt.toISOString() }
  }

  /** Keeps a response open and writes how far the check is, until it ends; where it has ended already, or none was made, says that. */
  async follow(id: string, request: Request, response: Response): Promise<void> {
    const ended = await this.ended(id, 'No check is under way.')
    if (!openEvents(request, response)) return
    const write = ({ event, data }: News) => {
      response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`)
      if (event !== 'progress') response.end()
    }
    if (ended) return write(ended)
    const last = this.last.get(id)
    if (last) write(last)
    this.emitter.on(id, write)
    // Whoever told its end may not have been heard.
    const watching = setInterval(() => void this.ended(id, STOPPED).then((news) => news && write(news), () => undefined), WATCH_MS)
    response.on('close', () => {
      clearInterval(watching)
      this.emitter.off(id, write)
    })
  }

  /** Checks a project and tells how far it is. Throws when this process ends meanwhile, or cannot keep what it came to. */
  private async make(id: string): Promise<void> {
    const stop = new AbortController()
    this.atWork.set(id, stop)
    // One after the other, so that nothing is told after what came later.
    let telling = Promise.resolve()
    const say = (news: News) => {
      telling = telling.catch(() => undefined).then(() => this.tell({ project: id, ...news }))
      return telling
    }
    try {
      const { project, revision } = await this.store.load(id)
      const result = await this.run(project, (data) => void say({ event: 'progress', data }).catch(() => undefined), stop.signal)
      await this.keep(id, revision, result)
      await say({ event: 'done', data: { revision } })
    } catch (error) {
      if (this.isEnding) throw error
      await say({ event: 'stopped', data: { why: messageOf(error) } })
    } finally {
      this.atWork.delete(id)
    }
  }

  private tell(told: Told): Promise<void> {
    return tell(this.storage.database, CHANNEL, JSON.stringify(told))
  }

  private hear(told: Told): void {
    const { project } = told
    if (told.event === 'stop') return this.atWork.get(project)?.abort()
    if (told.event === 'progress') this.last.set(project, told)
    else this.last.delete(project)
    this.emitter.emit(project, told)
  }

  /** What is to be told of a check that is no longer under way, `why` where it has left nothing; null while it is. */
  private async ended(id: string, why: string): Promise<News | null> {
    if (await this.storage.checkQueue.isUnderWay(id)) return null
    const [row] = await this.storage.database.select({ revision: checkResults.revision }).from(checkResults).where(eq(checkResults.project, id)).orderBy(desc(checkResults.revision)).limit(1)
    return row ? { event: 'done', data: row } : { event: 'stopped', data: { why } }
  }

  private async keep(project: string, revision: number, result: CompleteCheck): Promise<void> {
    await this.storage.database.insert(checkResults).values({ project, revision, result })
      .onConflictDoUpdate({ target: [checkResults.project, checkResults.revision], set: { result, finishedAt: new Date() } })
  }
}

const STOPPED = 'The check was stopped.'

/** Whoever follows a check is told within this time that it has ended, even when that was not heard. */
const WATCH_MS = 5_000
