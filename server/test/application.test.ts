import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { request } from 'node:http'
import { skerryLine } from '@rheoscope/core/demo'
import { renameProject, serialise } from '@rheoscope/core/document'
import type { StoredProject } from '@rheoscope/core/protocol'
import { endless, running, type Running } from './running'
import { made } from '../../core/test/document/made'

let app: Running
let address: string

beforeAll(async () => {
  app = await running()
  address = app.address
}, 60_000)

afterAll(() => app.stop())

const post = (place: string, body: string, type = 'application/json') => fetch(`${address}/api${place}`, { method: 'POST', headers: { 'content-type': type }, body })

const created = async (): Promise<StoredProject> => (await (await post('/projects', '{"name":"Made here"}')).json()) as StoredProject

describe('a complete check', () => {
  const demo = async (): Promise<string> => ((await (await post('/projects', '{"name":"To check"}')).json()) as StoredProject).project.id

  test('is begun, followed until it is done, and kept with its revision', async () => {
    const id = await demo()
    expect((await fetch(`${address}/api/projects/${id}/check`)).status).toBe(404)
    expect((await post(`/projects/${id}/check`, '{}')).status).toBe(202)
    const news = await (await fetch(`${address}/api/projects/${id}/check/progress`)).text()
    // A small project may have been looked at before anybody asks.
    expect(news).toMatch(/^(event: progress\ndata: \{"done":\d,"total":2.*\n\n)*event: done\ndata: \{"revision":0\}\n\n$/)
    expect(await (await fetch(`${address}/api/projects/${id}/check`)).json()).toMatchObject({ revision: 0, components: 1, screens: 0, findings: expect.any(Array) })
  })

  test('can be stopped, and then nothing is kept', async () => {
    const other = await running(undefined, endless)
    const { project: { id } } = (await (await fetch(`${other.address}/api/projects`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"name":"To check"}' })).json()) as StoredProject
    const check = `${other.address}/api/projects/${id}/check`
    await fetch(check, { method: 'POST' })
    const following = fetch(`${check}/progress`).then((answer) => answer.text())
    expect((await fetch(check, { method: 'DELETE' })).status).toBe(204)
    expect(await following).toContain('event: stopped')
    expect((await fetch(check)).status).toBe(404)
    await other.stop()
  }, 60_000)

  test('of a project that is gone is not begun', async () => {
    expect((await post('/projects/nowhere/check', '{}')).status).toBe(404)
  })
})

describe('projects over HTTP', () => {
  test('are made with a component to begin with, edited, read and removed', async () => {
    const { project } = await created()
    expect(project.components.map(({ name }) => name)).toEqual(['Component 1'])
    const entry = made('entry-0001', project, renameProject('Renamed'), 'rename')
    const appended = await post(`/projects/${project.id}/entries`, JSON.stringify({ base: 0, entries: [entry] }))
    expect([appended.status, await appended.json()]).toEqual([200, { accepted: true, revision: 1 }])
    const late = await post(`/projects/${project.id}/entries`, JSON.stringify({ base: 0, entries: [{ ...entry, id: 'entry-0002' }] }))
    expect([late.status, await late.json()]).toEqual([409, { accepted: false, revision: 1, missed: [entry] }])
    expect(await (await fetch(`${address}/api/projects/${project.id}/log?after=0`)).json()).toEqual([entry])
    expect((await fetch(`${address}/api/projects/${project.id}`, { method: 'DELETE' })).status).toBe(204)
    expect((await fetch(`${address}/api/projects/${project.id}`)).status).toBe(410)
    expect(await (await fetch(`${address}/api/bin`)).json()).toMatchObject([{ id: project.id, name: 'Renamed' }])
    expect((await post(`/bin/${project.id}/put-back`, '{}')).status).toBe(204)
    expect((await fetch(`${address}/api/projects/${project.id}`)).status).toBe(200)
    await fetch(`${address}/api/projects/${project.id}`, { method: 'DELETE' })
    expect((await fetch(`${address}/api/bin/${project.id}`, { method: 'DELETE' })).status).toBe(204)
    expect((await fetch(`${address}/api/projects/${project.id}`)).status).toBe(404)
  })

  test('come from files under an id of their own', async () => {
    const answer = await post('/projects/file', serialise(skerryLine), 'application/vnd.rheoscope+json')
    const { project } = (await answer.json()) as StoredProject
    expect([answer.status, project.id === skerryLine.id, project]).toEqual([201, false, { ...skerryLine, id: project.id, assets: skerryLine.assets.map(({ data: _taken, ...asset }) => asset) }])
  })

  test.each([
    ['no name', '/projects', '{}', 'application/json', 422, 'invalid'],
    ['half a request', '/projects', '{"name":', 'application/json', 400, 'not-json'],
    ['a file that is none', '/projects/file', '{}', 'application/vnd.rheoscope+json', 422, 'foreign'],
    ['a file of another type', '/projects/file', serialise(skerryLine), 'text/plain', 422, 'not-json'],
    ['an edit that is none', '/projects/nowhere/entries', '{"base":0,"entries":[{}]}', 'application/json', 422, 'invalid'],
    ['a project that is not there', '/projects/nowhere/entries', JSON.stringify({ base: 0, entries: [made('entry-0001', skerryLine, renameProject('x'), 'x')] }), 'application/json', 404, 'not-found'],
  ])('%s is answered with problem details', async (_what, place, body, type, status, code) => {
    const answer = await post(place, body, type)
    expect([answer.status, answer.headers.get('content-type')]).toEqual([status, 'application/problem+json; charset=utf-8'])
    expect(await answer.json()).toMatchObject({ type: `urn:rheoscope:problem:${code}`, status, title: expect.any(String), detail: expect.stringMatching(/\.$/) })
  })

  test('keep what their takes came to, with the revision', async () => {
    const send = (to: string, body: object) => fetch(`${address}${to}`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
    const { project } = (await (await send('/api/projects', { name: 'Tried' })).json()) as { project: { id: string } }
    const outcomes = `/api/projects/${project.id}/take-outcomes`
    const outcome = (revision: number, met: number) => ({ take: 'a', revision, met, expected: 2, states: [{ instance: 'button', axis: 'x', state: 'on', atMs: 120 }] })
    for (const kept of [outcome(3, 2), outcome(4, 1), outcome(4, 0)]) expect((await send(outcomes, { outcomes: [kept] })).status).toBe(204)
    expect(await (await fetch(`${address}${outcomes}`)).json()).toEqual([outcome(4, 0)])
    expect((await send(outcomes, { outcomes: [{ take: 'a' }] })).status).toBe(422)
    expect((await send('/api/projects/none/take-outcomes', { outcomes: [outcome(1, 1)] })).status).toBe(404)
  })

  test('whoever follows a project is told of its revisions', async () => {
    const { project } = await created()
    const following = await fetch(`${address}/api/projects/${project.id}/revisions`)
    const reader = following.body!.getReader()
    const read = async () => new TextDecoder().decode((await reader.read()).value)
    expect(await read()).toContain('following')
    await post(`/projects/${project.id}/entries`, JSON.stringify({ base: 0, entries: [made('entry-0003', project, renameProject('y'), 'y')] }))
    expect(await read()).toBe('event: revision\ndata: 1\n\n')
    await reader.cancel()
  })
})

describe('the door', () => {
  test('lets nothing in from elsewhere and gives every page a nonce of its own', async () => {
    const [one, two] = await Promise.all([fetch(address), fetch(`${address}/project/any`)])
    const policies = [one, two].map(({ headers }) => headers.get('content-security-policy')!)
    expect(policies[0]).toMatch(/default-src 'none';script-src 'self' 'wasm-unsafe-eval';/)
    const nonces = policies.map((policy) => /'nonce-([^']+)'/.exec(policy)![1]!)
    expect(nonces[0]).not.toBe(nonces[1])
    expect(await one.text()).toContain(`content="${nonces[0]}"`)
    expect((await fetch(`${address}/assets/missing.js`)).status).toBe(404)
    expect((await fetch(`${address}/api/nothing`)).status).toBe(404)
  })

  test('does not answer to other names', async () => {
    const status = await new Promise((resolve) => request(address, { headers: { host: 'elsewhere.example' } }, (answer) => resolve(answer.statusCode)).end())
    expect(status).toBe(421)
  })
})

describe('pictures over HTTP', () => {
  const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="12" height="8"><script>alert(1)</script><rect width="12" height="8"/></svg>'
  const send = (body: string | Uint8Array<ArrayBuffer>, type: string) => fetch(`${address}/api/assets`, { method: 'POST', headers: { 'content-type': type }, body })

  test('are stored once under an id made from them, and can never run', async () => {
    const first = (await (await send(svg, 'image/svg+xml')).json()) as { id: string; width: number; height: number }
    expect(await (await send(svg, 'image/svg+xml')).json()).toEqual(first)
    expect([first.width, first.height]).toEqual([12, 8])
    const answer = await fetch(`${address}/assets/${first.id}`)
    expect([answer.status, answer.headers.get('content-type'), await answer.text()]).toEqual([200, 'image/svg+xml', svg])
    expect(answer.headers.get('content-security-policy')).toContain('sandbox')
  })

  test('that are none are refused with what would do', async () => {
    const answer = await send('#!/bin/sh', 'image/png')
    expect([answer.status, ((await answer.json()) as { detail: string }).detail]).toEqual([422, expect.stringMatching(/PNG, JPEG, WebP and SVG/)])
    expect((await send(new Uint8Array(6_000_000), 'image/png')).status).toBe(413)
    expect((await fetch(`${address}/assets/a${'0'.repeat(40)}`)).headers.get('content-type')).not.toMatch(/image/)
  })

  test('travel in project files and are taken out of the document', async () => {
    const { id } = (await (await send(svg, 'image/svg+xml')).json()) as { id: string }
    const asset = { id, name: 'mark', mediaType: 'image/svg+xml' as const, width: 12, height: 8, bytes: svg.length, data: Buffer.from(svg).toString('base64') }
    const open = (data: string) => post('/projects/file', serialise({ ...skerryLine, assets: [{ ...asset, data }] }), 'application/vnd.rheoscope+json')
    const { project } = (await (await open(asset.data)).json()) as StoredProject
    expect(project.assets).toEqual([{ id, name: 'mark', mediaType: 'image/svg+xml', width: 12, height: 8, bytes: svg.length }])
    expect((await open(Buffer.from(svg.replace('12', '13')).toString('base64'))).status).toBe(422)
  })
})
