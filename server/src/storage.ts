import { sql } from 'drizzle-orm'
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core'
import type { CheckQueue } from './check-queue'
import { openFolder } from './pglite-storage'
import { openServer } from './postgres-storage'

/** The tables, whatever they are kept in. */
export type Database = PgDatabase<PgQueryResultHKT>

export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

/** Hears what processes tell one another. */
export interface Listener {
  readonly hear: (said: string) => void
  /** Something may have been told that was not heard. */
  readonly missed: () => void
}

/** Where everything is kept: a folder that one process has, or a database server that many share. */
export interface Storage {
  readonly database: Database
  readonly checkQueue: CheckQueue
  /** Has somebody hear what is told on a channel, by this process or another, once what told it is committed. */
  listen(channel: string, listener: Listener): Promise<void>
  close(): Promise<void>
}

/** Tells all processes something, once the transaction is committed; up to 8,000 bytes. */
export async function tell(transaction: Pick<Transaction, 'execute'>, channel: string, said: string): Promise<void> {
  await transaction.execute(sql`select pg_notify(${channel}, ${said})`)
}

/** Opens the database server when there is one, otherwise the folder. Throws what these throw. */
export const openStorage = ({ databaseUrl, data }: { readonly databaseUrl: string | null; readonly data: string }, migrations: string): Promise<Storage> =>
  databaseUrl === null ? openFolder(data, migrations) : openServer(databaseUrl, migrations)
