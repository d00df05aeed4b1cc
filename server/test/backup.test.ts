import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { gunzipSync, gzipSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { renameProject, starterProject, type Project } from '@rheoscope/core/document'
import { made } from '../../core/test/document/made'
import { AssetStore } from '../src/asset-store'
import { keepBackup, writeBackup } from '../src/backup'
import { backup, restore } from '../src/commands'
import { OutcomeStore } from '../src/outcome-store'
import { ProjectStore } from '../src/project-store'
import type { Storage } from '../src/storage'
import { MIGRATIONS, STORAGES, type NewStorage } from './storages'

const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-backup-'))
const all: NewStorage[] = []
let count = 0

afterAll(() => {
  for (const each of all) each.remove()
  rmSync(folder, { recursive: true, force: true })
})

const PICTURE = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64')
const newId = (name: string): string => `${name.replace(/\W/g, '')}${++count}`

/** A project of 20 edits with a take that was played, and a picture. */
async function fill({ database }: Storage): Promise<Project> {
  const store = new ProjectStore(database)
  const { project } = await store.add(starterProject(newId, 'Nördlich “🚢”'))
  for (let edit = 0; edit < 20; edit++) await store.append(project.id, edit, [made(`entry-${edit}`, project, renameProject(`Named ${edit}`), 'rename')])
  await new OutcomeStore(database).keep(project.id, [{ take: 't', revision: 3, met: 1, expected: 2, states: [{ instance: '', axis: 'a', state: 's', atMs: 0.1 }] }])
  await new AssetStore(database).add(PICTURE)
  return project
}

const everything = async ({ database }: Storage, id: string) => {
  const store = new ProjectStore(database)
  return { list: await store.list(), project: await store.load(id), log: await store.log(id, 0), outcomes: await new OutcomeStore(database).latest(id) }
}

const ways = STORAGES.flatMap(([from, makeFrom]) => STORAGES.map(([to, makeTo]) => [from, to, makeFrom, makeTo] as const))

describe.each(ways)('a backup of %s, restored into %s', (_from, _to, makeFrom, makeTo) => {
  let source: NewStorage
  let target: NewStorage

  beforeAll(async () => {
    source = await makeFrom()
    target = await makeTo()
    all.push(source, target)
  }, 180_000)

  test('has all there is, and is refused where there is something already', async () => {
    const storage = await source.open()
    const { id } = await fill(storage)
    const before = await everything(storage, id)
    const file = path.join(folder, `${++count}.backup`)
    const rows = await keepBackup(file, (to) => writeBackup(storage.database, to))
    await storage.close()
    expect(await restore(target.where, MIGRATIONS, file)).toBe(rows)
    const restored = await target.open()
    expect(await everything(restored, id)).toEqual(before)
    expect((await new AssetStore(restored.database).load((await new AssetStore(restored.database).add(PICTURE)).id))!.content).toEqual(new Uint8Array(PICTURE))
    await restored.close()
    await expect(restore(target.where, MIGRATIONS, file)).rejects.toMatchObject({ code: 'not-empty', message: expect.stringContaining('1 projects here') })
  }, 180_000)
})

describe.each(STORAGES)('a backup of %s', (_name, make) => {
  let source: NewStorage
  /** Nothing is ever restored into it. */
  let target: NewStorage
  let file: string

  beforeAll(async () => {
    source = await make()
    target = await make()
    all.push(source, target)
    file = path.join(folder, `${++count}.backup`)
  }, 180_000)

  test('is made while people work, each project as it was at one instant', async () => {
    const storage = await source.open()
    const project = await fill(storage)
    const store = new ProjectStore(storage.database)
    let [isOver, revision] = [false, 20]
    const working = (async () => {
      for (; !isOver; revision++) {
        await store.append(project.id, revision, [made(`more-${revision}`, project, renameProject(`More ${revision}`), 'rename')])
        // A database in this process answers without letting anything else happen.
        await new Promise((resolve) => setTimeout(resolve, 1))
      }
    })()
    // By the command, as somebody else would: the one who has the folder open is asked.
    await backup(source.where, MIGRATIONS, file)
    isOver = true
    await working
    await storage.close()
    const other = await make()
    all.push(other)
    await restore(other.where, MIGRATIONS, file)
    const restored = await other.open()
    const { project: { project: there, revision: at }, log } = await everything(restored, project.id)
    expect(at).toBeGreaterThanOrEqual(20)
    expect([log.length, there.name]).toEqual([at, at === 20 ? 'Named 19' : `More ${at - 1}`])
    await restored.close()
  }, 180_000)

  test.each([
    ['one letter changed', (lines: string) => lines.replace('Named 7', 'Named 8'), 'damaged'],
    ['a row missing', (lines: string) => lines.split('\n').toSpliced(3, 1).join('\n'), 'damaged'],
    ['no end', (lines: string) => lines.slice(0, lines.lastIndexOf('{')), 'damaged'],
    ['another end', (lines: string) => lines.slice(0, -40), 'damaged'],
    ['a newer schema', (lines: string) => lines.replace(/"schema":\d+/, '"schema":9999999999999'), 'too-new'],
    ['a newer format', (lines: string) => lines.replace('"version":1', '"version":2'), 'too-new'],
    ['a table there is not', (lines: string) => lines.replace('"table":"entries"', '"table":"pg_authid"'), 'invalid'],
  ])('is refused with %s, and nothing is restored', async (_what, change, code) => {
    const damaged = `${file}.damaged`
    writeFileSync(damaged, gzipSync(change(gunzipSync(readFileSync(file)).toString())))
    await expect(restore(target.where, MIGRATIONS, damaged)).rejects.toMatchObject({ code })
    const storage = await target.open()
    expect(await new ProjectStore(storage.database).list()).toEqual([])
    await storage.close()
  }, 180_000)

  test.each([['a file cut off', (bytes: Buffer) => bytes.subarray(0, bytes.length / 2), 'damaged'], ['no backup', () => Buffer.from('hello'), 'not-a-backup'], ['an empty file', () => Buffer.alloc(0), 'not-a-backup']])('is refused when it is %s', async (_what, change, code) => {
    const damaged = `${file}.damaged`
    writeFileSync(damaged, change(readFileSync(file)))
    await expect(restore(target.where, MIGRATIONS, damaged)).rejects.toMatchObject({ code })
  }, 180_000)
})

test('a backup that cannot be written leaves nothing behind', async () => {
  await expect(keepBackup(path.join(folder, 'no/such/folder'), () => Promise.reject(new Error('The disk is full.')))).rejects.toThrow()
  await expect(keepBackup(path.join(folder, 'half'), (to) => new Promise((_resolve, reject) => to.end('half', () => reject(new Error('The disk is full.')))))).rejects.toThrow('The disk is full.')
  await expect(restore({ databaseUrl: null, data: path.join(folder, 'data') }, MIGRATIONS, path.join(folder, 'half'))).rejects.toMatchObject({ code: 'not-a-backup' })
}, 180_000)
