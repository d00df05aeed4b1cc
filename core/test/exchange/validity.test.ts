import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { describe, expect, it } from '@jest/globals'
import { Ajv } from 'ajv'
import { strFromU8, unzipSync } from 'fflate'
import { HtmlValidate } from 'html-validate'
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
})
