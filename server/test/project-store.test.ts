import { readFileSync } from 'node:fs'
import path from 'node:path'
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, differencesSince, DOCUMENT_VERSION, renameComponent, renameProject, setProperty, type Entry, type Project } from '@rheoscope/core/document'
import { eq } from 'drizzle-orm'
import type { Storage } from '../src/storage'
import { entries, projects, snapshots } from '../src/tables'
import { problemOf } from '../src/problem'
import { ProjectStore } from '../src/project-store'
import { made as entryMade } from '../../core/test/document/made'
import { STORAGES, type NewStorage } from './storages'

// A database server starts beside other tests on two cores.
jest.setTimeout(60_000)

describe.each(STORAGES)('the store in %s', (_name, make) => {
  let made: NewStorage
  let storage: Storage
  let store: ProjectStore

  beforeAll(async () => {
    made = await make()
    storage = await made.open()
    store = new ProjectStore(storage.database)
  }, 60_000)

  afterAll(async () => {
    await storage.close()
    made.remove()
  })

  const named = (project: Project, id: string, name: string): Entry => entryMade(id, project, renameProject(name), 'rename')

  const added = async (id: string): Promise<Project> => (await store.add({ ...skerryLine, id })).project

  test('gives back what was put in, with the edits since', async () => {
    const project = await added('first')
    expect(await store.append('first', 0, [named(project, 'entry-a', 'One')])).toEqual({ accepted: true, revision: 1 })
    const fresh = new ProjectStore(storage.database)
    expect(await fresh.load('first')).toEqual({ project: { ...project, name: 'One' }, revision: 1 })
    expect((await fresh.list()).find(({ id }) => id === 'first')).toMatchObject({ name: 'One', revision: 1 })
  })

  test('keeps what is removed in the bin, whole, for thirty days', async () => {
    const project = await added('binned')
    await store.append('binned', 0, [named(project, 'entry-bin', 'Kept')])
    await store.remove('binned')
    expect((await store.list()).some(({ id }) => id === 'binned')).toBe(false)
    await expect(store.load('binned')).rejects.toMatchObject({ code: 'in-bin' })
    await expect(store.append('binned', 1, [named(project, 'entry-late', 'Late')])).rejects.toMatchObject({ code: 'in-bin' })
    const [binned] = await store.bin()
    expect(binned).toMatchObject({ id: 'binned', name: 'Kept' })
    expect(Date.parse(binned!.keptUntil) - Date.parse(binned!.removedAt)).toBe(30 * 86_400_000)

    await store.putBack('binned')
    expect(await store.load('binned')).toEqual({ project: { ...project, name: 'Kept' }, revision: 1 })
    expect(await store.bin()).toEqual([])
    await expect(store.putBack('nowhere')).rejects.toMatchObject({ code: 'not-found' })

    // Only what is in the bin is deleted for good: by hand, or when its time is up.
    await store.emptyBin('binned')
    expect((await store.load('binned')).revision).toBe(1)
    await store.remove('binned')
    await storage.database.update(projects).set({ removedAt: new Date(Date.now() - 29.9 * 86_400_000) }).where(eq(projects.id, 'binned'))
    await store.emptyBin()
    expect((await store.bin()).map(({ id }) => id)).toEqual(['binned'])
    await storage.database.update(projects).set({ removedAt: new Date(Date.now() - 30.1 * 86_400_000) }).where(eq(projects.id, 'binned'))
    await store.emptyBin()
    expect(await store.bin()).toEqual([])
    await expect(store.load('binned')).rejects.toMatchObject({ code: 'not-found' })
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
    const bad: Entry = { ...named(project, 'entry-d', 'D'), edit: setProperty(project.components[0]!, { look: 'base' }, 'plate', 'fill', { bogus: 1 } as never) }
    await expect(store.append('strict', 0, [named(project, 'entry-e', 'E'), bad])).rejects.toMatchObject({ place: 'components/boardingButton/parts/plate/base/fill', message: 'This does not fit: fill does not match any of the allowed types.' })
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
    expect(await new ProjectStore(storage.database).load('long')).toEqual({ project, revision: 250 })
  })

  test('opens what earlier versions took, says what it mended, and goes on from there', async () => {
    const project = await added('old')
    const { id: first } = project.components[0]!
    const twice = { ...project, components: project.components.map((component, index) => (index === 1 ? { ...component, name: project.components[0]!.name } : component)) }
    await storage.database.update(snapshots).set({ document: twice }).where(eq(snapshots.project, 'old'))
    const fresh = new ProjectStore(storage.database)
    const opened = await fresh.load('old')
    expect([opened.revision, opened.mended]).toEqual([1, ['One of several called “Boarding button” is now called “Boarding button 2”.']])
    expect(await fresh.append('old', 1, [entryMade('entry-on', opened.project, renameComponent(first, 'Renamed'), 'rename')])).toEqual({ accepted: true, revision: 2 })
    const again = await new ProjectStore(storage.database).load('old')
    expect([again.mended, again.revision, again.project.components.slice(0, 2).map(({ name }) => name)]).toEqual([undefined, 2, ['Renamed', 'Boarding button 2']])
  })

  test('opens what version 3 kept, with the edits made then, and keeps it as it is now', async () => {
    const document = JSON.parse(readFileSync(path.resolve(import.meta.dirname, '../../core/test/document/versions/skerry-line-3.rheo.json'), 'utf8')) as Project
    const at = ['components', 'boardingButton', 'rules', 'finish', 'trigger', 'holdWhile']
    const old: Entry = { ...named(skerryLine, 'entry-old', 'Old'), version: 3, edit: { edit: 'set', path: at, to: 'pressed' }, inverse: { edit: 'set', path: at, to: null } }
    await storage.database.insert(projects).values({ id: 'third', name: 'Old', revision: 1 })
    await storage.database.insert(snapshots).values({ project: 'third', revision: 0, version: 3, document: { ...document, id: 'third' } })
    await storage.database.insert(entries).values({ project: 'third', revision: 1, entryId: 'entry-old', entry: old })
    // The rules of the tray moved what a variable decides: mending them makes a revision of its own.
    const { project, revision } = await new ProjectStore(storage.database).load('third')
    const rule = project.components[0]?.rules.find(({ id }) => id === 'finish')
    expect([project.version, revision, rule?.trigger]).toEqual([DOCUMENT_VERSION, 2, { on: 'after', ms: 1800, since: 'entering', pauseWhile: 'pressed' }])
    expect(await storage.database.select({ revision: snapshots.revision, version: snapshots.version }).from(snapshots).where(eq(snapshots.project, 'third')).orderBy(snapshots.version)).toEqual([{ revision: 0, version: 3 }, { revision: 2, version: DOCUMENT_VERSION }])
    await expect(store.append('third', 2, [{ ...old, id: 'entry-late' }])).rejects.toMatchObject({ code: 'migrated' })
    expect(await store.append('third', 2, [named(project, 'entry-new', 'New')])).toEqual({ accepted: true, revision: 3 })
  })

  test('says what a project does otherwise than it did, until it is worked on', async () => {
    const document = JSON.parse(readFileSync(path.resolve(import.meta.dirname, '../../core/test/document/versions/everything-4.rheo.json'), 'utf8')) as Project
    await storage.database.insert(projects).values({ id: 'fourth', name: 'Old', revision: 0 })
    await storage.database.insert(snapshots).values({ project: 'fourth', revision: 0, version: 4, document: { ...document, id: 'fourth' } })
    const opened = await store.load('fourth')
    expect(opened.mended).toEqual([expect.stringMatching(/the rules of “axis” stay where they are, because size decides it/)])
    expect(opened.differs?.length).toBeGreaterThan(0)
    expect(opened.differs).toEqual(differencesSince(4, opened.project))
    expect((await new ProjectStore(storage.database).load('fourth')).differs).toEqual(opened.differs)
    expect(await store.append('fourth', opened.revision, [named(opened.project, 'entry-since', 'Since')])).toEqual({ accepted: true, revision: opened.revision + 1 })
    expect((await store.load('fourth')).differs).toBeUndefined()
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
