import { createServer, type Server } from 'node:http'
import path from 'node:path'
import { pino } from 'pino'
import { RheoError } from '@rheoscope/core/document'
import { skerryLine } from '@rheoscope/core/demo'
import { application, CONNECTIONS } from './application'
import { AssetStore } from './asset-store'
import { inProcess } from './check-process'
import { CheckRuns } from './check-runs'
import { backup, restore } from './commands'
import { Announcements } from './announcements'
import { openStorage } from './storage'
import { OutcomeStore } from './outcome-store'
import { ProjectStore } from './project-store'
import { settingsFrom, type Settings } from './settings'

const root = path.resolve(import.meta.dirname, '../..')

const migrations = path.join(root, 'server/drizzle')

/** How often what has been in the bin for long enough is deleted for good, in ms. */
const BIN_EMPTIED_EVERY_MS = 3_600_000

/** What is under way may take so long when the server is told to end. */
const DRAIN_MS = 10_000

try {
  await obey(process.argv.slice(2), settingsFrom(process.env, root))
} catch (error) {
  fail(error instanceof RheoError ? error.message : error instanceof Error ? String(error.stack) : JSON.stringify(error))
}

/** `backup PATH`, `restore PATH`, or nothing: then the server runs until it is told to end. */
async function obey([command, file, ...more]: readonly string[], settings: Settings): Promise<void> {
  if (command === undefined) return serve(settings)
  if ((command !== 'backup' && command !== 'restore') || file === undefined || more.length > 0) fail('Usage: rheoscope-server [backup PATH | restore PATH]')
  const rows = await (command === 'backup' ? backup : restore)(settings, migrations, path.resolve(process.env.INIT_CWD ?? '', file))
  process.stdout.write(`${command === 'backup' ? 'Wrote' : 'Restored'} ${rows.toLocaleString('en')} rows: ${file}\n`)
}

async function serve({ port, logLevel, ...where }: Settings): Promise<void> {
  const storage = await openStorage(where, migrations)
  const { database } = storage
  const log = pino({ level: logLevel })
  const store = new ProjectStore(database)
  const assets = new AssetStore(database)
  const outcomes = new OutcomeStore(database)
  const checks = await CheckRuns.of(storage, store, inProcess(path.join(import.meta.dirname, 'check-child.js')))
  await store.emptyBin()
  setInterval(() => void store.emptyBin().catch((error: unknown) => log.warn(error)), BIN_EMPTIED_EVERY_MS).unref()
  await store.addOnce('demo', () => assets.takeOut(skerryLine))
  const announcements = await Announcements.of(storage)
  const server = createServer(CONNECTIONS, application({ store, assets, outcomes, checks, announcements, database, web: path.join(root, 'web/dist'), log }))
  server.on('error', (error: NodeJS.ErrnoException) => {
    fail(error.code === 'EADDRINUSE' ? `Port ${port} is taken. Name another one with PORT.` : error.code === 'EACCES' ? `Port ${port} may not be used. Name another one with PORT.` : error.message)
  })
  server.listen(port, '127.0.0.1', () => {
    const address = server.address()
    const listening = typeof address === 'object' && address ? address.port : port
    process.stdout.write(`Rheoscope is at http://127.0.0.1:${listening}\n`)
  })
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => {
      checks.stopAll()
      announcements.endAll()
      void drained(server).then(() => storage.close()).then(() => process.exit(0))
    })
  }
}

/** Takes nothing more in and lets what is under way come to its end. */
function drained(server: Server): Promise<void> {
  const late = setTimeout(() => server.closeAllConnections(), DRAIN_MS)
  server.keepAliveTimeout = 1
  server.closeIdleConnections()
  return new Promise((resolve) => server.close(() => {
    clearTimeout(late)
    resolve()
  }))
}

function fail(sentence: string): never {
  process.stderr.write(`${sentence}\n`)
  process.exit(1)
}
