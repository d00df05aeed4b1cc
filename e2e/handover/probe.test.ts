import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { mkdtemp, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { By } from 'selenium-webdriver'
import { skerryLine } from '@rheoscope/core/demo'
import { certain } from '@rheoscope/core/document'
import { conformance, readBuildLog, type Conformance } from '@rheoscope/core/exchange'
import { kit } from '../../cli/src/handed-over'
import { css } from '../../core/src/exchange/forms/css'
import { probe } from '../../core/src/exchange/forms/probe'
import { leadingRules } from '../../core/src/exchange/css/motions'
import { CssNames } from '../../core/src/exchange/css/names'
import { useApplication } from '../harness/application'
import type { Hands } from '../harness/hands'

const application = useApplication()

const names = new CssNames(skerryLine)

const MAKING = { kit, settings: {}, progress: () => undefined, film: null }

/** A way from state to state, by what attributes say. */
interface Way {
  readonly attribute: string
  readonly from: string
  readonly to: string
}

function waysOf(id: string): readonly Way[] {
  const component = certain(skerryLine.components.find((each) => each.id === id))
  // What turns does so when what holds it says so.
  if (component.rules.length === 0) return [{ attribute: 'data-turn', from: 'still', to: 'turning' }]
  return leadingRules(skerryLine, component).map(({ axis, from, to }) => ({ attribute: names.attribute(axis), from: names.state(from), to: names.state(to) }))
}

/** Goes every way with a component of its own, watched by the probe. */
const GO = `
  const [root, ways, done] = arguments
  const go = async () => {
    const first = document.querySelector(root).cloneNode(true)
    window.rheoscopeProbe.begin()
    for (const { attribute, from, to } of ways) {
      const holder = first.cloneNode(true)
      document.querySelector(root).replaceWith(holder)
      holder.setAttribute(attribute, from)
      window.rheoscopeProbe.follow()
      holder.setAttribute(attribute + '-from', from)
      holder.setAttribute(attribute, to)
      await window.rheoscopeProbe.seenSoFar()
    }
    return JSON.stringify(await window.rheoscopeProbe.seenSoFar())
  }
  go().then(done, (error) => done(String(error)))`

/** What differs in a page that was built from the exported style sheet, changed on the way. */
async function built(hands: Hands, id: string, change: { readonly style?: (text: string) => string; readonly ways?: (ways: readonly Way[]) => readonly Way[] } = {}): Promise<Conformance> {
  const { driver } = hands
  const component = certain(skerryLine.components.find((each) => each.id === id))
  const page = String(certain((await css.make(skerryLine, { of: 'component', id }, MAKING)).files[0]).content)
  const script = String(certain((await probe.make(skerryLine, { of: 'component', id }, MAKING)).files[0]).content)
  const style = change.style?.(page) ?? page
  if (change.style && style === page) throw new Error('The style sheet has not changed.')
  await driver.get(`data:text/html;base64,${Buffer.from(style).toString('base64')}`)
  await driver.executeScript(script)
  const ways = waysOf(id)
  return conformance(skerryLine, readBuildLog(await driver.executeAsyncScript<string>(GO, `.${names.component(component)}`, change.ways?.(ways) ?? ways)))
}

const media = (value: string | null) => application.hands().askDevTools('Emulation.setEmulatedMedia', { features: value === null ? [] : [{ name: 'prefers-reduced-motion', value }] })

beforeAll(() => media('no-preference'))
afterAll(() => media(null))

test.each(['boardingButton', 'ticketButton', 'portChooser', 'routePanel', 'gangwaySwitch', 'spinnerRing'])('what is built with the exported style sheet is as it was designed: %s', async (id) => {
  const { deviations, unseen, compared } = await built(application.hands(), id)
  expect(deviations).toEqual([])
  expect(unseen).toEqual([])
  expect(compared.looks).toBeGreaterThan(10)
  expect(compared.motions).toBeGreaterThan(0)
})

/** A change to the text of a style sheet that has to be there, everywhere or once. */
const put = (from: string | RegExp, to: string) => (text: string): string => text.replace(from, to)

/** What was changed in what was built, and all that may be said of it. */
const SEEDS: readonly { readonly what: string; readonly of: string; readonly style?: (text: string) => string; readonly ways?: (ways: readonly Way[]) => readonly Way[]; readonly isReduced?: boolean; readonly kinds: readonly string[]; readonly names: RegExp }[] = [
  { what: 'a duration', of: 'ticketButton', style: put('--scale-x 120ms', '--scale-x 180ms'), kinds: ['duration'], names: /^--scale-x of “plate”/ },
  { what: 'a delay', of: 'ticketButton', style: put('--scale-x 120ms ease-out 0ms', '--scale-x 120ms ease-out 40ms'), kinds: ['delay'], names: /waits 40 ms/ },
  { what: 'an easing', of: 'ticketButton', style: put('--scale-x 120ms ease-out', '--scale-x 120ms ease-in'), kinds: ['easing'], names: /eased by ease-in; it is designed as ease-out/ },
  { what: 'a transition that is missing', of: 'ticketButton', style: put('--scale-x 120ms ease-out 0ms, ', ''), kinds: ['does not move'], names: /^--scale-x of “plate”/ },
  { what: 'movement in spite of reduced motion', of: 'ticketButton', style: put('@media (prefers-reduced-motion: reduce)', '@media print'), isReduced: true, kinds: ['moves'], names: /^--scale-[xy] of “plate”/ },
  { what: 'a colour', of: 'ticketButton', style: put(/(data-press="down"\]\) \{[^}]*background-color: )[^;]*/, '$1#402060'), kinds: ['look'], names: /background-color of “plate” is rgb.*In .*“down”/ },
  { what: 'a size', of: 'gangwaySwitch', style: put(/(\.gangway-switch__knob \{[^}]*\n {2}width: )[\d.]+px/, '$130px'), kinds: ['look'], names: /width of “knob”/ },
  { what: 'a place', of: 'boardingButton', style: put(/(\.boarding-button__tick \{\n {2}left: )[\d.]+px/, '$1300px'), kinds: ['look'], names: /left of “tick”/ },
  { what: 'an opacity', of: 'boardingButton', style: put(/(:where\(\.boarding-button\[data-boarding="done"\]\) \.boarding-button__tick \{[^}]*opacity: )1/, '$10.5'), kinds: ['look'], names: /opacity of “tick”/ },
  { what: 'a radius', of: 'boardingButton', style: put(/border-top-left-radius: [\d.]+px/, 'border-top-left-radius: 1px'), kinds: ['look'], names: /border-top-left-radius/ },
  { what: 'the size of a text', of: 'boardingButton', style: put(/font-size: [\d.]+px/, 'font-size: 21px'), kinds: ['look'], names: /font-size of “label”/ },
  { what: 'a round that takes longer', of: 'spinnerRing', style: put('1500ms linear infinite', '900ms linear infinite'), kinds: ['duration'], names: /takes 900 ms; it is designed to take 1500 ms/ },
  { what: 'a round that goes less far', of: 'spinnerRing', style: put('rotate: 360deg', 'rotate: 180deg'), kinds: ['easing'], names: /180deg at 100 % of its round/ },
  { what: 'rounds that end', of: 'spinnerRing', style: put('1500ms linear infinite', '1500ms linear 1'), kinds: ['easing'], names: /goes 1 times; it is designed to go on for ever/ },
  { what: 'rounds that are missing', of: 'spinnerRing', style: put(/animation: spinner[^;]*;/, ''), kinds: ['does not move'], names: /does not go on/ },
  { what: 'a state under another name', of: 'boardingButton', ways: (ways) => ways.map((way) => ({ ...way, from: way.from.replace('working', 'busy'), to: way.to.replace('working', 'busy') })), kinds: ['no such state', 'state never comes'], names: /none of its states|“working” of boarding never comes/ },
  { what: 'a target that was swapped', of: 'boardingButton', ways: (ways) => ways.map((way) => (way.from === 'over' && way.to === 'working' ? { ...way, to: 'done' } : way)), kinds: ['no such way'], names: /from “over” to “done”; no rule leads so/ },
]

