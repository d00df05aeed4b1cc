import { readFileSync } from 'node:fs'
import path from 'node:path'
import { sql } from 'drizzle-orm'
import { fieldsOf, RheoError } from '@rheoscope/core/document'
import type { Database } from './storage'

/** Throws `too-new` when a later version of this program has changed the schema of a database. */
export async function requireKnown(database: Database, where: string, migrations: string): Promise<void> {
  if ((await newestMigration(database)) > newestIn(migrations)) throw new RheoError('too-new', where, `${where} was last used by a newer Rheoscope. Start that one, or name another place to keep things in.`)
}

/** When the newest change was made that a database has seen, in ms since 1970; 0 for a new one. */
export async function newestMigration(database: Database): Promise<number> {
  const [table] = await rowsOf<{ name: string | null }>(database, sql`select to_regclass('drizzle.__drizzle_migrations')::text as name`)
  if (table?.name == null) return 0
  const [newest] = await rowsOf<{ at: string | null }>(database, sql`select max(created_at)::text as at from drizzle.__drizzle_migrations`)
  return Number(newest?.at ?? 0)
}

/** When the newest change was made that this program knows of, in ms since 1970. */
export function newestIn(migrations: string): number {
  const journal: { readonly entries: readonly { readonly when: number }[] } = JSON.parse(readFileSync(path.join(migrations, 'meta/_journal.json'), 'utf8'))
  return Math.max(...journal.entries.map(({ when }) => when))
}

/** Both kinds of database answer a query of one's own with `rows`; Drizzle's common type does not say so. */
export const rowsOf = async <T>(database: Pick<Database, 'execute'>, query: ReturnType<typeof sql>): Promise<readonly T[]> =>
  // eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- the query says what its rows are
  fieldsOf(await database.execute(query)).rows as readonly T[]
