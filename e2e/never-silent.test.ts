import { describe, expect, test } from '@jest/globals'
import { By, Key } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import { BenchHands } from './harness/bench'
import { littleDemo } from './harness/little-demo'
import { startServer } from './harness/server'

const application = useApplication()

const textOf = async (hands: BenchHands, place: string) => (await hands.find(place)).getText()
const says = (hands: BenchHands, place: string, text: RegExp) => hands.until(`${place} says ${text}`, async () => text.test(await textOf(hands, place)))
const demo = async (address = application.address): Promise<string> => {
  const made = await fetch(`${address}/api/projects/demo`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' })
  return ((await made.json()) as { project: { id: string } }).project.id
}

/** The shelf, with something of the page broken that what is opened next will need. */
async function withBroken(hands: BenchHands, script: string): Promise<void> {
  await hands.driver.get(application.address)
  await hands.find('.card')
  await hands.driver.executeScript(script)
}

describe('checks that cannot be loaded', () => {
  const BROKEN = "window.WholeWorker = Worker; window.Worker = class extends Worker { constructor(_place, options) { super('/assets/gone.js', options) } }"

  test('have failed, wherever something is said of them, and can be tried again', async () => {
    const hands = application.hands()
    const { pathname } = new URL(await littleDemo(application.address))
    await withBroken(hands, BROKEN)
    await hands.click(`.card-open[href="${pathname}"]`)
    await says(hands, '.contents-side', /code cannot be loaded/)
    await hands.click('[data-item=boardingButton] a')
    await says(hands, '.finding-counts', /^checks failed$/)
    await says(hands, '#findings .broken-down', /code cannot be loaded/)
    expect(await textOf(hands, '#findings')).not.toMatch(/no findings/i)
    await hands.press(',')
    await says(hands, '.broken-down', /Laying the map out broke down|Checking broke down/)
    await hands.press(',')
    await hands.click(await hands.byText('All findings', 'a'))
    for (const sheet of ['Findings', 'Coverage', 'Budgets', 'Promises']) {
      await hands.click(await hands.byText(sheet, 'a'))
      await says(hands, '.broken-down', /Checking broke down/)
    }
    expect(await textOf(hands, '.promises')).toMatch(/not known/)
    await hands.driver.executeScript('window.Worker = window.WholeWorker')
    await hands.click(await hands.byText('Findings', 'a'))
    await hands.clickButton('Try again')
    await hands.until('all is looked at', async () => (await (await hands.find('.findings-list')).getAttribute('aria-busy')) === 'false', 60_000)
    expect(await hands.driver.findElements(By.css('.broken-down'))).toEqual([])
  })
})

describe('a page that breaks down', () => {
  test('says so, with a way out, and nothing is lost', async () => {
    const hands = application.hands()
    await withBroken(hands, 'window.Worker = undefined')
    await hands.click('.card-open')
    await says(hands, '.not-here', /This page broke down\. Everything that was done is kept\./)
    await hands.clickButton('Try again')
    await hands.find('.content-card')
  })

  test('an address that leads to nothing in a project says what is missing', async () => {
    const hands = application.hands()
    const id = await demo()
    for (const place of ['component', 'screen']) {
      await hands.driver.get(`${application.address}/project/${id}/${place}/nope`)
      expect(await textOf(hands, '.not-here')).toContain(`This project has no such ${place}.`)
    }
    await hands.click(await hands.byText('Back to Skerry Line', 'a'))
    await hands.find('.content-card')
  })
})

describe('what has become of edits', () => {
  test.each([['component/boardingButton', '[aria-label="Trigger table"]'], ['screen/home', '.trace-canvas'], ['findings', '.findings-list'], ['preview/home', '.preview']])('is told on %s when the project is removed', async (place, shown) => {
    const hands = application.hands()
    const id = await demo()
    await hands.driver.get(`${application.address}/project/${id}/${place}`)
    await hands.find(shown)
    await fetch(`${application.address}/api/projects/${id}`, { method: 'DELETE' })
    await says(hands, '.notices', /This project is in the bin/)
    await hands.clickButton('Put it back')
    await hands.until('the notice is gone', async () => (await hands.driver.findElements(By.css('.notice'))).length === 0)
  })

  test('is told when the server is away, and when it is back', async () => {
    const own = await startServer()
    const hands = new BenchHands(application.browser.driver, own.address)
    await hands.driver.get(`${own.address}/project/${await demo(own.address)}/findings`)
    await hands.find('.findings-list')
    await own.kill()
    await says(hands, '.notices', /The server cannot be reached\./)
    // Every place can still be gone to.
    for (const place of ['Contents', 'Flow']) await hands.click(await hands.byText(place, 'a'))
    await hands.find('.flow-field')
    const back = await startServer({ data: own.data, port: Number(new URL(own.address).port) })
    await hands.clickButton('Try now')
    await hands.until('the notice is gone', async () => (await hands.driver.findElements(By.css('.notice'))).length === 0, 30_000)
    await back.close()
  })

  test('an edit that cannot be kept is set aside, and the others are kept', async () => {
    const hands = application.hands()
    await hands.newProject()
    // The page finds whatever does not fit by itself; this is about what only the server can refuse.
    await hands.driver.executeScript(`const { fetch } = window
      window.fetch = (address, options) => (String(options?.body).includes('rename the component')
        ? Promise.resolve(new Response('{"type":"urn:rheoscope:problem:invalid","title":"Refused","status":422,"detail":"The server has its reasons."}', { status: 422, headers: { 'content-type': 'application/problem+json' } }))
        : fetch(address, options))`)
    await hands.click('.crumb-project')
    await hands.enter('Project name', 'First')
    await hands.clickButton('New component')
    await hands.enter('Component name', 'Unwanted')
    await hands.click('.crumb-project')
    await hands.enter('Project name', 'Second')
    await says(hands, '.notices', /rename the component could not be stored and has been taken back; everything else is\./)
    await hands.clickButton('Give it up')
    await hands.until('nothing is said any more', async () => (await hands.driver.findElements(By.css('.notice'))).length === 0)
    await hands.driver.navigate().refresh()
    await hands.until('the name is kept', async () => (await (await hands.field('Project name')).getAttribute('value')) === 'Second')
  })
})

test('a file that is dropped where nothing takes it says what can be dropped where, and the page stays', async () => {
  const hands = application.hands()
  const id = await demo()
  for (const place of ['', 'flow', 'findings', 'screen/home', 'component/boardingButton', 'component/boardingButton?at=easel']) {
    await hands.driver.get(`${application.address}/project/${id}/${place}`)
    await hands.find('main')
    const isTaken = await hands.driver.executeScript<boolean>(`
      const dataTransfer = new DataTransfer()
      dataTransfer.items.add(new File(['x'], 'notes.txt', { type: 'text/plain' }))
      return !(document.querySelector('.easel') ?? document.querySelector('main')).dispatchEvent(new DragEvent('drop', { dataTransfer, bubbles: true, cancelable: true }))`)
    expect(isTaken).toBe(true)
    await says(hands, '.notices', /“notes\.txt” cannot be dropped here\./)
  }
})

test('an edit that does not fit says why at once, and changes nothing', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.enter('Component name', 'x'.repeat(400))
  await says(hands, '.notices', /This does not fit: name length must be less than or equal to 200 characters long\./)
  await hands.enter('Component name', 'Short')
  await hands.until('nothing is said any more', async () => (await hands.driver.findElements(By.css('.notice'))).length === 0)
})

