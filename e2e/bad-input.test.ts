import { expect, test } from '@jest/globals'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { skerryLine } from '@rheoscope/core/demo'
import { serialise } from '@rheoscope/core/document'
import { writtenProject } from '@rheoscope/core/written'
import { useApplication } from './harness/application'
import { BenchHands } from './harness/bench'
import { startServer } from './harness/server'

const application = useApplication()
const folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-files-'))
const good = serialise(skerryLine)
/** The same under a name that no other test gives: they share the shelf. */
const refused = serialise({ ...skerryLine, name: 'Refused' })

const file = (name: string, text: string): string => {
  const place = path.join(folder, name)
  writeFileSync(place, text)
  return place
}

const problemShown = async (hands: BenchHands) => (await hands.find('.shelf-problem')).getText()

test.each([
  ['broken', refused.slice(0, 2000), /not complete JSON/],
  ['foreign', '{"version": 2, "slides": []}', /not a Rheoscope project/],
  ['too new', refused.replace(/"version": \d+/, '"version": 42'), /newer Rheoscope \(version 42/],
  ['damaged', refused.replace('"kind": "text"', '"kind": "sound"'), /does not fit at components\/0\/parts/],
  ['incoherent', refused.replace('"start": "rest"', '"start": "elsewhere"'), /starts in a state it does not have/],
  ['huge', ' '.repeat(65 * 1024 * 1024), /up to 64 MB can be opened/],
])('a %s project file gets a sentence and nothing is lost', async (name, text, sentence) => {
  const hands = application.hands()
  await hands.driver.get(application.address)
  await hands.find('.card')
  await (await hands.find('input[type=file]')).sendKeys(file(`${name}.rheo.json`, text))
  expect(await problemShown(hands)).toMatch(sentence)
  const shelf = await hands.driver.executeScript<string>('return document.querySelector(".shelf").innerText')
  expect(shelf).toContain(skerryLine.name)
  expect(shelf).not.toContain('Refused')
})

test('a good file opens as a project of its own', async () => {
  const hands = application.hands()
  await hands.driver.get(application.address)
  await (await hands.find('input[type=file]')).sendKeys(file('good.rheo.json', good))
  await hands.find('.content-card')
  expect(await hands.driver.getCurrentUrl()).not.toContain('skerryLine')
})

test('a project in its written form opens, and is refused with every line that is wrong', async () => {
  const hands = application.hands()
  await hands.driver.get(application.address)
  await hands.find('.card')
  const written = writtenProject(skerryLine)
  await (await hands.find('input[type=file]')).sendKeys(file('wrong.rheo', written.replace('box mast 10x80', 'box mast 10by80').replace('enter: dark -> lit', 'enter: dark -> lid')))
  expect(await problemShown(hands)).toMatch(/Line \d+, column \d+: “10by80” says nothing of a box; a name of several words stands in quotes\.\nLine \d+, column \d+: There is no state called “lid”: dark, lit\./)
  await (await hands.find('input[type=file]')).sendKeys(file('good.rheo', written))
  await hands.find('.content-card')
  await hands.driver.get(`${await hands.driver.getCurrentUrl()}/component/mastLamp`)
  await hands.click(await hands.byText('Hand over', 'a'))
  await hands.click(await hands.byText('Written form', 'button'))
  const [, lamp = ''] = /^(component "Mast lamp"\n(?: .*\n)*)/m.exec(written) ?? []
  await hands.until('the component stands there as text', async () => (await (await hands.find('.handover-result pre')).getText()).trim() === lamp.trim())
})

test('an expression or easing that cannot be read says so beside itself, and the old one stays', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.click(await hands.cell('tap', 'rest'))
  await hands.enter('Easing', 'cubic-bezier(2, 0, 0, 1)', '[aria-label="Easing"]')
  expect(await (await hands.find('.easing .field-problem')).getText()).toContain('time cannot run backwards')
  await hands.enter('if', 'label +', '[aria-label="Rule"]')
  expect(await (await hands.find('[aria-label="Rule"] .field-problem')).getText()).toMatch(/character/i)
  await hands.selectPart('label')
  await hands.setProperty('text', '= nobody')
  expect(await (await hands.find('.properties .field-problem')).getText()).toContain('Nothing is called “nobody”. Known here: labelText, doneText, openCabin, openTitle, hovered')
  await hands.driver.navigate().refresh()
  await hands.untilFindings('nothing has changed', (kinds) => kinds.length === 0)
})

test('two windows on the same thing come to the same document, and the late one is told', async () => {
  const hands = application.hands()
  await hands.newProject()
  const address = await hands.driver.getCurrentUrl()
  const first = await hands.driver.getWindowHandle()
  await hands.driver.switchTo().newWindow('window')
  const second = await hands.driver.getWindowHandle()
  await hands.driver.get(address)
  await hands.addState()
  await hands.driver.switchTo().window(first)
  await hands.column('over')
  await hands.setProperty('fill', '#b5466b')
  await hands.driver.switchTo().window(second)
  await hands.until('the other window’s colour has come', async () => (await hands.driver.executeScript('return document.querySelector(".column-picture rect").getAttribute("fill")')) === '#b5466b')
  await hands.driver.close()
  await hands.driver.switchTo().window(first)
})

test('while the server is gone work goes on, and is stored when it is back', async () => {
  const away = await startServer()
  const hands = new BenchHands(application.browser.driver, away.address)
  await hands.openDemo('spinnerRing')
  const id = /project\/([\w-]+)/.exec(await hands.driver.getCurrentUrl())![1]
  await away.kill()
  await hands.enter('Component name', 'Ring of patience')
  await hands.until('it says that the server is gone', async () => (await (await hands.find('.notice')).getText()).includes('1 edit is kept in this browser'))
  const back = await startServer({ data: away.data, port: Number(new URL(away.address).port) })
  await hands.until('the edit has been sent', async () => {
    const { project } = (await (await fetch(`${back.address}/api/projects/${id}`)).json()) as { project: { components: { name: string }[] } }
    return project.components.some(({ name }) => name === 'Ring of patience')
  }, 30_000)
  await hands.until('the notice is gone', async () => (await hands.driver.executeScript('return document.querySelectorAll(".notice").length')) === 0)
  await back.close()
})

test('an address where nothing is leads back to the shelf', async () => {
  const hands = application.hands()
  await hands.driver.get(`${application.address}/project/nowhere`)
  expect(await (await hands.find('[role=alert]')).getText()).toContain('There is no such project')
  await hands.click('a[href="/"]')
  await hands.find('.card')
})
