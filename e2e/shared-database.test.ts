import { afterAll, beforeAll, expect, jest, test } from '@jest/globals'
import pg from 'pg'
import { addComponent, apply, newComponent, renameComponent, renameProject, type Entry, type Project } from '@rheoscope/core/document'
import type { Appended, StoredHistory, StoredProject } from '@rheoscope/core/protocol'
import { postgresServer, type PostgresServer } from '../server/test/postgres-server'
import { ApiError } from '../web/src/api/client'
import type { Kept, KeptEntries } from '../web/src/session/kept-entries'
import { ProjectSession, type ProjectServer } from '../web/src/session/project-session'
import { startServer, type TestServer } from './harness/server'

// What is lost once is lost.
jest.retryTimes(0)

/** More and longer when asked for. */
const PROCESSES = Number(process.env.RHEOSCOPE_PROCESSES ?? 3)
const WINDOWS = Number(process.env.RHEOSCOPE_WINDOWS ?? 6)
const SECONDS = Number(process.env.RHEOSCOPE_SECONDS ?? 15)

/** The database has a disk of its own of so many MB, which gets full once; none without root. */
const DISK_MB = Number(process.env.RHEOSCOPE_DISK_MB ?? 0)

/** What befalls the database, and after which share of the time. */
const MISHAPS: readonly (readonly [share: number, what: 'cut' | 'restart' | 'fill'])[] = [[0.2, 'cut'], [0.4, 'restart'], [0.5, 'cut'], [0.7, 'restart'], ...(DISK_MB > 0 ? [[0.8, 'fill'] as const] : [])]

/** So many edits a second in all, however many windows make them: each takes in what all the others do. */
const EDITS_PER_SECOND = 30

/** The project grows to so many components, not without end. */
const MOST_COMPONENTS = 150

/** A process is killed so often. */
const KILL_EVERY_MS = SECONDS > 60 ? 10_000 : 3_000

let database: PostgresServer
let databaseUrl: string
const processes: TestServer[] = []
const restart = async (index: number) => {
  const { address } = processes[index]!
  processes[index] = await startServer({ databaseUrl, port: Number(new URL(address).port) })
}

beforeAll(async () => {
  database = await postgresServer({ diskMb: DISK_MB })
  databaseUrl = database.newDatabase()
  for (let index = 0; index < PROCESSES; index++) processes.push(await startServer({ databaseUrl }))
}, 120_000)

afterAll(async () => {
  for (const each of processes) await each.close()
  database.remove()
}, 60_000)

/** A project at one of the processes, as a page asks for it. */
class AtProcess implements ProjectServer {
  /** The ids of all entries of which it was told that they are stored. */
  readonly acknowledged: string[] = []

  constructor(private readonly at: () => TestServer, private readonly project: string) {}

  async append(base: number, entries: readonly Entry[]): Promise<Appended> {
    const appended = await this.ask<Appended>('/entries', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ base, entries }) })
    if (appended.accepted) this.acknowledged.push(...entries.map(({ id }) => id))
    return appended
  }

  log(after: number): Promise<readonly Entry[]> {
    return this.ask(`/log?after=${after}`)
  }

  history(before: number): Promise<StoredHistory> {
    return this.ask(`/history?before=${before}`)
  }

  stored(): Promise<StoredProject> {
    return this.ask('')
  }

  private async ask<T>(place: string, request?: RequestInit): Promise<T> {
    let answer: Response
    try {
      answer = await fetch(`${this.at().address}/api/projects/${this.project}${place}`, { ...request, signal: AbortSignal.timeout(10_000) })
    } catch (error) {
      throw new ApiError('unreachable', 0, String(error))
    }
    const body = (await answer.json()) as T
    if (answer.ok || (answer.status === 409 && 'missed' in (body as object))) return body
    throw new ApiError('refused', answer.status, JSON.stringify(body))
  }
}

const memory = (): KeptEntries => {
  let kept: Kept = { pending: [], setAside: [] }
  return { read: () => kept, write: (next) => { kept = next } }
}

let made = 0
const newId = () => `entry-${String(made++).padStart(8, '0')}`
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** A number from 0 up to a bound, always the same ones in the same order. */
const drawn = ((state) => (bound: number) => {
  state = (state * 48_271) % 2_147_483_647
  return state % bound
})(20_260_301)

function doSomething(session: ProjectSession, name: string): void {
  const { document } = session.getState()
  const what = drawn(10)
  const component = document.components[drawn(Math.max(1, document.components.length))]
  if (!component || (what < 4 && document.components.length < MOST_COMPONENTS)) session.dispatch(addComponent(newComponent(newId, `by ${name}`)), 'add a component')
  else if (what < 7) session.dispatch(renameComponent(component.id, `named by ${name} ${drawn(1000)}`), 'rename')
  else if (what === 7) session.dispatch(renameProject(`by ${name}`), 'rename the project')
  else if (what === 8) void session.undo()
  else session.redo()
}

