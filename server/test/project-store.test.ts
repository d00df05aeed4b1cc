import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, doing, renameProject, setProperty, type Entry, type Project } from '@rheoscope/core/document'
import { openDatabase, type OpenDatabase } from '../src/database'
import { problemOf } from '../src/problem'
import { ProjectStore } from '../src/project-store'

const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-store-'))
const migrations = path.resolve(import.meta.dirname, '../drizzle')
let opened: OpenDatabase
let store: ProjectStore

beforeAll(async () => {
  opened = await openDatabase(folder, migrations)
  store = new ProjectStore(opened.database)
}, 60_000)

afterAll(async () => {
  await opened.close()
  rmSync(folder, { recursive: true, force: true })
})

const named = (project: Project, id: string, name: string): Entry => doing(id, project, renameProject(name), 'rename')

const added = async (id: string): Promise<Project> => (await store.add({ ...skerryLine, id })).project

describe('the store', () => {
  test('gives back what was put in, with the edits since', async () => {
    const project = await added('first')
    expect(await store.append('first', 0, [named(project, 'entry-a', 'One')])).toEqual({ accepted: true, revision: 1 })
    const fresh = new ProjectStore(opened.database)
    expect(await fresh.load('first')).toEqual({ project: { ...project, name: 'One' }, revision: 1 })
    expect((await fresh.list()).find(({ id }) => id === 'first')).toMatchObject({ name: 'One', revision: 1 })
  })

  test('answers a late edit with what it missed, and stores an entry once', async () => {
    const project = await added('late')
    const first = named(project, 'entry-b', 'B')
    await store.append('late', 0, [first])
    expect(await store.append('late', 0, [named(project, 'entry-c', 'C')])).toEqual({ accepted: false, revision: 1, missed: [first] })
    expect(await store.append('late', 0, [first])).toEqual({ accepted: true, revision: 1 })
    expect(await store.log('late', 0)).toHaveLength(1)
  })

  test('stores nothing of an edit that does not fit, and says where', async () => {
    const project = await added('strict')
    const bad = doing('entry-d', project, setProperty(project.components[0]!, { look: 'base' }, 'plate', 'fill', { bogus: 1 } as never), 'x')
    await expect(store.append('strict', 0, [named(project, 'entry-e', 'E'), bad])).rejects.toThrow(/“Boarding button” does not fit at parts/)
    expect(await store.load('strict')).toEqual({ project, revision: 0 })
    const gone: Entry = { ...bad, id: 'entry-f', edit: { edit: 'remove', path: ['components'], id: 'nowhere' } }
    await expect(store.append('strict', 0, [gone])).rejects.toThrow(/no longer there/)
  })

  test('comes to the same project from a snapshot and from the first edit on', async () => {
    let project = await added('long')
    for (let batch = 0; batch < 5; batch++) {
      const batchOf = Array.from({ length: 50 }, (_, index) => named(project, `entry-${batch}-${index}`, `Name ${batch} ${index}`))
      await store.append('long', batch * 50, batchOf)
      project = batchOf.reduce((current, { edit }) => apply(current, edit), project)
    }
    expect(await new ProjectStore(opened.database).load('long')).toEqual({ project, revision: 250 })
  })

  test('two at once: one is in time, the other is told', async () => {
    const project = await added('race')
    const answers = await Promise.all(['x', 'y'].map((name) => store.append('race', 0, [named(project, `entry-${name}`, name)])))
    expect(answers.map(({ accepted }) => accepted).toSorted()).toEqual([false, true])
  })

  test('what is not there is a 404', async () => {
    await expect(store.load('nowhere')).rejects.toMatchObject({ code: 'not-found' })
    expect(problemOf(await store.load('nowhere').catch((error: unknown) => error))).toMatchObject({ status: 404, type: 'urn:rheoscope:problem:not-found' })
  })
})
