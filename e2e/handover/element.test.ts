import { createServer } from 'node:http'
import path from 'node:path'
import type { AddressInfo } from 'node:net'
import { expect, test } from '@jest/globals'
import axe from 'axe-core'
import { build } from 'esbuild'
import { By } from 'selenium-webdriver'
import { skerryLine } from '@rheoscope/core/demo'
import { certain, type Component, type Look, type Project } from '@rheoscope/core/document'
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

const codeOf = async (component: string, project = skerryLine): Promise<unknown> => (await handedOver(project, { as: 'element', component })).files.find(({ name }) => name.endsWith('.js'))!.content

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

/** The ticket button as it is, or with an icon that is as large as what is put there. */
function withOpenIcon(project: Project): Project {
  const open = (look: Look): Look => ({ ...look, ticketGap: Object.fromEntries(Object.entries(look.ticketGap ?? {}).filter(([property]) => property !== 'width' && property !== 'height')) })
  const ticketButton = (component: Component): Component => ({
    ...component,
    parts: component.parts.map((part) => (part.id === 'ticketGap' ? { ...part, base: certain(open({ ticketGap: part.base }).ticketGap) } : part)),
    axes: component.axes.map((axis) => ({ ...axis, states: axis.states.map((state) => ({ ...state, look: open(state.look) })) })),
  })
  return { ...project, components: project.components.map((each) => (each.id === 'ticketButton' ? ticketButton(each) : each)) }
}

test.each([['of the size that is designed', skerryLine], ['as large as it is', withOpenIcon(skerryLine)]] as const)('what a page puts into a slot stands there, %s', async (_name, project) => {
  const isOpen = project !== skerryLine
  const tag = 'skerry-line-ticket-button'
  const page = `<!doctype html><html lang="en"><title>Quay</title><script>window.pressed = 0</script><script type="module" src="ticket.js"></script><style>#mine { background: rgb(200, 55, 27); width: 100%; height: 40px; padding: 0; border: 0; ${isOpen ? 'min-width: 30px' : ''} }</style><${tag}><button slot="icon" id="mine" onclick="pressed++"></button></${tag}></html>`
  const { address, close } = await served(await codeOf('Ticket button', project), page)
  const hands = application.hands()
  const { driver } = hands
  await driver.get(address)
  const seen = <T>(script: string) => driver.executeScript<T>(`const element = document.querySelector('${tag}'), mine = document.getElementById('mine'), box = (of) => of.getBoundingClientRect(); return ${script}`)
  await hands.until('it is there', () => seen('mine.assignedSlot !== null && box(mine).width > 0'))
  const plate = () => seen<readonly [number, number]>('[box(element).width, box(element).height]')
  const beginning = await plate()
  expect(await seen('Math.round(box(mine).width)')).toBe(isOpen ? 30 : 20)
  expect(beginning[1]).toBe(isOpen ? 60 : 40)

  await seen('mine.style.minWidth = "50px", mine.style.height = "50px"')
  await (isOpen ? hands.until('it has made room', async () => { const [width, height] = await plate(); return Math.abs(width - beginning[0] - 20) < 0.1 && height === 70 }) : hands.until('it is as it was', async () => (await plate())[1] === beginning[1]))
  await driver.findElement(By.id('mine')).click()
  expect(await seen('pressed')).toBe(1)
  await hands.until('the pointer is over it', () => seen('element.dataset.press === "over" || element.dataset.press === "rest"'))

  await seen('mine.remove()')
  await hands.until('what is designed is back', () => seen('element.shadowRoot.querySelector("slot") === null && element.shadowRoot.querySelector("path") !== null'))
  await seen('element.append(Object.assign(document.createElement("b"), { slot: "icon", textContent: "&" }))')
  await hands.until('something else is there', () => seen('element.querySelector("b").assignedSlot !== null && element.shadowRoot.querySelector("path") === null'))
  close()
})
