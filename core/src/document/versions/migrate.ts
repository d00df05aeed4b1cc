import { RheoError } from '../error'
import type { Fields } from '../fields'
import { DOCUMENT_VERSION } from '../project'
import { toVersion2 } from './version-2'
import { toVersion4 } from './version-4'
import { toVersion5 } from './version-5'

/** What turns a file of one version into the next, by the version it starts from. */
const MIGRATIONS: Readonly<Record<number, (file: Fields) => Fields>> = {
  1: toVersion2,
  2: (file) => ({ ...file, promises: [] }),
  3: toVersion4,
  4: toVersion5,
  // Fields, glides and actions on records came; what was there is what it was.
  5: (file) => file,
}

/** A project of an older version as one of a newer, the present one unless another is named. Throws `foreign` for a version there never was. */
export function migrate(file: Fields, to: number = DOCUMENT_VERSION): unknown {
  let current = file
  for (let version = Number(file.version); version < to; version++) {
    const step = MIGRATIONS[version]
    if (!step) throw new RheoError('foreign', 'version', `There never was a version ${version} of the project file.`)
    current = { ...step(current), version: version + 1 }
  }
  return current
}
