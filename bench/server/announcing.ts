/** How soon 50 windows at eight processes over one database are told what is done at another one. */
import type { StoredProject } from '@rheoscope/core/protocol'
import { startServer, type TestServer } from '../../e2e/harness/server'
import { postgresServer } from '../../server/test/postgres-server'
import { printed } from '../src/report'
import { entry } from './entry'

const [PROCESSES, WINDOWS, EDITS, PAUSE_MS] = [8, 50, 200, 50]

/** Calls back with every revision a window at a server is told of. */
async function follow({ address }: TestServer, id: string, told: (revision: number) => void): Promise<void> {
  const reader = (await fetch(`${address}/api/projects/${id}/revisions`)).body!.pipeThrough(new TextDecoderStream()).getReader()
  void (async () => {
    for (let rest = ''; ;) {
      const { value, done } = await reader.read()
      if (done) return
      const events = (rest + value).split('\n\n')
      rest = events.pop() ?? ''
      for (const event of events) told(Number(/^data: (\d+)$/m.exec(event)?.[1] ?? -1))
    }
  })()
}

const database = await postgresServer()
const databaseUrl = database.newDatabase()
const servers: TestServer[] = []
for (let index = 0; index < PROCESSES; index++) servers.push(await startServer({ databaseUrl }))
const post = async (server: TestServer, place: string, body: unknown) => (await fetch(`${server.address}/api${place}`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })).json()
const { project: { id } } = (await post(servers[0]!, '/projects', { name: 'Bench' })) as StoredProject

const askedAt: number[] = []
const delays: number[] = []
for (let index = 0; index < WINDOWS; index++) {
  await follow(servers[index % PROCESSES]!, id, (revision) => {
    const asked = askedAt[revision - 1]
    if (asked !== undefined) delays.push(performance.now() - asked)
  })
}
for (let edit = 0; edit < EDITS; edit++) {
  askedAt.push(performance.now())
  await post(servers[edit % PROCESSES]!, `/projects/${id}/entries`, { base: edit, entries: [entry(edit)] })
  await new Promise((resolve) => setTimeout(resolve, PAUSE_MS))
}
await new Promise((resolve) => setTimeout(resolve, 1000))
delays.sort((a, b) => a - b)
const share = (of: number) => delays[Math.floor(delays.length * of)] ?? Infinity
process.stdout.write(`${printed({ name: `${WINDOWS} windows at ${PROCESSES} processes are told of an edit made at one of them`, figures: [
  { what: 'half of them within', value: share(0.5), unit: 'ms' },
  { what: '95 % within', value: share(0.95), unit: 'ms', aim: 200 },
  { what: 'told', value: delays.length / (WINDOWS * EDITS), unit: 'of all', aim: 1 },
] })}\n`)
for (const each of servers) await each.close()
database.remove()
process.exit()
