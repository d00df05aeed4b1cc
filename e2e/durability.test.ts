import { expect, jest, test } from '@jest/globals'
import { rmSync } from 'node:fs'
import { renameProject, type Entry, type Project } from '@rheoscope/core/document'
import { startServer } from './harness/server'
import { made } from '../core/test/document/made'

// What is lost once is lost.
jest.retryTimes(0)

/** So many times; more when asked for. */
const KILLS = Number(process.env.RHEOSCOPE_KILLS ?? 1)

test.each(Array.from({ length: KILLS }, (_each, index) => index + 1))('killing the server during 500 rapid edits loses none that it has acknowledged (%d)', async (round) => {
  const first = await startServer()
  const { project } = (await (await fetch(`${first.address}/api/projects/skerryLine`)).json()) as { project: Project }
  const acknowledged: string[] = []
  const sent = Array.from({ length: 500 }, (_, index): Entry => made(`entry-${String(index).padStart(4, '0')}`, project, renameProject(`Name ${index}`), 'rename'))
  const killAfter = 40 + ((round * 130) % 300)
  let killed: Promise<void> | null = null

  for (const [base, entry] of sent.entries()) {
    const answer = await fetch(`${first.address}/api/projects/skerryLine/entries`, {
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

  const second = await startServer({ data: first.data })
  const log = (await (await fetch(`${second.address}/api/projects/skerryLine/log?after=0`)).json()) as readonly Entry[]
  const stored = (await (await fetch(`${second.address}/api/projects/skerryLine`)).json()) as { project: Project; revision: number }
  await second.close()
  rmSync(first.data, { recursive: true, force: true })

  process.stdout.write(`killed after ${acknowledged.length} acknowledged edits; ${log.length} are stored\n`)
  expect(log.slice(0, acknowledged.length).map(({ id }) => id)).toEqual(acknowledged)
  expect(stored.project.name).toBe(`Name ${log.length - 1}`)
})
