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

/** A project is begun anew after so many, because it grows by what is accepted. */
const ONE_PROJECT = 500

test(`of ${ENTRIES.toLocaleString('en')} hostile entries none is accepted that leaves something else than a project`, async () => {
  const seeds = fc.sample(fc.nat(), ENTRIES)
  let accepted = 0
  for (let from = 0; from < ENTRIES; from += ONE_PROJECT) accepted += await attacked(seeds.slice(from, from + ONE_PROJECT))
  expect(accepted).toBeGreaterThan(ENTRIES / 20)
}, 60_000 + ENTRIES * 300)

/** Attacks a new project with an entry for each seed; how many were accepted. */
async function attacked(seeds: readonly number[]): Promise<number> {
  let { project, revision } = (await (await post('/projects/demo', {})).json()) as StoredProject
  const first = revision
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
  expect(await (await fetch(`${app.address}/api/projects/${project.id}`)).json()).toEqual({ project, revision })
  return revision - first
}
