import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import { drizzle, type PgliteDatabase } from 'drizzle-orm/pglite'
import { migrate } from 'drizzle-orm/pglite/migrator'
import { RheoError } from '@rheoscope/core/document'

export type Database = PgliteDatabase

export interface OpenDatabase {
  readonly database: Database
  readonly close: () => Promise<void>
}

/**
 * The database in a folder, made if there is none and brought to the present schema. One process at a time may
 * have it open: another one gets a `RheoError` `in-use`.
 */
export async function openDatabase(folder: string, migrations: string): Promise<OpenDatabase> {
  mkdirSync(folder, { recursive: true })
  const unlock = lock(path.join(folder, 'open-by'))
  const client = await PGlite.create(path.join(folder, 'postgres'))
  const database = drizzle(client)
  await migrate(database, { migrationsFolder: migrations })
  return {
    database,
    close: async () => {
      await client.close()
      unlock()
    },
  }
}

function lock(file: string): () => void {
  const holder = Number(readIfThere(file))
  if (holder > 0 && holder !== process.pid && isAlive(holder)) {
    throw new RheoError('in-use', file, `Another Rheoscope (process ${holder}) has this data folder open. Stop it, or name another folder with RHEOSCOPE_DATA.`)
  }
  writeFileSync(file, String(process.pid))
  return () => rmSync(file, { force: true })
}

function readIfThere(file: string): string {
  try {
    return readFileSync(file, 'utf8')
  } catch {
    return ''
  }
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0)
    return true
  } catch {
    return false
  }
}
