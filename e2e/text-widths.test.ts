import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { textWidth } from '@rheoscope/core/layout'
import { FONT_FAMILIES } from '@rheoscope/core/scene'
import { useApplication } from './harness/application'

const application = useApplication()

const word = fc.oneof(
  fc.constantFrom('Board', 'Aboard', 'Inner Sound', 'AVATAR', 'Type To', 'first flight', 'Lee side is dry', '1,800 ms', 'Ålesund', 'façade', '“Wait”', 'Quay – berth 3',
    '“Avoid” “To” (W) A.V. ‘Yes’', 'Żegluga wyspą: Łódź', 'Příští zastávka: Žďár', 'Ναύπλιο και Ύδρα', 'Причал Южный', 'Re\u0301sume\u0301', 'q\u0301', 'co\u200bop', 'zero\u200d\u200cwidth', 'Tiếng Việt'),
  fc.string({ minLength: 1, maxLength: 16, unit: fc.constantFrom(...'“”‘’.,:;!?-–—()„»«ąćęłńóśźżĄŁŚŻčďěřšťůžČŘŠŽ TVWYA') }),
  fc.string({ minLength: 1, maxLength: 24, unit: fc.constantFrom(...'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789 .,:;!?-()éüöåñ') }),
)
const style = fc.record({ family: fc.constantFrom('sans', 'mono'), weight: fc.constantFrom('400', '600', '700'), sizePx: fc.constantFrom(12, 15, 16, 24), letterSpacingPx: fc.constantFrom(0, 0, 1.5), lineHeight: fc.constant(1.3) })

test('the widths of 400 strings are those of the browser within half a pixel', async () => {
  const hands = application.hands()
  await hands.openDemo('boardingButton')
  const samples = fc.sample(fc.record({ text: word.map((text) => text.trim() || 'x'), style }), { numRuns: 400, seed: 11 })
  const measured = await hands.driver.executeAsyncScript<number[]>(`
    const [samples, families, done] = arguments
    Promise.all(samples.map(({ text, style }) => document.fonts.load(style.weight + ' 16px ' + families[style.family], text))).then(() => {
      const svg = document.body.appendChild(document.createElementNS('http://www.w3.org/2000/svg', 'svg'))
      done(samples.map(({ text, style }) => {
        const element = svg.appendChild(document.createElementNS('http://www.w3.org/2000/svg', 'text'))
        const attributes = { 'font-family': families[style.family], 'font-size': style.sizePx, 'font-weight': style.weight, 'letter-spacing': style.letterSpacingPx, 'xml:space': 'preserve' }
        for (const [name, value] of Object.entries(attributes)) element.setAttribute(name, value)
        element.textContent = text
        return element.getComputedTextLength()
      }))
      svg.remove()
    })`, samples, FONT_FAMILIES)
  const differences = samples.map(({ text, style: of }, index) => ({ text, of, by: Math.abs(textWidth(text, of) - measured[index]!) }))
  const worst = differences.reduce((a, b) => (b.by > a.by ? b : a))
  process.stdout.write(`text widths: largest difference ${worst.by.toFixed(3)} px (“${worst.text}”, ${worst.of.family} ${worst.of.weight}, ${worst.of.sizePx} px)\n`)
  expect(worst.by).toBeLessThanOrEqual(0.5)
})
