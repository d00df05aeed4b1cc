import { expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { apply } from '@rheoscope/core/document'
import { checkReport } from '../src/check-report'

const cut = apply(skerryLine, { edit: 'set', path: ['components', 'boardingButton', 'rules', 'finish', 'trigger', 'ms'], to: 100 })

test('a clean project says so', () => {
  expect(checkReport(skerryLine, 'text', 'note')).toEqual({ text: 'Skerry Line: no findings in 37 components\n', isFound: false })
})

test('a fault is found, in text and as data', () => {
  const { text, isFound } = checkReport(cut, 'text', 'fault')
  expect(isFound).toBe(true)
  expect(text).toContain('fault Boarding button: `working` leaves after 100 ms, but its motion needs 160 ms: it is always cut off 60 ms early. [never-completes]')
  expect(JSON.parse(checkReport(cut, 'json', 'fault').text)).toMatchObject({ project: 'Skerry Line', findings: [{ kind: 'never-completes', component: 'Boarding button', witness: { lookAtMs: 200 } }, {}] })
})

test('what is below the level asked for is printed and does not count', () => {
  const noted = apply(skerryLine, { edit: 'remove', path: ['components', 'boardingButton', 'rules'], id: 'busy' })
  expect(checkReport(noted, 'text', 'risk')).toMatchObject({ isFound: false, text: expect.stringContaining('[unanswered]') })
  expect(checkReport(noted, 'text', 'note').isFound).toBe(true)
})
