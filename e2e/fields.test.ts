import { expect, test } from '@jest/globals'
import { Key } from 'selenium-webdriver'
import { newProject, newState, type Project } from '@rheoscope/core/document'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

/** A component with a field that writes a variable of its own, and what it holds shown beside it. */
async function withField(hands: BenchHands): Promise<void> {
  await hands.newProject()
  await hands.sayLine('as field search 200x21 at 0,0 #1d2b33 placeholder "Find a port" accessible name Search; frame 240x80')
  await hands.enter('writes', 'a new variable', '[aria-label="Properties"]')
  await hands.addParts("text held '= upper(search)' at 0,40 #8a3c2c")
  await hands.until('it is drawn', async () => (await hands.words()).includes('Find a port'))
}

test('what is written into a field is drawn, kept under its variable, and read out', async () => {
  const hands = application.hands()
  await withField(hands)
  const field = await hands.enterField()
  await field.sendKeys('lund')
  await hands.until('it is drawn, and what follows from it', async () => (await hands.words()).join() === 'lund,LUND')
  expect(await hands.driver.executeScript('return [arguments[0].getAttribute("aria-label"), arguments[0].value]', field)).toEqual(['Search', 'lund'])
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.BACK_SPACE)
  await hands.until('the placeholder is back', async () => (await hands.words()).includes('Find a port'))
  // Letters are the field’s own, not shortcuts of the bench.
  await field.sendKeys('?,/')
  await hands.until('they are written', async () => (await hands.words()).includes('?,/'))
  expect(await hands.driver.findElements({ css: '[role=dialog]' })).toEqual([])
})

/** Writes and takes away at once, again and again: gives what a field held after it was emptied. */
const WRITE_AND_EMPTY = `
  const [field, done] = arguments
  const frame = () => new Promise(requestAnimationFrame)
  const write = (text) => { Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, text); field.dispatchEvent(new InputEvent('input', { bubbles: true })) }
  const go = async () => {
    const held = new Set()
    for (let time = 0; time < 40; time++) {
      write('lund')
      for (let waits = time % 9; waits >= 0; waits--) await frame()
      write('')
      for (let looks = 0; looks < 9; looks++) { await frame(); held.add(field.value) }
    }
    return [...held]
  }
  go().then(done)`

test('what has been taken out of a field does not come back', async () => {
  const hands = application.hands()
  await withField(hands)
  const field = await hands.enterField()
  expect(await hands.driver.executeAsyncScript(WRITE_AND_EMPTY, field)).toEqual([''])
})

test('a composition is written once it is done', async () => {
  const hands = application.hands()
  await withField(hands)
  await hands.enterField()
  await hands.askDevTools('Input.imeSetComposition', { text: 'みなと', selectionStart: 3, selectionEnd: 3 })
  await hands.driver.sleep(300)
  expect((await hands.words()).filter((words) => words === 'みなと' || words === '港')).toEqual([])
  await hands.askDevTools('Input.insertText', { text: '港' })
  await hands.until('it is written', async () => (await hands.words()).join() === '港,港')
})

test('the field lies over its drawing whatever the size of the specimen, and Tab leaves it', async () => {
  const hands = application.hands()
  await withField(hands)
  const field = await hands.enterField()
  const [native, drawn] = await hands.driver.executeScript<readonly (readonly number[])[]>(`
    const boxOf = (element) => { const { left, width } = element.getBoundingClientRect(); return [left, width] }
    const key = arguments[0].dataset.says
    return [boxOf(arguments[0]), boxOf(document.querySelector('.specimen-picture [data-part="' + CSS.escape(key) + '"]'))]`, field)
  expect(Math.abs(native![0]! - drawn![0]!)).toBeLessThan(1)
  await field.sendKeys(Key.TAB)
  await hands.until('it has lost the focus', async () => hands.driver.executeScript('return document.activeElement !== arguments[0]', field))
})

/** Berths of a table of two, each with a field for how many sleep there, and how many that are together. */
function berths(): Project {
  const axes = [{ id: 'axis', name: 'axis', start: 'rest', boundTo: null, states: [newState('rest', 'rest', 0)] }]
  const plain = { axes, rules: [], combinations: [], parameters: [], variables: [], pairs: [], motion: null, absent: {} }
  const column = { layout: 'column' } as const
  return {
    ...newProject('berths', 'Berths'),
    tables: [{ id: 'berths', name: 'berths', columns: [{ id: 'deck', name: 'deck', type: 'text' }, { id: 'guests', name: 'guests', type: 'number' }], records: [{ id: 'upper', cells: { deck: 'Upper', guests: 1 } }, { id: 'lower', cells: { deck: 'Lower', guests: 2 } }] }],
    components: [
      { ...plain, id: 'berth', name: 'Berth', parts: [
        { id: 'frame', kind: 'container', name: 'frame', parent: null, base: { width: 200, height: 24 } },
        { id: 'deck', kind: 'text', name: 'deck', parent: 'frame', base: { width: 90, height: 20, text: { expr: 'item.deck' } } },
        { id: 'guests', kind: 'field', name: 'guests', parent: 'frame', writes: 'item.guests', base: { x: 100, width: 90, height: 20, fieldKind: 'number', accessibleName: { expr: '"Guests, " + item.deck' } } },
      ] },
      { ...plain, id: 'cabin', name: 'Cabin', parts: [
        { id: 'ground', kind: 'container', name: 'ground', parent: null, base: { width: 200, height: 120 } },
        { id: 'list', kind: 'list', name: 'list', parent: 'ground', component: 'berth', table: 'berths', filter: null, base: { width: 200, height: 60, ...column } },
        { id: 'sum', kind: 'text', name: 'sum', parent: 'ground', base: { y: 80, width: 200, height: 20, text: { expr: 'sum(berths, record.guests) + " guests"' } } },
      ] },
    ],
  }
}

test('a field in an item writes the record of that item and no other', async () => {
  const hands = application.hands()
  const made = await fetch(`${application.address}/api/projects/file`, { method: 'POST', headers: { 'content-type': 'application/vnd.rheoscope+json' }, body: JSON.stringify(berths()) })
  const { project } = (await made.json()) as { readonly project: { readonly id: string } }
  await hands.driver.get(`${application.address}/project/${project.id}/component/cabin`)
  await hands.until('both are drawn', async () => (await hands.words()).join() === 'Upper,1,Lower,2,3 guests')
  const lower = await hands.enterField(1)
  expect(await lower.getAttribute('aria-label')).toBe('Guests, Lower')
  await lower.sendKeys(Key.chord(Key.CONTROL, 'a'), '14')
  await hands.until('the lower one has more', async () => (await hands.words()).join() === 'Upper,1,Lower,14,15 guests')
  const upper = await hands.enterField(0)
  await upper.sendKeys(Key.END, '0')
  await hands.until('and the upper one', async () => (await hands.words()).join() === 'Upper,10,Lower,14,24 guests')
})
