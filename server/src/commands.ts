import { RheoError } from '@rheoscope/core/document'
import { keepBackup, restoreBackup, writeBackup } from './backup'
import { askForBackup } from './folder-lock'
import { newestIn } from './known-schema'
import type { Settings } from './settings'
import { openStorage } from './storage'

type Where = Pick<Settings, 'data' | 'databaseUrl'>

/** Writes a backup of everything into a file, also while a server is running. Gives the number of rows. */
export const backup = (where: Where, migrations: string, file: string): Promise<number> =>
  keepBackup(file, async (to) => {
    const storage = await openStorage(where, migrations).catch((error: unknown) => {
      if (error instanceof RheoError && error.code === 'in-use') return null
      throw error
    })
    if (!storage) return askForBackup(where.data, to)
    await writeBackup(storage.database, to).finally(() => storage.close())
  })

/** Restores a backup into a folder or a database in which there is nothing yet. Gives the number of rows. */
export async function restore(where: Where, migrations: string, file: string): Promise<number> {
  const storage = await openStorage(where, migrations)
  return restoreBackup(storage.database, file, newestIn(migrations)).finally(() => storage.close())
}
