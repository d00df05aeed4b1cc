import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { expect, test } from '@jest/globals'
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
