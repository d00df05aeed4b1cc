import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { DOCUMENT_VERSION, renameProject } from '@rheoscope/core/document'
import type { StoredProject } from '@rheoscope/core/protocol'
import { running, type Running } from './running'
import { made } from '../../core/test/document/made'

/** So many requests; more when asked for. */
const REQUESTS = Number(process.env.RHEOSCOPE_FUZZ ?? 2_000)

let app: Running
let project: StoredProject['project']

beforeAll(async () => {
  app = await running()
  const made = await fetch(`${app.address}/api/projects`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"name":"Under attack"}' })
  project = ((await made.json()) as StoredProject).project
}, 60_000)
afterAll(() => app.stop())

interface Attack {
  readonly method: string
  readonly place: string
  readonly headers: Readonly<Record<string, string>>
  readonly body: string | undefined
}

/** The answer's status; the body is not waited for, because some never end. */
async function statusOf({ method, place, headers, body }: Attack): Promise<number> {
  const stop = new AbortController()
  try {
    const answer = await fetch(`${app.address}${place}`, { method, headers, redirect: 'manual', signal: stop.signal, ...(body === undefined || method === 'GET' || method === 'HEAD' ? {} : { body }) })
    return answer.status
  } finally {
    stop.abort()
  }
}

const deep = (levels: number) => `${'['.repeat(levels)}${']'.repeat(levels)}`
const bad = ['\u0000', '\\u0000', '\ud800', '\udfffx', '../..', '%00', '%', '%E0%A4%A', "'; drop table projects; --", '💥'.repeat(90), 'x'.repeat(5000), '__proto__', 'constructor', '']
const hostileText = fc.oneof(fc.constantFrom(...bad), fc.string({ unit: 'binary', maxLength: 20 }))
const hostileNumber = fc.constantFrom(-1, 0.5, 2 ** 31 - 1, 2 ** 31, 2 ** 53, 1e308, -(2 ** 63))
const hostileValue = fc.oneof(hostileText, hostileNumber, fc.constantFrom(null, true, [], {}), fc.jsonValue({ maxDepth: 3 }))

const FIELDS = ['name', 'components', 'screens', 'version', 'id', 'format', 'promises', 'variables', 'takes', 'tokens', 'tables', 'motion', 'startScreen', 'limits', 'accepted', 'assets', 'icons', 'nothing']

const attacks = (): fc.Arbitrary<Attack> => {
  const [component] = project.components
  const [root] = component!.parts
  const step = fc.oneof(fc.constantFrom(...FIELDS, component!.id, root!.id, 'parts', 'axes', 'rules', 'states', 'base', 'look', 'guard', 'trigger'), hostileText)
  const path = fc.oneof(fc.array(step, { maxLength: 7 }), fc.tuple(fc.constantFrom(...FIELDS)), fc.tuple(fc.constant('components'), fc.constant(component!.id), step))
  const edit = fc.letrec((tie) => ({
    edit: fc.oneof(
      { depthSize: 'small' },
      fc.record({ edit: fc.constantFrom('set'), path, to: hostileValue }), fc.record({ edit: fc.constant('unset'), path }),
      fc.record({ edit: fc.constant('insert'), path, item: fc.oneof(fc.record({ id: hostileText }), hostileValue), before: fc.oneof(hostileText, fc.constant(null)) }),
      fc.record({ edit: fc.constant('remove'), path, id: hostileText }), fc.record({ edit: fc.constant('move'), path, id: hostileText, before: fc.constant(null) }),
      fc.record({ edit: fc.constant('batch'), edits: fc.array(tie('edit'), { maxLength: 3 }) }),
    ),
  })).edit
  const entry = fc.record({ id: fc.oneof({ arbitrary: fc.uuid(), weight: 9 }, { arbitrary: hostileText, weight: 1 }), what: fc.constantFrom('do', 'undo', 'redo'), label: fc.oneof({ arbitrary: fc.constant('attack'), weight: 9 }, { arbitrary: hostileText, weight: 1 }), edit, inverse: edit, author: fc.constant({ id: 'mallory', name: 'Mallory' }), madeAt: fc.constant('2026-03-01T08:00:00.000Z'), version: fc.oneof({ arbitrary: fc.constant(DOCUMENT_VERSION), weight: 9 }, { arbitrary: hostileNumber, weight: 1 }) })
  const outcome = fc.record({ take: hostileText, revision: hostileNumber, met: hostileNumber, expected: hostileNumber, states: fc.array(fc.record({ instance: hostileText, axis: hostileText, state: hostileText, atMs: hostileNumber })) })
  const body = fc.oneof(
    fc.constantFrom(undefined, '', '{', 'null', '[]', '{}', '"\\ud800"', '{"name":"\\u0000"}', '{"name":"a\\udc00b"}', deep(100_000), `{"name":${deep(2000)}}`, `{"base":0,"entries":[{"id":"12345678","what":"do","label":"x","edit":${'{"edit":"batch","edits":['.repeat(3000)}${']}'.repeat(3000)},"inverse":{"edit":"unset","path":["name"]}}]}`),
    fc.tuple(fc.oneof(hostileNumber, fc.constantFrom(0, 1, 2)), fc.array(entry, { minLength: 1, maxLength: 3 })).map(([base, entries]) => JSON.stringify({ base, entries })),
    fc.array(outcome, { maxLength: 2 }).map((outcomes) => JSON.stringify({ outcomes })),
    fc.record({ name: hostileValue }).map((said) => JSON.stringify(said)),
    fc.record({ format: fc.constant('rheoscope'), version: fc.oneof(fc.constantFrom(1, 2, 3), hostileNumber), components: hostileValue, id: hostileText }).map((said) => JSON.stringify(said)),
    fc.string(),
  )
  const id = fc.oneof({ arbitrary: fc.constant(project.id), weight: 6 }, { arbitrary: fc.constantFrom('nowhere', '%00', '%2e%2e', encodeURIComponent('\u0000'), '%', 'a'.repeat(3000), '..%2f..'), weight: 2 })
  const place = fc.oneof(
    fc.constantFrom('/api/projects', '/api/projects/demo', '/api/projects/file', '/api/assets', '/assets/%00', '/%00', '/%', '/project/%E0%A4%A', '/api/%00'),
    fc.tuple(id, fc.constantFrom('', '/log', '/log?after=-1', '/log?after=4294967296', '/log?after=1&after=2', '/log?after[x]=1', '/log?after=%00', '/revisions', '/check/progress', '/take-outcomes')).map(([of, rest]) => `/api/projects/${of}${rest}`),
    { arbitrary: id.map((of) => `/api/projects/${of}/entries`), weight: 3 },
    id.map((of) => `/api/projects/${of}/take-outcomes`),
  )
  const type = fc.constantFrom('application/json', 'application/json', 'application/json', 'text/plain', 'application/vnd.rheoscope+json', 'image/png', 'image/svg+xml', 'application/json; charset=utf-7', 'multipart/form-data')
  return fc.record({ method: fc.constantFrom('GET', 'HEAD', 'POST', 'POST', 'POST', 'PUT', 'PATCH', 'OPTIONS'), place, headers: type.map((of) => ({ 'content-type': of })), body })
}

