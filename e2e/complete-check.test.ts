import { afterEach, expect, test } from '@jest/globals'
import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import type { Axis, Component, Project, Rule } from '@rheoscope/core/document'
import { startServer, type TestServer } from './harness/server'

/** A project that nobody looks at to the end: a component of many axes, each of which counts in a time of its own. */
function heavy(demo: Project): Project {
  const [like] = demo.components as readonly [Component]
  const axes = Array.from({ length: 8 }, (_each, index): Axis => ({
    id: `axis${index}`, name: `axis ${index}`, start: `a${index}`, boundTo: null,
    states: [`a${index}`, `b${index}`].map((id) => ({ id, name: id, hue: index % 8, look: {}, final: false, loop: null })),
  }))
  const rules = axes.flatMap(({ id }, index): Rule[] => [
    { id: `go${index}`, axis: id, trigger: { on: 'after', ms: 50 + 17 * index, since: 'entering', pauseWhile: null }, part: null, within: { only: [`a${index}`] }, guard: null, actions: [], target: { go: 'state', state: `b${index}` }, motion: null, letThrough: false },
    { id: `back${index}`, axis: id, trigger: { on: 'tap' }, part: null, within: { only: [`b${index}`] }, guard: null, actions: [], target: { go: 'state', state: `a${index}` }, motion: null, letThrough: true },
  ])
  const component: Component = { ...like, id: 'heavy', name: 'Heavy', axes, rules, combinations: [], pairs: [], parameters: [], variables: [], motion: null, absent: {}, parts: [{ id: 'root', kind: 'container', name: 'root', parent: null, base: { width: 100, height: 100, fill: '#ffffff' } }] }
  return { ...demo, name: 'Heavy', components: [component], screens: [], takes: [], promises: [], assets: [], startScreen: null }
}

/** The processes that check for a server, with the most memory each has had, in MB. */
function checking(server: number): readonly number[] {
  const children = spawnSync('ps', ['-o', 'pid=', '--ppid', String(server)], { encoding: 'utf8' }).stdout.trim().split(/\s+/).filter((pid) => pid !== '')
  return children.flatMap((pid) => {
    const status = statusOf(pid)
    return status === null ? [] : [Number(/VmHWM:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024]
  })
}

/** What the system says of a process; null when that has ended since it was listed. */
function statusOf(pid: string): string | null {
  try {
    return readFileSync(`/proc/${pid}/status`, 'utf8')
  } catch {
    return null
  }
}

const started: TestServer[] = []

afterEach(async () => {
  for (const server of started.splice(0)) await server.close()
})

test('a complete check says how far it is, keeps within 1 GB, and frees it all when it is stopped', async () => {
  const server = await startServer()
  started.push(server)
  const pid = Number(readFileSync(`${server.data}/open-by`, 'utf8'))
  const { project: demo } = (await (await fetch(`${server.address}/api/projects/skerryLine`)).json()) as { project: Project }
  const made = await fetch(`${server.address}/api/projects/file`, { method: 'POST', headers: { 'content-type': 'application/vnd.rheoscope+json' }, body: JSON.stringify(heavy(demo)) })
  const { project } = (await made.json()) as { project: Project }
  const place = `${server.address}/api/projects/${project.id}/check`
  expect((await fetch(place, { method: 'POST' })).status).toBe(202)

  const reader = (await fetch(`${place}/progress`)).body!.getReader()
  let told = ''
  const seen = () => [...told.matchAll(/"seen":(\d+)/g)].map(([, number]) => Number(number))
  const until = Date.now() + 25_000
  while (Math.max(0, ...seen()) < 2_000 && Date.now() < until) told += new TextDecoder().decode((await reader.read()).value)
  expect(told).toContain('"what":"Heavy"')
  expect(Math.max(...seen())).toBeGreaterThanOrEqual(2_000)
  const memory = checking(pid)
  expect(memory).toHaveLength(1)
  expect(memory[0]).toBeLessThan(1024)

  expect((await fetch(place, { method: 'DELETE' })).status).toBe(204)
  for (let tries = 0; tries < 50 && checking(pid).length > 0; tries++) await new Promise((resolve) => setTimeout(resolve, 100))
  expect(checking(pid)).toEqual([])
  await reader.cancel()
})
