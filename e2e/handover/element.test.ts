import { createServer } from 'node:http'
import path from 'node:path'
import type { AddressInfo } from 'node:net'
import { expect, test } from '@jest/globals'
import axe from 'axe-core'
import { build } from 'esbuild'
import { By } from 'selenium-webdriver'
import { skerryLine } from '@rheoscope/core/demo'
import { handedOver } from '../../cli/src/handed-over'
import { useApplication } from '../harness/application'

const application = useApplication()

const TAG = 'skerry-line-boarding-button'

const PAGE = `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Two of them</title>
<style>#first::part(plate) { fill: rgb(102, 51, 153) }</style>
<script>window.heard = []; document.addEventListener('boarding', ({ target, detail }) => heard.push([target.id, detail.from, detail.to]))</script>
<script type="module" src="${TAG}.js"></script></head>
<body><${TAG} id="first" label-text="Go aboard"></${TAG}><${TAG} id="second"></${TAG}></body></html>`

/** A server of one element and a page it is on. */
async function served(code: unknown, page: string): Promise<{ readonly address: string; readonly close: () => void }> {
  const server = createServer(({ url = '' }, response) => (url.endsWith('.js') ? response.writeHead(200, { 'content-type': 'text/javascript' }).end(code) : response.writeHead(200, { 'content-type': 'text/html' }).end(page)))
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const close = () => {
    server.closeAllConnections()
    server.close()
  }
  return { address: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`, close }
}

const codeOf = async (component: string): Promise<unknown> => (await handedOver(skerryLine, { as: 'element', component })).files.find(({ name }) => name.endsWith('.js'))!.content

test('an element of a page behaves as its component does, and two do not disturb one another', async () => {
  const { address, close } = await served(await codeOf('Boarding button'), PAGE)
  const hands = application.hands()
  const { driver } = hands
  await driver.get(address)
  const seen = <T>(script: string) => driver.executeScript<T>(`const [first, second] = ['first', 'second'].map((id) => document.getElementById(id)); return ${script}`)
  await hands.until('both are there', () => seen('second.dataset.boarding === "rest" && first.dataset.boarding === "rest"'))
  expect(await seen('[first.labelText, second.labelText, first.shadowRoot.querySelector("text").textContent, getComputedStyle(first.shadowRoot.querySelector("rect")).fill, getComputedStyle(second.shadowRoot.querySelector("rect")).fill]')).toEqual(['Go aboard', 'Board', 'Go aboard', 'rgb(102, 51, 153)', 'rgb(36, 80, 111)'])

  await driver.findElement(By.id('second')).click()
  await hands.until('it is done', () => seen('second.matches(":state(done)")'))
  expect(await seen('heard')).toEqual([['second', 'rest', 'over'], ['second', 'over', 'working'], ['second', 'working', 'done']])
  expect(await seen('first.dataset.boarding')).toBe('rest')

  await seen('first.put("boarding", "working"), first.labelText = "Wait"')
  await hands.until('it goes on by itself', () => seen('first.dataset.boarding === "done"'))
  await seen('second.setAttribute("done-text", "There")')
  await hands.until('its words are others', () => seen('second.shadowRoot.textContent.includes("There")'))
  close()
})

test('an element is as large as what is in it, at its own scale', async () => {
  const { address, close } = await served(await codeOf('Ticket button'), '<!doctype html><html lang="en"><title>One</title><script type="module" src="ticket.js"></script><skerry-line-ticket-button></skerry-line-ticket-button></html>')
  const hands = application.hands()
  await hands.driver.get(address)
  const sizes = () => hands.driver.executeScript<readonly number[]>('const element = document.querySelector("skerry-line-ticket-button"); const text = element.shadowRoot?.querySelector("text"); return text ? [element.getBoundingClientRect().width, text.getBoundingClientRect().height] : [0, 0]')
  await hands.until('it is there', async () => (await sizes())[0]! > 0)
  const [narrow, high] = await sizes()
  await hands.driver.executeScript('document.querySelector("skerry-line-ticket-button").label = "A ticket there and back"')
  await hands.until('it has grown', async () => (await sizes())[0]! > narrow! + 60)
  expect((await sizes())[1]).toBeCloseTo(high!, 1)
  close()
})

/** A page of React with an element in it: what it is given are properties, what it says are events. */
const REACT = `
  import { createElement, useState } from 'react'
  import { createRoot } from 'react-dom/client'
  function Quay() {
    const [boarded, setBoarded] = useState([])
    return createElement('main', null, createElement('h1', null, 'Quay'),
      createElement('${TAG}', { labelText: 'Aboard with ' + boarded.length, onboarding: ({ detail }) => setBoarded((before) => [...before, detail.to]) }), createElement('p', { id: 'said' }, boarded.join(' ')))
  }
  createRoot(document.getElementById('root')).render(createElement(Quay))`

test('an element in a page of React takes properties and tells events, and axe finds nothing', async () => {
  const { outputFiles: [bundle] } = await build({ stdin: { contents: REACT, resolveDir: path.resolve(import.meta.dirname, '../../web') }, bundle: true, write: false, format: 'iife', define: { 'process.env.NODE_ENV': '"production"' } })
  const page = `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Quay</title><script type="module" src="${TAG}.js"></script></head><body><div id="root"></div><script type="module">${bundle!.text.replaceAll('</script', '<\\/script')}</script></body></html>`
  const { address, close } = await served(await codeOf('Boarding button'), page)
  const hands = application.hands()
  const { driver } = hands
  await driver.get(address)
  const shown = () => driver.executeScript<string>(`return document.querySelector('${TAG}')?.shadowRoot?.querySelector('text')?.textContent ?? ''`)
  await hands.until('its words are what React gives it', async () => (await shown()) === 'Aboard with 0')
  await driver.findElement(By.css(TAG)).click()
  await hands.until('React has heard what it came to', async () => (await driver.findElement(By.id('said')).getText()) === 'over working done')
  await driver.executeScript(axe.source)
  const { violations } = await driver.executeAsyncScript<{ violations: readonly { readonly id: string }[] }>('axe.run().then(arguments[0])')
  expect(violations.map(({ id }) => id)).toEqual([])
  close()
})

test('an element that is there in two versions is the first of them, and leaves others alone', async () => {
  const code = String(await codeOf('Boarding button'))
  const later = code.replaceAll('"Board"', '"Come aboard"')
  expect(later).not.toBe(code)
  const other = String(await codeOf('Ticket button'))
  const server = createServer(({ url = '' }, response) => {
    const text = { '/first.js': code, '/later.js': later, '/other.js': other }[url]
    if (text !== undefined) response.writeHead(200, { 'content-type': 'text/javascript' }).end(text)
    else response.writeHead(200, { 'content-type': 'text/html' }).end(`<!doctype html><html lang="en"><title>Versions</title><script>window.wrong = []; addEventListener('error', (event) => wrong.push(event.message)); addEventListener('unhandledrejection', (event) => wrong.push(String(event.reason)))</script><script type="module" src="first.js"></script><script type="module" src="later.js"></script><script type="module" src="other.js"></script><${TAG}></${TAG}><skerry-line-ticket-button></skerry-line-ticket-button></html>`)
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const hands = application.hands()
  const { driver } = hands
  await driver.get(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`)
  const seen = <T>(script: string) => driver.executeScript<T>(`return ${script}`)
  await hands.until('both are there', () => seen(`document.querySelector('${TAG}').shadowRoot?.querySelector('text') != null && document.querySelector('skerry-line-ticket-button').shadowRoot?.querySelector('text') != null`))
  expect(await seen(`document.querySelector('${TAG}').shadowRoot.querySelector('text').textContent`)).toBe('Board')
  await driver.findElement(By.css(TAG)).click()
  await hands.until('the one is done', () => seen(`document.querySelector('${TAG}').dataset.boarding === 'done'`))
  expect(await seen('document.querySelector("skerry-line-ticket-button").dataset.press')).toBe('rest')
  expect(await seen('wrong')).toEqual([])
  server.closeAllConnections()
  server.close()
})