test(`none of ${REQUESTS.toLocaleString('en')} hostile requests makes the server break down`, async () => {
  const broken: string[] = []
  const statuses = new Map<number, number>()
  const requests = fc.sample(attacks(), REQUESTS)
  const attack = async (from: number) => {
    for (let at = from; at < requests.length; at += 4) {
      const status = await statusOf(requests[at]!)
      statuses.set(status, (statuses.get(status) ?? 0) + 1)
      if (status >= 500) broken.push(`${status} ${JSON.stringify(requests[at]).slice(0, 400)}`)
    }
  }
  await Promise.all([0, 1, 2, 3].map(attack))
  expect(broken).toEqual([])
  // Not everything is turned away at the door: edits are tried, and some are made.
  expect([...statuses.keys()]).toEqual(expect.arrayContaining([200, 201, 404, 409, 422]))
  expect((await fetch(`${app.address}/api/projects/${project.id}`)).status).toBe(200)
}, 20_000 + REQUESTS * 60)

describe('text that no database can hold', () => {
  test.each([
    ['U+0000', 'a\u0000b', 'U+0000, character 2'],
    ['half a surrogate pair', 'ab\ud800', 'U+D800, character 3'],
  ])('%s is refused with its place', async (_what, text, said) => {
    const { project: { id } } = (await (await fetch(`${app.address}/api/projects`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"name":"Plain"}' })).json()) as StoredProject
    const entry = { ...made('entry-text', project, renameProject('x'), 'x'), edit: { edit: 'set', path: ['name'], to: text } }
    const answer = await fetch(`${app.address}/api/projects/${id}/entries`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ base: 0, entries: [entry] }) })
    expect([answer.status, await answer.json()]).toEqual([422, expect.objectContaining({ place: 'entries/0/edit/to', detail: expect.stringContaining(said) })])
  })
})

describe('a page of another origin', () => {
  const from = (headers: Readonly<Record<string, string>>, method = 'POST') => statusOf({ method, place: '/api/projects/demo', headers: { 'content-type': 'application/json', ...headers }, body: '{}' })

  test('changes nothing here', async () => {
    expect(await from({ 'sec-fetch-site': 'cross-site' })).toBe(403)
    expect(await from({ 'sec-fetch-site': 'same-site' })).toBe(403)
    expect(await from({ origin: 'https://elsewhere.example' })).toBe(403)
    expect(await from({ origin: 'null' })).toBe(403)
    expect(await from({ 'sec-fetch-site': 'cross-site' }, 'DELETE')).toBe(403)
  })

  test('is told apart from pages of this one and from what is no page', async () => {
    expect(await from({ 'sec-fetch-site': 'same-origin' })).toBe(201)
    expect(await from({ origin: app.address })).toBe(201)
    expect(await from({})).toBe(201)
    expect(await statusOf({ method: 'GET', place: '/api/projects', headers: { 'sec-fetch-site': 'cross-site' }, body: undefined })).toBe(200)
  })
})

test('asking for the head of what never ends, ends', async () => {
  const answer = await fetch(`${app.address}/api/projects/${project.id}/revisions`, { method: 'HEAD' })
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'text/event-stream'])
})

test('whoever follows a project is told when it is removed', async () => {
  const { project: { id } } = (await (await fetch(`${app.address}/api/projects`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"name":"Short"}' })).json()) as StoredProject
  const reader = (await fetch(`${app.address}/api/projects/${id}/revisions`)).body!.getReader()
  await reader.read()
  await fetch(`${app.address}/api/projects/${id}`, { method: 'DELETE' })
  expect(new TextDecoder().decode((await reader.read()).value)).toBe('event: removed\ndata: null\n\n')
  await reader.cancel()
})
