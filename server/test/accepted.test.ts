import { afterAll, beforeAll, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { apply, DOCUMENT_VERSION, RheoError, serialise, type Entry, type Project } from '@rheoscope/core/document'
import type { StoredProject } from '@rheoscope/core/protocol'
import { attempt, readProject } from '@rheoscope/core/schema'
import { signed } from '../../core/test/document/made'
import { hostileEdit } from '../../core/test/schema/hostile-edits'
import { running, type Running } from './running'

/** So many entries; more when asked for. */
const ENTRIES = Number(process.env.RHEOSCOPE_ENTRIES ?? 300)

let app: Running
beforeAll(async () => {
  app = await running()
}, 60_000)
afterAll(() => app.stop())

const post = (place: string, body: unknown): Promise<Response> =>
  fetch(`${app.address}/api${place}`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })

test(`of ${ENTRIES.toLocaleString('en')} hostile entries none is accepted that leaves something else than a project`, async () => {
  let { project, revision } = (await (await post('/projects/demo', {})).json()) as StoredProject
  const seeds = fc.sample(fc.nat(), ENTRIES)
  for (const [index, seed] of seeds.entries()) {
    const edit = fc.sample(hostileEdit(project), { numRuns: 1, seed })[0]!
    const entry: Entry = { ...signed(`entry-${index}-of-many`), what: 'do', label: 'attack', edit, inverse: edit, version: DOCUMENT_VERSION }
    const answer = await post(`/projects/${project.id}/entries`, { base: revision, entries: [entry] })
    expect([200, 409, 422]).toContain(answer.status)
    expect(attempt(project, edit) instanceof RheoError).toBe(answer.status !== 200)
    if (answer.status !== 200) continue
    project = JSON.parse(JSON.stringify(apply(project, edit))) as Project
    revision++
    expect(readProject(serialise(project))).toEqual(project)
  }
  expect(revision).toBeGreaterThan(ENTRIES / 20)
  expect(await (await fetch(`${app.address}/api/projects/${project.id}`)).json()).toEqual({ project, revision })
}, 60_000 + ENTRIES * 300)