test('a double click on New project makes one', async () => {
  const hands = application.hands()
  await hands.driver.get(application.address)
  await hands.find('.card')
  await hands.driver.executeScript(`window.made = 0
    const { fetch } = window
    window.fetch = (address, options) => (options?.method === 'POST' && String(address).endsWith('/api/projects') && window.made++, fetch(address, options))`)
  await hands.doubleClick(await hands.byText('New project', 'button'))
  await hands.find('[aria-label="Trigger table"]')
  expect(await hands.driver.executeScript('return window.made')).toBe(1)
})

describe('cells of the table', () => {
  const answer = async (hands: BenchHands, trigger: string, state: string) => (await hands.cell(trigger, state)).getAttribute('data-answer')

  test('take names as they are typed, each its own, and say what they cannot take', async () => {
    const hands = application.hands()
    await hands.newProject()
    for (const [added, name] of [['over', 'open'], ['over', 'opened'], ['over', '0']] as const) {
      await hands.addState()
      await hands.renameState(added, name)
    }
    await hands.click(await hands.cell('tap', 'rest'))
    await hands.press('open')
    expect(await textOf(hands, '.cell-typed')).toMatch(/^open\s+→ open$/)
    await hands.press(Key.ARROW_RIGHT)
    await hands.until('open is taken', async () => (await answer(hands, 'tap', 'rest')) === 'open')
    // At once, before the last name has gone out of mind.
    await hands.press('opened', Key.ARROW_RIGHT, '1')
    await hands.until('all three are taken', async () => (await answer(hands, 'tap', 'open')) === 'opened' && (await answer(hands, 'tap', 'opened')) === 'rest')
    await hands.press(Key.ARROW_RIGHT, 'shut', Key.ENTER)
    expect(await textOf(hands, '.cell-problem')).toBe('No state is named “shut”.')
    expect(await answer(hands, 'tap', '0')).toBe('no answer')
    await hands.press(Key.ESCAPE, Key.ARROW_LEFT, '0')
    await hands.until('a name counts before a number', async () => (await answer(hands, 'tap', 'opened')) === '0')
  })

  test('of rows without rules are still there after a reload, and rows can be added after an axis was undone', async () => {
    const hands = application.hands()
    await hands.newProject()
    await hands.addTrigger('focus')
    await hands.cell('focus', 'rest')
    await hands.driver.navigate().refresh()
    await hands.cell('focus', 'rest')
    await hands.click('[aria-label="Axes"]')
    await hands.choose('Another axis')
    await hands.until('there are two axes', async () => (await hands.driver.findElements(By.css('.axis-grid'))).length === 2)
    await hands.chord(Key.CONTROL, 'z')
    await hands.until('there is one axis', async () => (await hands.driver.findElements(By.css('.axis-grid'))).length === 1)
    await hands.addTrigger('blur')
    await hands.cell('blur', 'rest')
  })
})

test('starting over while the past is looked at shows the new run', async () => {
  const hands = application.hands()
  await hands.openDemoScreen('home')
  const trace = await hands.find('.trace-canvas')
  await hands.until('the run has a past', async () => Number((await textOf(hands, '.clock-time')).replace(/\D/g, '')) > 1000)
  await hands.driver.actions().move({ origin: trace, x: -300, y: -40 }).press().release().perform()
  await hands.find('.trace-now')
  await hands.clickButton('Start over')
  await hands.until('now is looked at', async () => (await hands.driver.findElements(By.css('.trace-now'))).length === 0)
})
