/** How long opening a project takes with a long log and with a short one, at the server. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { skerryLine } from '@rheoscope/core/demo'
import { ProjectStore } from '../../server/src/project-store'
import { openStorage, type Storage } from '../../server/src/storage'
import { median, printed } from '../src/report'
import { entry } from './entry'

const [SHORT, LONG] = [100, 100_000]
const AT_ONCE = 1000
const TIMES = 7

async function filled(storage: Storage, id: string, edits: number): Promise<void> {
  const store = new ProjectStore(storage.database)
  await store.add({ ...skerryLine, id })
  for (let base = 0; base < edits; base += AT_ONCE) await store.append(id, base, Array.from({ length: Math.min(AT_ONCE, edits - base) }, (_each, index) => entry(base + index)))
}

async function openingMs(storage: Storage, id: string): Promise<number> {
  const times: number[] = []
  for (let time = 0; time < TIMES; time++) {
    const began = performance.now()
    const store = new ProjectStore(storage.database)
    await store.load(id)
    await store.history(id, 2 ** 31 - 1, 200)
    times.push(performance.now() - began)
  }
  return median(times)
}

const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-bench-'))
const storage = await openStorage({ databaseUrl: null, data: folder }, path.resolve(import.meta.dirname, '../../server/drizzle'))
try {
  await filled(storage, 'short', SHORT)
  await filled(storage, 'long', LONG)
  const [short, long] = [await openingMs(storage, 'short'), await openingMs(storage, 'long')]
  process.stdout.write(`${printed({ name: 'opening a project, with the end of its log', figures: [
    { what: `with ${SHORT} edits`, value: short, unit: 'ms' },
    { what: `with ${LONG.toLocaleString('en')} edits`, value: long, unit: 'ms', aim: 300 },
    { what: 'long / short', value: long / short, unit: '×', aim: 2 },
  ] })}\n`)
} finally {
  await storage.close()
  rmSync(folder, { recursive: true, force: true })
}
