import { afterEach, describe, expect, test } from '@jest/globals'
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { sql } from 'drizzle-orm'
import { skerryLine } from '@rheoscope/core/demo'
import { openFolder, problemIn } from '../src/pglite-storage'
import type { Storage } from '../src/storage'
import { ProjectStore } from '../src/project-store'
import { settingsFrom } from '../src/settings'

const MIGRATIONS = path.resolve(import.meta.dirname, '../drizzle')
const base = mkdtempSync(path.join(tmpdir(), 'rheoscope-data-'))
const opened: Storage[] = []
let made = 0

const folder = () => path.join(base, `d${made++}`)
const open = async (at: string): Promise<Storage> => {
  const database = await openFolder(at, MIGRATIONS)
  opened.push(database)
  return database
}
const codeOf = async (act: () => Promise<unknown>): Promise<string> => {
  try {
    await act()
    return 'opened'
  } catch (error) {
    const { code, message } = error as { code: string; message: string }
    expect(message).toMatch(/RHEOSCOPE_DATA\.$|Start that one, or name another place/)
    return code
  }
}

afterEach(async () => {
  for (const each of opened.splice(0)) await each.close()
})

describe('a data folder', () => {
  test('is open to one at a time, and free again when that one lets go', async () => {
    const at = folder()
    const first = await open(at)
    expect(readFileSync(path.join(at, 'open-by'), 'utf8')).toBe(String(process.pid))
    expect(await codeOf(() => openFolder(at, MIGRATIONS))).toBe('in-use')
    await opened.splice(0)[0]!.close()
    expect(existsSync(path.join(at, 'open-by'))).toBe(false)
    expect(first.database).not.toBe((await open(at)).database)
  }, 60_000)

  test('that names a process which has nothing to do with it is opened', async () => {
    const at = folder()
    mkdirSync(at, { recursive: true })
    // The process that started this one is alive, and has no data folder open.
    writeFileSync(path.join(at, 'open-by'), String(process.ppid))
    expect(await codeOf(() => open(at))).toBe('opened')
  }, 60_000)

  test('of which a first start was broken off is made anew', async () => {
    const at = folder()
    mkdirSync(path.join(at, 'postgres.making/base'), { recursive: true })
    writeFileSync(path.join(at, 'postgres.making/PG_VERSION'), '1')
    expect(await codeOf(() => open(at))).toBe('opened')
    expect(existsSync(path.join(at, 'postgres.making'))).toBe(false)
  }, 60_000)

  test('that a newer version has used is left alone', async () => {
    const at = folder()
    const { database, close } = await open(at)
    await database.execute(sql`insert into drizzle.__drizzle_migrations (hash, created_at) values ('later', ${Date.now() + 1e12})`)
    opened.length = 0
    await close()
    expect(await codeOf(() => openFolder(at, MIGRATIONS))).toBe('too-new')
  }, 60_000)

  test('that is a file, or may not be written, is said to be that', async () => {
    const file = folder()
    mkdirSync(base, { recursive: true })
    writeFileSync(file, '')
    expect(await codeOf(() => openFolder(file, MIGRATIONS))).toBe('not-a-folder')
    expect(await codeOf(() => openFolder(path.join(file, 'inside'), MIGRATIONS))).toBe('not-a-folder')
    expect(await codeOf(() => openFolder('/proc/rheoscope', MIGRATIONS))).toBe('not-writable')
    const closed = folder()
    mkdirSync(closed)
    chmodSync(closed, 0o500)
    // Who may do anything may write there all the same.
    if (process.getuid?.() !== 0) expect(await codeOf(() => openFolder(closed, MIGRATIONS))).toBe('not-writable')
  }, 60_000)

  test.each([['ENOSPC', 'full'], ['EACCES', 'not-writable'], ['EROFS', 'not-writable'], [undefined, 'not-opened']])('%s is told as %s', (code, said) => {
    expect(problemIn(base, Object.assign(new Error('it went wrong'), { code })).code).toBe(said)
  })
})

test('the demo project is made once, or not at all', async () => {
  const { database } = await open(folder())
  const store = new ProjectStore(database)
  await expect(store.addOnce('demo', async () => { throw new Error('broken off') })).rejects.toThrow('broken off')
  expect(await store.list()).toEqual([])
  await expect(store.addOnce('demo', async () => ({ ...skerryLine, name: null as never }))).rejects.toThrow()
  expect(await store.list()).toEqual([])
  for (let start = 0; start < 2; start++) await store.addOnce('demo', async () => skerryLine)
  expect((await store.list()).map(({ id }) => id)).toEqual(['skerryLine'])
  await store.remove('skerryLine')
  await store.addOnce('demo', async () => skerryLine)
  expect(await store.list()).toEqual([])
}, 60_000)

describe('the settings', () => {
  test('are usual where nothing is said', () => {
    expect(settingsFrom({}, '/app')).toEqual({ port: 4180, data: '/app/.data', databaseUrl: null, logLevel: 'warn' })
    expect(settingsFrom({ PORT: '0', RHEOSCOPE_DATA: '/d', DATABASE_URL: 'postgres://here/us', LOG_LEVEL: 'info' }, '/app')).toEqual({ port: 0, data: '/d', databaseUrl: 'postgres://here/us', logLevel: 'info' })
  })

  test.each([['abc'], ['-1'], ['65536'], ['4180.5'], ['']])('PORT=%s is refused in a sentence', (PORT) => {
    expect(() => settingsFrom({ PORT }, '/app')).toThrow(`PORT is “${PORT}”; it has to be a whole number from 0 to 65535.`)
  })

  test('an unknown log level is refused', () => expect(() => settingsFrom({ LOG_LEVEL: 'loud' }, '/app')).toThrow(/LOG_LEVEL is “loud”/))
})
