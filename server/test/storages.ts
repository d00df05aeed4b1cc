import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { openStorage, type Storage } from '../src/storage'
import { postgresServer } from './postgres-server'

export const MIGRATIONS = path.resolve(import.meta.dirname, '../drizzle')

/** Something to keep things in, new and empty, that can be opened again. */
export interface NewStorage {
  readonly where: Parameters<typeof openStorage>[0]
  readonly open: () => Promise<Storage>
  readonly remove: () => void
}

/** The kinds of storage there are, each with how to get a new one. */
export const STORAGES: readonly (readonly [name: string, make: () => Promise<NewStorage>])[] = [
  ['a folder', async () => {
    const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-store-'))
    const where = { databaseUrl: null, data: folder }
    return { where, open: () => openStorage(where, MIGRATIONS), remove: () => rmSync(folder, { recursive: true, force: true }) }
  }],
  ['a database server', async () => {
    const server = await postgresServer()
    const where = { databaseUrl: server.newDatabase(), data: '' }
    return { where, open: () => openStorage(where, MIGRATIONS), remove: server.remove }
  }],
]
