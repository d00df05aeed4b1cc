import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { running, type Running } from './running'

let app: Running

beforeAll(async () => {
  app = await running()
}, 60_000)

afterAll(() => app.stop())

interface Answer {
  readonly trial: { readonly addresses: readonly string[]; readonly endsAt: string } | null
}

const phone = (method: string, body?: string): Promise<Response> => fetch(`${app.address}/api/phone`, { method, ...(body === undefined ? {} : { body, headers: { 'content-type': 'text/html' } }) })

test('a page is shown to the local network only while that is asked for, at an address of this time, and nothing else', async () => {
  expect(await (await phone('GET')).json()).toEqual({ trial: null })
  const begun = await phone('POST', '<!doctype html><title>Skerry Line</title>')
  expect(begun.status).toBe(201)
  const { trial } = (await begun.json()) as Answer
  const [address] = trial!.addresses
  expect(address).toMatch(/^http:\/\/\d+\.\d+\.\d+\.\d+:\d+\/[\w-]{12}$/)
  expect(Date.parse(trial!.endsAt) - Date.now()).toBeLessThanOrEqual(15 * 60_000)
  expect(await (await phone('GET')).json()).toEqual({ trial })

  const page = await fetch(address!)
  expect(await page.text()).toBe('<!doctype html><title>Skerry Line</title>')
  expect(page.headers.get('content-security-policy')).toContain('sandbox')
  const root = new URL('/', address!).href
  for (const other of ['', 'api/projects', 'x'.repeat(12), `${new URL(address!).pathname.slice(1)}/`, `${new URL(address!).pathname.slice(1)}?x`]) expect((await fetch(root + other)).status).toBe(404)
  expect((await fetch(address!, { method: 'POST', body: 'x' })).status).toBe(404)

  // What has been edited meanwhile is shown at the same address.
  const { trial: next } = (await (await phone('POST', '<p>As it is now')).json()) as Answer
  expect(next!.addresses).toEqual(trial!.addresses)
  expect(await (await fetch(address!)).text()).toBe('<p>As it is now')
  expect((await phone('DELETE')).status).toBe(204)
  await expect(fetch(address!)).rejects.toThrow()
  expect(await (await phone('GET')).json()).toEqual({ trial: null })
  const { trial: later } = (await (await phone('POST', '<p>Later')).json()) as Answer
  expect(new URL(later!.addresses[0]!).pathname).not.toBe(new URL(address!).pathname)
  await phone('DELETE')
})

test('what is no page is refused', async () => {
  expect((await phone('POST', '')).status).toBe(422)
  expect((await fetch(`${app.address}/api/phone`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' })).status).toBe(422)
})
