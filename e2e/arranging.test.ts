import { expect, test } from '@jest/globals'
import { Key, Origin } from 'selenium-webdriver'
import { useApplication } from './harness/application'
import type { BenchHands } from './harness/bench'

const application = useApplication()

const property = async (hands: BenchHands, label: string) => Number(await (await hands.field(label, '[aria-label="Properties"]')).getAttribute('value'))

const names = (hands: BenchHands) => hands.driver.executeScript<string[]>('return [...document.querySelectorAll("[role=tree] button")].map((each) => each.textContent)')

/** Opens the palette, types, and takes the first command found. */
async function command(hands: BenchHands, words: string): Promise<void> {
  await hands.chord(Key.CONTROL, 'k')
  await (await hands.find('[aria-label="Command"]')).sendKeys(words, Key.ENTER)
  await hands.until('the palette has closed', async () => (await hands.driver.findElements({ css: '.palette' })).length === 0)
}

test('parts are duplicated, aligned, grouped and put in order', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.click('[aria-label="Open rest on the easel"]')
  await hands.editInto('all looks')
  await hands.selectPart('box')
  await hands.press('d')
  await hands.until('there is a second box', async () => (await names(hands)).includes('box 2'))
  expect(await property(hands, 'x')).toBe(48)
  await hands.chord(Key.SHIFT, Key.ALT, Key.ARROW_LEFT)
  await hands.until('it is at the left of the frame', async () => (await property(hands, 'x')) === 0)
  await command(hands, 'align centre')
  await hands.until('it is in the middle', async () => (await property(hands, 'x')) === 40)

  await hands.chord(Key.CONTROL, 'a')
  await hands.chord(Key.CONTROL, 'g')
  await hands.until('they are in a group', async () => (await names(hands)).join() === 'frame,group,box,box 2')
  await hands.selectPart('box')
  await hands.press(Key.PAGE_UP)
  await hands.until('the first is on top', async () => (await names(hands)).join() === 'frame,group,box 2,box')
  await hands.selectPart('group')
  await command(hands, 'ungroup')
  await hands.until('the group is gone', async () => !(await names(hands)).includes('group'))
  for (let step = 0; step < 6; step++) await hands.chord(Key.CONTROL, 'z')
  await hands.until('all is as it was', async () => (await names(hands)).join() === 'frame,box')
})

test('a dragged part snaps into line and says with what', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.click('[aria-label="Open rest on the easel"]')
  await hands.editInto('all looks')
  await hands.addPart('ellipse')
  await hands.setProperty('x', '150')
  const ellipse = await hands.find('.easel-picture ellipse')
  const zoom = Number((await (await hands.find('.easel-foot .mono')).getText()).replace(/\D/g, '')) / 100
  // To 98 px, two px from where its middle meets that of the frame and the box.
  await hands.driver.actions().move({ origin: ellipse }).press().move({ origin: ellipse, x: Math.round(-27 * zoom), y: 0 }).perform()
  await hands.driver.actions().move({ origin: Origin.POINTER, x: Math.round(-25 * zoom), y: 0 }).perform()
  expect((await hands.driver.findElements({ css: '.guides line' })).length).toBeGreaterThan(0)
  await hands.driver.actions().release().perform()
  await hands.until('it stands in line', async () => (await property(hands, 'x')) === 96)
})

test('the wheel magnifies about the pointer and moves the surface, and all can be shown again', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.click('[aria-label="Open rest on the easel"]')
  const zoom = async () => Number((await (await hands.find('.easel-foot .mono')).getText()).replace(/\D/g, ''))
  const before = await zoom()
  await hands.driver.executeScript(`
    const picture = document.querySelector('.easel-picture')
    const { left, top } = picture.getBoundingClientRect()
    picture.dispatchEvent(new WheelEvent('wheel', { deltaY: -400, ctrlKey: true, clientX: left + 100, clientY: top + 100, bubbles: true, cancelable: true }))`)
  await hands.until('it is larger', async () => (await zoom()) > before * 1.5)
  await hands.clickButton('Fit')
  await hands.until('all is shown', async () => (await zoom()) === before)
})

test('a locked part stays out of the way', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.click('[aria-label="Open rest on the easel"]')
  await hands.selectPart('box')
  await hands.press('l')
  const x = await property(hands, 'x')
  await hands.dragBy(await hands.find('.easel-picture rect[rx]'), 60, 0)
  await hands.selectPart('box')
  expect(await property(hands, 'x')).toBe(x)
})

test('parts are copied into another component of another project', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  await hands.selectPart('tick')
  const clip = await hands.driver.executeScript<string>(`
    const data = new DataTransfer()
    document.dispatchEvent(new ClipboardEvent('copy', { clipboardData: data, bubbles: true, cancelable: true }))
    return data.getData('text/plain')`)
  expect(JSON.parse(clip)).toMatchObject({ format: 'rheoscope-parts', parts: [{ name: 'tick' }] })
  await hands.newProject()
  await hands.driver.executeScript(`
    const data = new DataTransfer()
    data.setData('text/plain', arguments[0])
    document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))`, clip)
  await hands.until('the tick is here', async () => (await names(hands)).join() === 'frame,box,tick')
})

test('an edit goes into several selected looks at once, and what one changes is copied to another', async () => {
  const hands = application.hands()
  await hands.newProject()
  await hands.addState()
  await hands.addState()
  await hands.driver.actions().keyDown(Key.SHIFT).click(await hands.column('over')).keyUp(Key.SHIFT).perform()
  await hands.setProperty('fill', '#2e7d5b')
  const fills = () => hands.driver.executeScript<string[]>('return [...document.querySelectorAll(".column-picture rect")].map((each) => each.getAttribute("fill"))')
  await hands.until('both selected looks have it', async () => (await fills()).join() === '#24506f,#2e7d5b,#2e7d5b')

  await hands.click(await hands.column('rest'))
  await hands.driver.executeScript(`
    const data = new DataTransfer()
    data.setData('text/plain', JSON.stringify({ format: 'rheoscope-look', parts: { box: { fill: '#b5466b' } } }))
    document.activeElement.blur()
    document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))`)
  await hands.until('the pasted look is there', async () => (await fills())[0] === '#b5466b')
  await hands.click('[aria-label="More for rest"]')
  await hands.choose('Reset this look')
  await hands.until('it is as the base look again', async () => (await fills())[0] === '#24506f')
})