async function befall(what: 'cut' | 'restart' | 'fill'): Promise<void> {
  if (what === 'cut') return database.cut()
  if (what === 'restart') {
    database.stop()
    await pause(500)
    return database.start()
  }
  const makeRoom = database.fill()
  await pause(5000)
  makeRoom()
}

/** A kept connection to a process that has been killed since breaks once, so it is asked again. */
async function newProject(tries = 3): Promise<Project> {
  const request = { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"name":"Shared"}' }
  const asked = await fetch(`${processes[0]!.address}/api/projects`, request).catch(() => null)
  if (asked) return ((await asked.json()) as StoredProject).project
  expect(tries).toBeGreaterThan(0)
  return newProject(tries - 1)
}

test(`${WINDOWS} windows at ${PROCESSES} processes lose nothing that was acknowledged while these are killed and the database is restarted and cut off`, async () => {
  const project = await newProject()
  const windows = await Promise.all(Array.from({ length: WINDOWS }, async (_each, index) => {
    const server = new AtProcess(() => processes[index % PROCESSES]!, project.id)
    const author = { id: `author-${index}`, name: `author ${index}` }
    return { server, session: new ProjectSession({ ...(await server.stored()), history: await server.history(2 ** 31 - 1), author, server, kept: memory(), newId, firstRetryMs: 100 }) }
  }))
  let isOver = false
  const working = windows.map(async ({ session }, index) => {
    while (!isOver) {
      doSomething(session, String(index))
      await pause((500 + drawn(1000)) * WINDOWS / EDITS_PER_SECOND)
      await session.catchUp(Infinity)
    }
  })
  const began = Date.now()
  const hadTo = [...MISHAPS]
  // Where everything takes its time, it goes on until all has befallen.
  while (Date.now() < began + SECONDS * 1000 || hadTo.length > 0) {
    await pause(KILL_EVERY_MS)
    const victim = drawn(PROCESSES)
    await processes[victim]!.kill()
    await restart(victim)
    if (hadTo[0] && Date.now() > began + SECONDS * 1000 * hadTo[0][0]) await befall(hadTo.shift()![1])
  }
  isOver = true
  await Promise.all(working)
  const isQuiet = () => windows.every(({ session }) => session.getState().connection === 'saved' && session.getState().unsaved === 0)
  for (let tries = 0; !isQuiet() && tries < 300; tries++) await pause(100)
  for (const { session } of windows) await session.catchUp(Infinity)

  const { server } = windows[0]!
  const log = await server.log(0)
  const stored = await server.stored()
  const acknowledged = windows.flatMap((each) => each.server.acknowledged)
  process.stdout.write(`${acknowledged.length} acknowledged, ${log.length} stored; befallen: ${MISHAPS.map(([, what]) => what).join(', ')}\n`)
  expect(acknowledged.length).toBeGreaterThan(WINDOWS * 5)
  const times = new Map<string, number>()
  for (const { id } of log) times.set(id, (times.get(id) ?? 0) + 1)
  expect(acknowledged.filter((id) => times.get(id) !== 1)).toEqual([])
  expect(windows.map(({ session }) => [session.getState().connection, session.getState().unsaved, session.getState().setAside.length])).toEqual(windows.map(() => ['saved', 0, 0]))
  for (const { session } of windows) expect(session.getState().project).toEqual(stored.project)
  expect(log.reduce<Project>((now, { edit }) => apply(now, edit), project)).toEqual(stored.project)
  windows.forEach(({ session }) => session.close())
}, 120_000 + SECONDS * 2000)

test('A check that a process had begun when it was killed is made by another one', async () => {
  const { id } = await newProject()
  const client = new pg.Client({ connectionString: databaseUrl })
  await client.connect()
  const begunBy = async () => (await client.query<{ worker: string | null }>('select locked_by as worker from rheoscope_jobs.jobs where key = $1', [id])).rows[0]?.worker
  expect((await fetch(`${processes[0]!.address}/api/projects/${id}/check`, { method: 'POST' })).status).toBe(202)
  while (!(await begunBy())) await pause(2)
  await Promise.all(processes.map((each) => each.kill()))
  expect(await begunBy()).toBeTruthy()
  await restart(1)
  const kept = () => fetch(`${processes[1]!.address}/api/projects/${id}/check`)
  expect((await kept()).status).toBe(404)
  for (let tries = 0; (await kept()).status === 404 && tries < 200; tries++) await pause(100)
  expect(await (await kept()).json()).toMatchObject({ revision: 0, components: 1 })
  await client.end()
}, 60_000)
