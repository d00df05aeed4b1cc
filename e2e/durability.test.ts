import { afterAll, expect, jest, test } from '@jest/globals'
import { renameProject, type Entry, type Project } from '@rheoscope/core/document'
import { startServer, type TestServer } from './harness/server'
import { made } from '../core/test/document/made'

// What is lost once is lost.
jest.retryTimes(0)

/** So many times; more when asked for. */
const KILLS = Number(process.env.RHEOSCOPE_KILLS ?? 1)

/** So many kills of a server on one folder, which it has to come up on again each time. */
const KILLS_A_FOLDER = 50

let server: TestServer | null = null

afterAll(async () => {
  await server?.close()
})

test.each(Array.from({ length: KILLS }, (_each, index) => index + 1))('killing the server during 500 rapid edits loses none that it has acknowledged (%d)', async (round) => {
  if (round % KILLS_A_FOLDER === 1) {
    await server?.close()
    server = null
  }
  const first = server ?? (await startServer())
  const { project } = (await (await fetch(`${first.address}/api/projects`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"name":"To be killed"}' })).json()) as { project: Project }
  const place = `/api/projects/${project.id}`
  const acknowledged: string[] = []
  const sent = Array.from({ length: 500 }, (_, index): Entry => made(`entry-${String(index).padStart(4, '0')}`, project, renameProject(`Name ${index}`), 'rename'))
  const killAfter = 40 + ((round * 130) % 300)
  let killed: Promise<void> | null = null

  for (const [base, entry] of sent.entries()) {
    const answer = await fetch(`${first.address}${place}/entries`, {
      method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ base, entries: [entry] }),
    }).catch(() => null)
    if (answer === null) break
    expect(answer.status).toBe(200)
    acknowledged.push(entry.id)
    if (base === killAfter) {
      // Not waited for: edits go on being sent while the process dies.
      setTimeout(() => { killed = first.kill() }, 3)
    }
  }
  await killed
  expect(acknowledged.length).toBeGreaterThan(killAfter)
  expect(acknowledged.length).toBeLessThan(500)

  server = await startServer({ data: first.data })
  const log = (await (await fetch(`${server.address}${place}/log?after=0`)).json()) as readonly Entry[]
  const stored = (await (await fetch(`${server.address}${place}`)).json()) as { project: Project; revision: number }

  process.stdout.write(`killed after ${acknowledged.length} acknowledged edits; ${log.length} are stored\n`)
  expect(log.slice(0, acknowledged.length).map(({ id }) => id)).toEqual(acknowledged)
  expect(stored.project.name).toBe(`Name ${log.length - 1}`)
})
