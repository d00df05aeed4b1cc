import { createServer } from 'node:http'
import path from 'node:path'
import { pino } from 'pino'
import { RheoError } from '@rheoscope/core/document'
import { skerryLine } from '@rheoscope/core/demo'
import { application } from './application'
import { AssetStore } from './asset-store'
import { inProcess } from './check-process'
import { CheckRuns } from './check-runs'
import { openDatabase } from './database'
import { OutcomeStore } from './outcome-store'
import { ProjectStore } from './project-store'
import { settingsFrom, type Settings } from './settings'

const root = path.resolve(import.meta.dirname, '../..')

try {
  await serve(settingsFrom(process.env, root))
} catch (error) {
  fail(error instanceof RheoError ? error.message : String((error as Error).stack ?? JSON.stringify(error)))
}

async function serve({ port, data, logLevel }: Settings): Promise<void> {
  const { database, close } = await openDatabase(data, path.join(root, 'server/drizzle'))
  const store = new ProjectStore(database)
  const assets = new AssetStore(database)
  const outcomes = new OutcomeStore(database)
  const checks = new CheckRuns(database, store, inProcess(path.join(import.meta.dirname, 'check-child.js')))
  await store.addOnce('demo', () => assets.takeOut(skerryLine))
  const server = createServer(application({ store, assets, outcomes, checks, web: path.join(root, 'web/dist'), log: pino({ level: logLevel }) }))
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
      server.close()
      server.closeAllConnections()
      void close().then(() => process.exit(0))
    })
  }
}

function fail(sentence: string): never {
  process.stderr.write(`${sentence}\n`)
  process.exit(1)
}
