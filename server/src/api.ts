import express, { Router } from 'express'
import { PICTURE_LIMITS, RheoError, starterProject, type NewId, type Project } from '@rheoscope/core/document'
import { openedText } from '@rheoscope/core/exchange'
import { EntryShape, validated } from '@rheoscope/core/schema'
import { array, integer, list, number, object, optional, text } from '@rheoscope/core/shape'
import { skerryLine } from '@rheoscope/core/demo'
import type { Announcements } from './announcements'
import type { AssetStore } from './asset-store'
import type { CheckRuns } from './check-runs'
import type { OutcomeStore } from './outcome-store'
import type { ProjectStore } from './project-store'

/** The media type of a project file. A page of another origin cannot send it without asking first. */
export const PROJECT_FILE = 'application/vnd.rheoscope+json'

/** The media type of a project in its written form. */
export const WRITTEN_FORM = 'text/vnd.rheoscope'

const Creation = object({ name: text(200, { pattern: /^\S(.*\S)?$/s }) })

/** As far as the database counts. */
const Revision = integer(0, 2 ** 31 - 1)

const Appending = object({ base: Revision, entries: list(EntryShape, { least: 1, most: 1000 }) })

const OutcomesKept = object({
  outcomes: array(object({
    take: text(100), revision: Revision, met: integer(0, 1_000_000), expected: integer(0, 1_000_000),
    states: array(object({ instance: text(2000, { empty: true }), axis: text(100), state: text(100), atMs: number({ min: 0 }) }), { most: 20_000 }),
  }), { most: 1000 }),
})

const Page = object({ before: optional(text(10, { pattern: /^\d{1,10}$/ })), most: optional(text(4, { pattern: /^\d{1,4}$/ })) })

/** So many entries are told at once unless fewer or more are asked for. */
const PAGE = 200

const Since = object({ after: optional(text(9, { pattern: /^\d{1,9}$/ })) })

export interface Stores {
  readonly outcomes: OutcomeStore
  readonly checks: CheckRuns
  readonly store: ProjectStore
  readonly assets: AssetStore
}

/** Ids are made here or come from project files; nothing else names anything. */
const ID = /^[\w-]{1,64}$/

/** A router for which an address with what cannot be an id leads nowhere. */
function routerOfIds(): Router {
  const router = Router()
  router.param('id', (_request, _response, next, id: string) => next(ID.test(id) ? undefined : new RheoError('not-found', id, 'There is no such project. It may have been removed.')))
  return router
}

/** Complete checks of projects over HTTP: begun, followed, stopped, and what the newest came to. */
function checkRoutes(checks: CheckRuns, store: ProjectStore): Router {
  const router = routerOfIds()

  router.post('/projects/:id/check', async (request, response) => {
    await checks.begin(request.params.id)
    response.status(202).end()
  })

  router.get('/projects/:id/check', async (request, response) => {
    response.json(await checks.latest(request.params.id))
  })

  router.get('/projects/:id/check/progress', async (request, response) => {
    await store.load(request.params.id)
    await checks.follow(request.params.id, request, response)
  })

  router.delete('/projects/:id/check', async (request, response) => {
    await checks.stop(request.params.id)
    response.status(204).end()
  })

  return router
}

/** What was removed over HTTP: looked at, put back, deleted for good. */
function binRoutes(store: ProjectStore): Router {
  const router = routerOfIds()

  router.get('/bin', async (_request, response) => {
    response.json(await store.bin())
  })

  router.post('/bin/:id/put-back', async (request, response) => {
    await store.putBack(request.params.id)
    response.status(204).end()
  })

  router.delete('/bin/:id', async (request, response) => {
    await store.emptyBin(request.params.id)
    response.status(204).end()
  })

  return router
}

/** The projects over HTTP. `newId` names what is made here. */
export function api({ store, assets, outcomes, checks }: Stores, announcements: Announcements, newId: NewId): Router {
  const router = routerOfIds()
  const json = express.json({ limit: '8mb', strict: true })
  const renamed = (project: Project): Project => ({ ...project, id: newId(project.name) })

  router.get('/projects', async (_request, response) => {
    response.json(await store.list())
  })

  router.post('/projects', json, async (request, response) => {
    const { name } = validated(Creation, request.body, 'The new project')
    response.status(201).json(await store.add(starterProject(newId, name)))
  })

  router.post('/projects/demo', json, async (_request, response) => {
    response.status(201).json(await store.add(await assets.takeOut(renamed(skerryLine))))
  })

  router.post('/projects/file', express.text({ limit: '64mb', type: [PROJECT_FILE, WRITTEN_FORM] }), async (request, response) => {
    const text: unknown = request.body
    const { project, differs } = openedText(typeof text === 'string' ? text : '')
    response.status(201).json({ ...await store.add(await assets.takeOut(renamed(project))), differs })
  })

  router.post('/assets', express.raw({ limit: PICTURE_LIMITS.bytes + 1, type: (request) => /^image\//.test(request.headers['content-type'] ?? '') }), async (request, response) => {
    response.status(201).json(await assets.add(Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0)))
  })

  router.get('/projects/:id', async (request, response) => {
    response.json(await store.load(request.params.id))
  })

  router.get('/projects/:id/log', async (request, response) => {
    const { after } = validated(Since, request.query, 'The request')
    response.json(await store.log(request.params.id, Number(after ?? 0)))
  })

  router.get('/projects/:id/history', async (request, response) => {
    const { before, most } = validated(Page, request.query, 'The request')
    response.json(await store.history(request.params.id, Math.min(Number(before ?? 2 ** 31 - 1), 2 ** 31 - 1), Number(most ?? PAGE)))
  })

  router.get('/projects/:id/revisions', async (request, response) => {
    await store.load(request.params.id)
    announcements.follow(request.params.id, request, response)
  })

  router.post('/projects/:id/entries', json, async (request, response) => {
    const { base, entries } = validated(Appending, request.body, 'The edit')
    const appended = await store.append(request.params.id, base, entries)
    response.status(appended.accepted ? 200 : 409).json(appended)
  })

  router.get('/projects/:id/take-outcomes', async (request, response) => {
    response.json(await outcomes.latest(request.params.id))
  })

  router.post('/projects/:id/take-outcomes', json, async (request, response) => {
    const kept = validated(OutcomesKept, request.body, 'What the takes came to')
    await store.load(request.params.id)
    await outcomes.keep(request.params.id, kept.outcomes)
    response.status(204).end()
  })

  router.use(checkRoutes(checks, store))
  router.use(binRoutes(store))

  router.delete('/projects/:id', async (request, response) => {
    await checks.stop(request.params.id)
    await store.remove(request.params.id)
    response.status(204).end()
  })

  return router
}
