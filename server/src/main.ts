import { createServer } from 'node:http'
import path from 'node:path'
import { pino } from 'pino'
import { RheoError } from '@rheoscope/core/document'
import { skerryLine } from '@rheoscope/core/demo'
import { application } from './application'
import { AssetStore } from './asset-store'
import { CheckRuns } from './check-runs'
import { inThread } from './check-thread'
import { openDatabase } from './database'
import { OutcomeStore } from './outcome-store'
import { ProjectStore } from './project-store'

const root = path.resolve(import.meta.dirname, '../..')
const port = Number(process.env.PORT ?? 4180)
const data = path.resolve(process.env.RHEOSCOPE_DATA ?? path.join(root, '.data'))
const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' })

try {
  const { database, close } = await openDatabase(data, path.join(root, 'server/drizzle'))
  const store = new ProjectStore(database)
  const assets = new AssetStore(database)
  const outcomes = new OutcomeStore(database)
  const checks = new CheckRuns(database, store, inThread(path.join(import.meta.dirname, 'check-worker.js')))
  await store.once('demo', async () => store.add(await assets.takeOut(skerryLine)))
  const server = createServer(application({ store, assets, outcomes, checks, web: path.join(root, 'web/dist'), log }))
  server.on('error', (error: NodeJS.ErrnoException) => {
    fail(error.code === 'EADDRINUSE' ? `Port ${port} is taken. Name another one with PORT.` : error.message)
  })
  server.listen(port, '127.0.0.1', () => {
    const address = server.address()
    const listening = typeof address === 'object' && address ? address.port : port
    process.stdout.write(`Rheoscope is at http://127.0.0.1:${listening}\n`)
  })
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => {
      server.close()
      server.closeAllConnections()
      void close().then(() => process.exit(0))
    })
  }
} catch (error) {
  fail(error instanceof RheoError ? error.message : String((error as Error).stack))
}

function fail(sentence: string): never {
  process.stderr.write(`${sentence}\n`)
  process.exit(1)
}
