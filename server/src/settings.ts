import path from 'node:path'
import { RheoError } from '@rheoscope/core/document'

export interface Settings {
  /** 0 lets the system choose. */
  readonly port: number
  readonly data: string
  /** A PostgreSQL server to keep everything in instead of the data folder; null for none. */
  readonly databaseUrl: string | null
  readonly logLevel: string
}

const LOG_LEVELS = ['trace', 'debug', 'info', 'warn', 'error', 'fatal', 'silent']

/** How the server is to run, from the environment. Throws `invalid` with the name of what cannot be used. */
export function settingsFrom(environment: Readonly<Record<string, string | undefined>>, root: string): Settings {
  const { PORT = '4180', RHEOSCOPE_DATA = '', DATABASE_URL = '', LOG_LEVEL = 'warn' } = environment
  if (!/^\d{1,5}$/.test(PORT) || Number(PORT) > 65_535) throw new RheoError('invalid', 'PORT', `PORT is “${PORT}”; it has to be a whole number from 0 to 65535.`)
  if (!LOG_LEVELS.includes(LOG_LEVEL)) throw new RheoError('invalid', 'LOG_LEVEL', `LOG_LEVEL is “${LOG_LEVEL}”; it has to be one of ${LOG_LEVELS.join(', ')}.`)
  if (DATABASE_URL !== '' && !/^postgres(ql)?:\/\//.test(DATABASE_URL)) throw new RheoError('invalid', 'DATABASE_URL', 'DATABASE_URL has to begin with postgres:// or postgresql://.')
  return { port: Number(PORT), data: RHEOSCOPE_DATA === '' ? path.join(root, '.data') : path.resolve(RHEOSCOPE_DATA), databaseUrl: DATABASE_URL === '' ? null : DATABASE_URL, logLevel: LOG_LEVEL }
}
