import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { pino } from 'pino'
import { completeCheck } from '@rheoscope/core/check'
import { application } from '../src/application'
import { AssetStore } from '../src/asset-store'
import { CheckRuns } from '../src/check-runs'
import { openDatabase } from '../src/database'
import { OutcomeStore } from '../src/outcome-store'
import { ProjectStore } from '../src/project-store'

export interface Running {
  readonly address: string
  readonly stop: () => Promise<void>
}

/** The application on a free port over a new database, with complete checks made in this process after a moment. */
export async function running(): Promise<Running> {
  const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-app-'))
  writeFileSync(path.join(folder, 'index.html'), '<meta name="style-nonce" content="__NONCE__">')
  const opened = await openDatabase(path.join(folder, 'data'), path.resolve(import.meta.dirname, '../drizzle'))
  const store = new ProjectStore(opened.database)
  const checks = new CheckRuns(opened.database, store, async (project, onProgress, signal) => {
    await new Promise((resolve) => setTimeout(resolve, 50))
    if (signal.aborted) throw new Error('The check was stopped.')
    return completeCheck(project, onProgress)
  })
  const server = createServer(application({ store, checks, assets: new AssetStore(opened.database), outcomes: new OutcomeStore(opened.database), web: folder, log: pino({ level: process.env.LOG_LEVEL ?? 'silent' }) }))
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    stop: async () => {
      server.closeAllConnections()
      server.close()
      await opened.close()
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
