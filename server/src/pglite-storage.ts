import { accessSync, constants, existsSync, mkdirSync, renameSync, rmSync, statfsSync, statSync } from 'node:fs'
import path from 'node:path'
import { PGlite } from '@electric-sql/pglite'
import { drizzle } from 'drizzle-orm/pglite'
import { migrate } from 'drizzle-orm/pglite/migrator'
import { fieldsOf, RheoError } from '@rheoscope/core/document'
import { writeBackup } from './backup'
import { OwnQueue } from './check-queue'
import { lockFolder } from './folder-lock'
import { requireKnown } from './known-schema'
import type { Storage } from './storage'

/** Less than this is no room to work in, in bytes. */
const LEAST_ROOM = 4 * 1024 * 1024

/**
 * The database in a folder, made if there is none and brought to the present schema. One process at a time may have it
 * open. Throws a `RheoError`: `in-use`, `not-a-folder`, `not-writable`, `full`, `too-new` or `not-opened`.
 */
export async function openFolder(folder: string, migrations: string): Promise<Storage> {
  makeFolder(folder)
  const lock = await lockFolder(folder)
  try {
    const client = await PGlite.create(await preparedIn(folder))
    const database = drizzle(client)
    await requireKnown(database, `The data folder ${folder}`, migrations)
    await migrate(database, { migrationsFolder: migrations })
    lock.answer((to) => writeBackup(database, to))
    return {
      database,
      checkQueue: new OwnQueue(),
      listen: async (channel, { hear }) => {
        await client.listen(channel, hear)
      },
      close: async () => {
        await client.close()
        await lock.letGo()
      },
    }
  } catch (error) {
    await lock.letGo()
    throw problemIn(folder, error)
  }
}

/** Makes a folder with those around it. One at a time: where nothing can be made, as under `/proc`, asking for all at once never ends. */
function makeFolder(folder: string): void {
  const missing: string[] = []
  for (let at = folder; !existsSync(at); at = path.dirname(at)) missing.unshift(at)
  try {
    for (const each of missing) mkdirSync(each)
    if (!statSync(folder).isDirectory()) throw Object.assign(new Error('It is a file'), { code: 'ENOTDIR' })
    accessSync(folder, constants.W_OK)
  } catch (error) {
    throw problemIn(folder, error)
  }
}

/** The folder of the database. A new one is made under another name first, so that a first start that is broken off leaves none that is half made. */
async function preparedIn(folder: string): Promise<string> {
  const made = path.join(folder, 'postgres')
  const making = path.join(folder, 'postgres.making')
  rmSync(making, { recursive: true, force: true })
  if (existsSync(made)) return made
  const client = await PGlite.create(making)
  await client.close()
  renameSync(making, made)
  return made
}

/** What keeps a data folder from being opened, in a sentence with a way out. */
export function problemIn(folder: string, error: unknown): RheoError {
  if (error instanceof RheoError) return error
  const { code } = fieldsOf(error)
  const way = 'Name another folder with RHEOSCOPE_DATA.'
  if (code === 'EEXIST' || code === 'ENOTDIR') return new RheoError('not-a-folder', folder, `The data path ${folder} is a file, or leads through one. ${way}`)
  if (code === 'ENOSPC' || isFull(folder)) return new RheoError('full', folder, `There is no room left for the data folder ${folder}. Make room on that disk. ${way}`)
  if (code === 'EACCES' || code === 'EPERM' || code === 'EROFS' || code === 'ENOENT') return new RheoError('not-writable', folder, `Nothing can be written to the data folder ${folder}. Change who may write there. ${way}`)
  const said = error instanceof Error ? error.message : JSON.stringify(error)
  return new RheoError('not-opened', folder, `The database in ${folder} cannot be opened (${said}). Nothing in it was changed. ${way}`)
}

function isFull(folder: string): boolean {
  try {
    const { bavail, bsize } = statfsSync(folder)
    return bavail * bsize < LEAST_ROOM
    // eslint-disable-next-line no-restricted-syntax -- A folder that is not there has no room to measure.
  } catch {
    return false
  }
}