test.each(SEEDS.map((seed) => [seed.what, seed] as const))('%s built otherwise is told, and nothing else', async (_what, { of, style, ways, isReduced = false, kinds, names: named }) => {
  if (isReduced) await media('reduce')
  const { deviations } = await built(application.hands(), of, { ...(style ? { style } : {}), ...(ways ? { ways } : {}) })
  if (isReduced) await media('no-preference')
  expect([...new Set(deviations.map(({ kind }) => kind))].toSorted()).toEqual(kinds)
  expect(deviations.filter(({ sentence }) => !named.test(sentence))).toEqual([])
})

test('a log that is opened or dropped on the findings says what was built otherwise, or why it cannot be read', async () => {
  const hands = application.hands()
  const seen = { form: 'rheoscope-build-log', version: 1, component: 'Boarding button', isMotionReduced: false, rests: [{ states: { boarding: 'rest' }, parts: { label: { 'font-size': '21px' } } }], changes: [] }
  const files = await mkdtemp(path.join(tmpdir(), 'build-log-'))
  await writeFile(path.join(files, 'boarding.json'), JSON.stringify(seen))
  await writeFile(path.join(files, 'torn.json'), '{"form":')
  await hands.openDemoScreen('home')
  const [project] = (await hands.driver.getCurrentUrl()).split('/screen/')
  await hands.driver.get(`${project}/findings/built`)
  await hands.find('.built-sheet a')
  const input = await hands.driver.findElement(By.css('[aria-label="Build log"]'))
  await input.sendKeys(path.join(files, 'boarding.json'))
  await hands.until('what differs is told', async () => (await (await hands.find('[aria-label="boarding.json"]')).getText()).includes('font-size of “label” is 21px; it is designed as'))
  await input.sendKeys(path.join(files, 'torn.json'))
  await hands.until('what cannot be read says so', async () => (await (await hands.find('[aria-label="torn.json"] [role=alert]')).getText()) === 'The log is no JSON.')
  await hands.click('[aria-label="Close torn.json"]')
  await hands.until('it is gone', async () => (await hands.driver.findElements(By.css('.built-log'))).length === 1)
  await rm(files, { recursive: true })
})
