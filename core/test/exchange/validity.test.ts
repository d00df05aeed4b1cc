import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { describe, expect, it } from '@jest/globals'
import { Ajv } from 'ajv'
import { strFromU8, unzipSync } from 'fflate'
import { HtmlValidate } from 'html-validate'
import { validateXML } from 'xmllint-wasm'
import { skerryLine } from '@rheoscope/core/demo'
import { certain } from '@rheoscope/core/document'
import { allForms, FORMS, type HandedOver, type Making, type RunningKit, type Subject } from '@rheoscope/core/exchange'
import { drawing } from './drawing'

const KIT: RunningKit = { script: '', element: '', probe: '', style: '', fonts: [], sha256: () => Promise.resolve('hash='), drawing }

const MAKING: Making = { kit: () => Promise.resolve(KIT), settings: {}, progress: () => undefined, film: null }

const make = async (form: string, subject: Subject): Promise<HandedOver> => certain(FORMS.find(({ name }) => name === form)).make(skerryLine, subject, MAKING)

/** What the standard has, and nothing about how it is written. */
const validator = new HtmlValidate({ extends: ['html-validate:standard'], rules: { 'no-inline-style': 'off', 'no-trailing-whitespace': 'off', 'long-title': 'off' } })

async function faultsIn(html: string): Promise<readonly string[]> {
  const { results } = await validator.validateString(html)
  return results.flatMap(({ messages }) => messages.map(({ line, ruleId, message }) => `${line} ${ruleId}: ${message}`))
}

describe('what is handed over', () => {
  it.each([
    ['css', { of: 'component', id: 'boardingButton' }], ['css', { of: 'component', id: 'portChooser' }], ['css', { of: 'component', id: 'tideTable' }], ['element', { of: 'component', id: 'boardingButton' }], ['page', { of: 'screen', id: 'home' }],
    ['specification', { of: 'component', id: 'boardingButton' }], ['specification', { of: 'screen', id: 'tides' }], ['walkthrough', { of: 'component', id: 'portChooser' }],
  ] as const)('as %s of %p is HTML as the standard has it', async (form, subject) => {
    const { files } = await make(form, subject)
    const pages = files.filter(({ mediaType }) => mediaType === 'text/html')
    expect(pages.length).toBeGreaterThan(0)
    for (const page of pages) expect(await faultsIn(String(page.content))).toEqual([])
  })

  it('as a ZIP file has a page of contents as the standard has it', async () => {
    const { files: [zip] } = await allForms({ ...skerryLine, components: skerryLine.components.filter(({ id }) => id === 'gangwaySwitch'), screens: [], takes: [], promises: [], accepted: [], startScreen: null }, { ...MAKING, film: () => Promise.resolve(new Uint8Array()) })
    const contents = certain(zip).content
    expect(await faultsIn(strFromU8(certain(unzipSync(contents as Uint8Array)['index.html'])))).toEqual([])
  })

  it('is looked at by something that finds what is wrong', async () => {
    expect(await faultsIn('<!doctype html><html lang="en"><head><title>x</title></head><body><p><div></div></p><img src="x"></body></html>')).not.toEqual([])
  })

  it('as an element has a manifest as its schema has it', async () => {
    const schema = JSON.parse(readFileSync(createRequire(import.meta.url).resolve('custom-elements-manifest/schema.json'), 'utf8')) as object
    const valid = new Ajv({ strict: false, logger: false }).compile(schema)
    for (const { id } of skerryLine.components) {
      const { files } = await make('element', { of: 'component', id })
      expect([id, valid(JSON.parse(String(certain(files.find(({ name }) => name === 'custom-elements.json')).content))), valid.errors]).toEqual([id, true, null])
    }
  })

  it('as a state chart is SCXML as its grammar has it', async () => {
    const charts = await Promise.all(skerryLine.components.map(async ({ id }) => ({ fileName: `${id}.scxml`, contents: String(certain((await make('scxml', { of: 'component', id })).files[0]).content) })))
    expect(await chartFaultsIn(charts)).toEqual([])
  }, 30_000)

  it.each([
    ['<state id="a"><transition/><state initial="b c" id="b"/></state>', false], ['<state><onentry><if cond="x"><log/><elseif cond="y"/><else/></if></onentry></state>', false],
    ['<state id="1st"/>', true], ['<state><initial><transition/></initial></state>', true], ['<transition/>', true], ['<state><onentry><send delay="soon"/></onentry></state>', true], ['<state><onentry><cancel/></onentry></state>', true], ['<state at="5"/>', true],
  ])('of a chart with %p says whether that is wrong', async (inside, isWrong) => {
    expect((await chartFaultsIn([{ fileName: 'chart.scxml', contents: `<scxml xmlns="http://www.w3.org/2005/07/scxml" version="1.0">${inside}</scxml>` }])).length > 0).toBe(isWrong)
  })
})

async function chartFaultsIn(xml: readonly { readonly fileName: string; readonly contents: string }[]): Promise<readonly string[]> {
  const { errors } = await validateXML({ xml, schema: readFileSync(new URL('scxml.rng', import.meta.url), 'utf8'), extension: 'relaxng' })
  return errors.map(({ rawMessage }) => rawMessage)
}
