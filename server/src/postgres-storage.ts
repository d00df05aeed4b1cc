import { sql } from 'drizzle-orm'
import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'
import { messageOf, RheoError } from '@rheoscope/core/document'
import { requireKnown, rowsOf } from './known-schema'
import { SharedQueue } from './shared-queue'
import type { Listener, Storage } from './storage'

/** The oldest server that is known to do, as it numbers its versions. */
const LEAST_VERSION = 150_000

/** One process at a time brings the schema up to date: the key of the lock it takes. Any number would do. */
const MIGRATION_LOCK = 7_436_001

const CONNECT_MS = 5_000
const FIRST_RETRY_MS = 100
const LAST_RETRY_MS = 5_000

/**
 * The database on a server, brought to the present schema; any number of processes may use it at a time. Throws a
 * `RheoError`: `unreachable`, `too-old` for a server before PostgreSQL 15, or `too-new`.
 */
export async function openServer(url: string, migrations: string): Promise<Storage> {
  const pool = new pg.Pool({ connectionString: url, max: 10, connectionTimeoutMillis: CONNECT_MS, application_name: 'rheoscope' })
  // A connection that is lost while nobody uses it is replaced when the next is wanted.
  pool.on('error', () => undefined)
  giveBackLost(pool)
  let checkQueue: SharedQueue
  try {
    await bringUpToDate(pool, url, migrations)
    checkQueue = await SharedQueue.of(url)
  } catch (error) {
    await pool.end()
    if (error instanceof RheoError) throw error
    throw new RheoError('unreachable', 'DATABASE_URL', `The database at ${nameOf(url)} cannot be used: ${messageOf(error)}`)
  }
  const ears = new Ears(url)
  return {
    database: drizzle(pool),
    checkQueue,
    listen: (channel, listener) => ears.listen(channel, listener),
    close: async () => {
      await checkQueue.close()
      await ears.close()
      await pool.end()
    },
  }
}

/**
 * Gives back connections that are lost while somebody uses them. Drizzle keeps one for ever when it is lost before its
 * transaction has begun; whoever uses it is told by what they asked for.
 */
function giveBackLost(pool: pg.Pool): void {
  const inUse = new WeakSet<pg.PoolClient>()
  pool.on('acquire', (client) => inUse.add(client))
  pool.on('release', (_error, client) => inUse.delete(client))
  pool.on('connect', (client) => client.on('error', () => {
    if (!inUse.has(client)) return
    const release = client.release.bind(client)
    client.release = () => undefined
    release(true)
  }))
}

async function bringUpToDate(pool: pg.Pool, url: string, migrations: string): Promise<void> {
  const where = nameOf(url)
  const client = await pool.connect()
  try {
    const database = drizzle(client)
    const [version] = await rowsOf<{ number: string }>(database, sql`select current_setting('server_version_num') as number`)
    if (Number(version?.number) < LEAST_VERSION) throw new RheoError('too-old', 'DATABASE_URL', `The database at ${where} is older than PostgreSQL 15, which Rheoscope needs.`)
    await database.execute(sql`select pg_advisory_lock(${MIGRATION_LOCK})`)
    try {
      await requireKnown(database, `The database at ${where}`, migrations)
      await migrate(database, { migrationsFolder: migrations })
      await SharedQueue.prepare(url)
    } finally {
      await database.execute(sql`select pg_advisory_unlock(${MIGRATION_LOCK})`)
    }
  } finally {
    client.release()
  }
}

/** A connection of its own that hears what is told, and is made anew when it is lost. */
class Ears {
  private readonly listeners = new Map<string, Listener[]>()
  private client: pg.Client | null = null
  private retry: ReturnType<typeof setTimeout> | undefined
  private retryMs = FIRST_RETRY_MS
  private isClosed = false

  constructor(private readonly url: string) {}

  async listen(channel: string, listener: Listener): Promise<void> {
    this.listeners.set(channel, [...(this.listeners.get(channel) ?? []), listener])
    if (this.client) await this.client.query(`listen ${pg.escapeIdentifier(channel)}`)
    else await this.connect()
  }

  async close(): Promise<void> {
    this.isClosed = true
    clearTimeout(this.retry)
    await this.client?.end()
  }

  private async connect(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url, connectionTimeoutMillis: CONNECT_MS, keepAlive: true, application_name: 'rheoscope-ears' })
    client.on('notification', ({ channel, payload = '' }) => this.listeners.get(channel)?.forEach(({ hear }) => hear(payload)))
    client.on('error', () => this.lose(client))
    client.on('end', () => this.lose(client))
    await client.connect()
    for (const channel of this.listeners.keys()) await client.query(`listen ${pg.escapeIdentifier(channel)}`)
    this.client = client
    this.retryMs = FIRST_RETRY_MS
  }

  private lose(client: pg.Client): void {
    if (this.client !== client && this.client !== null) return
    this.client = null
    this.retryLater()
  }

  private retryLater(): void {
    clearTimeout(this.retry)
    if (this.isClosed) return
    this.retry = setTimeout(() => void this.reconnect(), this.retryMs)
    this.retryMs = Math.min(LAST_RETRY_MS, this.retryMs * 2)
  }

  private async reconnect(): Promise<void> {
    try {
      await this.connect()
      for (const listeners of this.listeners.values()) listeners.forEach(({ missed }) => missed())
      // eslint-disable-next-line no-restricted-syntax -- The server is still away.
    } catch {
      this.retryLater()
    }
  }
}

/** A database as it is told to people: without the password. */
function nameOf(url: string): string {
  if (!URL.canParse(url)) return 'DATABASE_URL'
  const { host, pathname } = new URL(url)
  return `${host || 'this machine'}${pathname}`
}
