import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { pino } from 'pino'
import { completeCheck } from '@rheoscope/core/check'
import { application, CONNECTIONS } from '../src/application'
import { AssetStore } from '../src/asset-store'
import type { RunCheck } from '../src/check-process'
import { CheckRuns } from '../src/check-runs'
import { Announcements } from '../src/announcements'
import { openStorage, type Storage } from '../src/storage'
import { OutcomeStore } from '../src/outcome-store'
import { ProjectStore } from '../src/project-store'
import { MIGRATIONS } from './storages'

export interface Running {
  readonly address: string
  readonly stop: () => Promise<void>
}

/** Checks in this process, after a moment. */
const soon: RunCheck = async (project, onProgress, signal) => {
  await new Promise((resolve) => setTimeout(resolve, 50))
  if (signal.aborted) throw new Error('The check was stopped.')
  return completeCheck(project, onProgress)
}

/** A check that tells how far it is and goes on until it is stopped. */
export const endless: RunCheck = (_project, onProgress, signal) => new Promise((_resolve, reject) => {
  onProgress({ done: 1, total: 3, what: 'Half', seen: 7 })
  signal.addEventListener('abort', () => reject(new Error('The check was stopped.')))
})

/** The application on a free port over a new database, unless one is given, with complete checks made in this process unless another way is named. */
export async function running(storage?: Storage, run: RunCheck = soon): Promise<Running> {
  const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-app-'))
  writeFileSync(path.join(folder, 'index.html'), '<meta name="style-nonce" content="__NONCE__">')
  const opened = storage ?? (await openStorage({ databaseUrl: null, data: path.join(folder, 'data') }, MIGRATIONS))
  const store = new ProjectStore(opened.database)
  const checks = await CheckRuns.of(opened, store, run)
  const server = createServer(CONNECTIONS, application({ store, checks, announcements: await Announcements.of(opened), database: opened.database, assets: new AssetStore(opened.database), outcomes: new OutcomeStore(opened.database), web: folder, log: pino({ level: process.env.LOG_LEVEL ?? 'silent' }) }))
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    stop: async () => {
      checks.stopAll()
      server.closeAllConnections()
      server.close()
      await opened.close()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
