import { fieldsOf } from '@rheoscope/core/document'
import { Logger, makeWorkerUtils, run, runMigrations, type Runner, type WorkerEvents, type WorkerUtils } from 'graphile-worker'
import { EventEmitter } from 'node:events'
import pg from 'pg'
import type { CheckQueue, MakeCheck } from './check-queue'

const SCHEMA = 'rheoscope_jobs'
const TASK = 'check'

/** A check that has been begun so often and never came to an end is not begun again. */
const MOST_ATTEMPTS = 10

const SWEEP_MS = 2_000
const RETRY_MS = 1_000

/** One hears of new checks, one takes them, the rest asks. */
const CONNECTIONS = 4

const SILENT = new Logger(() => () => undefined)

/** Tells the locks of workers from all others. Any number would do. */
const LOCK_SEED = 7_436_002

/**
 * Checks that any process may make that uses the same database. A process holds a lock for as long as it lives, so that
 * another one sees when it is gone and makes again what it had begun.
 */
export class SharedQueue implements CheckQueue {
  private readonly events: WorkerEvents = new EventEmitter()
  private readonly workers = new Set<string>()
  private holder: pg.Client | null = null
  private runner: Runner | null = null
  private sweeping: ReturnType<typeof setInterval> | undefined
  private isClosed = false

  private constructor(private readonly pool: pg.Pool, private readonly url: string, private readonly utils: WorkerUtils) {
    this.events.on('worker:create', ({ worker: { workerId } }) => {
      this.workers.add(workerId)
      void this.holder?.query(LOCK, [workerId, LOCK_SEED]).catch(() => undefined)
    })
  }

  /** Makes the tables of the queue when they are missing. One process at a time may do so. */
  static async prepare(url: string): Promise<void> {
    await runMigrations({ connectionString: url, maxPoolSize: 1, schema: SCHEMA, logger: SILENT })
  }

  /** The queue in a database that is prepared for it. */
  static async of(url: string): Promise<SharedQueue> {
    const pool = new pg.Pool({ connectionString: url, max: CONNECTIONS, application_name: 'rheoscope-checks' })
    pool.on('error', () => undefined)
    return new SharedQueue(pool, url, await makeWorkerUtils({ pgPool: pool, schema: SCHEMA, logger: SILENT }))
  }

  async add(project: string): Promise<void> {
    if (await this.isUnderWay(project)) return
    await this.utils.addJob(TASK, { project }, { jobKey: project, maxAttempts: MOST_ATTEMPTS })
  }

  async isUnderWay(project: string): Promise<boolean> {
    const { rowCount } = await this.pool.query(`select from ${SCHEMA}.jobs where key = $1 and (locked_by is not null or attempts < max_attempts)`, [project])
    return (rowCount ?? 0) > 0
  }

  async takeOut(project: string): Promise<boolean> {
    const { rows } = await this.pool.query<{ readonly id: string }>(`select id from ${SCHEMA}.jobs where key = $1 and locked_by is null`, [project])
    return (await this.utils.completeJobs(rows.map(({ id }) => id))).length > 0
  }

  async work(make: MakeCheck): Promise<void> {
    await this.hold()
    void this.keepWorking(make)
    this.sweeping = setInterval(() => void this.sweep().catch(() => undefined), SWEEP_MS)
  }

  async close(): Promise<void> {
    this.isClosed = true
    clearInterval(this.sweeping)
    await this.runner?.stop().catch(() => undefined)
    await this.utils.release()
    await this.holder?.end()
    await this.pool.end()
  }

  /** Takes checks; begins anew when the database was away for longer than the worker bears with. */
  private async keepWorking(make: MakeCheck): Promise<void> {
    while (!this.isClosed) {
      try {
        const taskList = { [TASK]: (payload: unknown) => make(String(fieldsOf(payload).project)) }
        this.runner = await run({ pgPool: this.pool, schema: SCHEMA, logger: SILENT, events: this.events, concurrency: 1, pollInterval: RETRY_MS, noHandleSignals: true, taskList, parsedCronItems: [] })
        await this.runner.promise
        // eslint-disable-next-line no-restricted-syntax -- The database is away.
      } catch {
      }
      await new Promise((resolve) => setTimeout(resolve, RETRY_MS).unref())
    }
  }

  /** Opens the connection that holds the locks of this process, and takes them. */
  private async hold(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url, keepAlive: true, application_name: 'rheoscope-worker' })
    const lose = () => {
      if (this.holder === client) this.holder = null
    }
    client.on('error', lose)
    client.on('end', lose)
    await client.connect()
    for (const worker of this.workers) await client.query(LOCK, [worker, LOCK_SEED])
    this.holder = client
  }

  /** Frees what processes have begun that are gone: whose locks nobody holds. */
  private async sweep(): Promise<void> {
    if (!this.holder) return this.hold()
    const { rows } = await this.pool.query<{ readonly worker: string }>(`select distinct locked_by as worker from ${SCHEMA}.jobs where locked_by is not null`)
    const gone: string[] = []
    for (const { worker } of rows) {
      if (this.workers.has(worker)) continue
      const { rows: [lock] } = await this.holder.query<{ readonly free: boolean }>('select pg_try_advisory_lock(hashtextextended($1, $2)) as free', [worker, LOCK_SEED])
      if (!lock?.free) continue
      await this.holder.query('select pg_advisory_unlock(hashtextextended($1, $2))', [worker, LOCK_SEED])
      gone.push(worker)
    }
    if (gone.length > 0) await this.utils.forceUnlockWorkers(gone)
  }
}

const LOCK = 'select pg_advisory_lock(hashtextextended($1, $2))'
