import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { mixPremultiplied, parseColour, parseEasing, toOklab } from '@rheoscope/core/motion'
import { useApplication } from './harness/application'

const application = useApplication()

const INSTANTS = Array.from({ length: 21 }, (_, index) => index / 20)

const round = (value: number) => Number(value.toFixed(4))
const unit = fc.double({ min: 0, max: 1, noNaN: true }).map(round)
const wide = fc.double({ min: -1, max: 2, noNaN: true }).map(round)

const bezier = fc.tuple(unit, wide, unit, wide).map((points) => `cubic-bezier(${points.join(', ')})`)
const steps = fc.tuple(fc.integer({ min: 2, max: 12 }), fc.constantFrom('jump-start', 'jump-end', 'jump-none', 'jump-both')).map(([count, jump]) => `steps(${count}, ${jump})`)
const stop = fc.tuple(wide, fc.option(fc.integer({ min: 0, max: 100 }), { nil: null })).map(([value, at]) => (at === null ? `${value}` : `${value} ${at}%`))
const linear = fc.array(stop, { minLength: 2, maxLength: 8 }).map((stops) => `linear(${stops.join(', ')})`)
const keyword = fc.constantFrom('linear', 'ease', 'ease-in', 'ease-out', 'ease-in-out', 'step-start', 'step-end')
const easing = fc.oneof({ arbitrary: bezier, weight: 4 }, { arbitrary: linear, weight: 3 }, { arbitrary: steps, weight: 2 }, { arbitrary: keyword, weight: 1 })

const colour = fc.string({ minLength: 6, maxLength: 6, unit: fc.constantFrom(...'0123456789abcdef') }).map((hex) => `#${hex}`)

test('300 random easings at 21 instants are what the browser’s own animations make of them', async () => {
  const easings = fc.sample(easing, { numRuns: 300, seed: 20261124 })
  await application.browser.driver.get('about:blank')
  const measured = await application.browser.driver.executeScript<number[][]>(`
    return arguments[0].map((easing) => arguments[1].map((t) => {
      const animation = document.body.animate({ opacity: [0, 1] }, { duration: 1000, easing, fill: 'both' })
      animation.pause()
      animation.currentTime = t * 1000
      const { progress } = animation.effect.getComputedTiming()
      animation.cancel()
      return progress
    }))`, easings, INSTANTS)
  const differences = easings.flatMap((text, index) => INSTANTS.map((t, instant) => ({ text, t, by: Math.abs(parseEasing(text).ease(t) - measured[index]![instant]!) })))
  const worst = differences.reduce((a, b) => (b.by > a.by ? b : a))
  process.stdout.write(`easings: largest difference ${worst.by.toExponential(2)} (${worst.text} at ${worst.t})\n`)
  expect(worst.by).toBeLessThan(1e-4)
})

test('300 random pairs of colours mix in OKLab as the browser mixes them', async () => {
  const pairs = fc.sample(fc.tuple(colour, colour), { numRuns: 300, seed: 20261125 })
  const oklab = (hex: string) => `oklab(${toOklab(parseColour(hex)).slice(0, 3).join(' ')})`
  const { driver } = application.browser
  await driver.get('about:blank')
  const measured: number[][][] = []
  for (let done = 0; done < pairs.length; done += 50) {
    measured.push(...(await driver.executeScript<number[][][]>(`
      const [pairs, instants] = arguments
      const shown = (element) => getComputedStyle(element).color.match(/-?[\\d.]+(?:e-?\\d+)?/g).map(Number)
      const moving = pairs.map(([from, to]) => {
        const element = document.body.appendChild(document.createElement('i'))
        const animation = element.animate({ color: [from, to] }, { duration: 1000, easing: 'linear', fill: 'both' })
        animation.pause()
        return { element, animation, values: [] }
      })
      for (const t of instants) {
        for (const { animation } of moving) animation.currentTime = t * 1000
        for (const { element, values } of moving) values.push(shown(element))
      }
      document.body.replaceChildren()
      return moving.map(({ values }) => values)`, pairs.slice(done, done + 50).map(([from, to]) => [oklab(from), oklab(to)]), INSTANTS)))
  }
  const differences = pairs.flatMap(([from, to], index) => {
    const mix = mixPremultiplied(toOklab(parseColour(from)), toOklab(parseColour(to)))
    return INSTANTS.flatMap((t, instant) => mix(t).slice(0, 3).map((channel, axis) => Math.abs(channel - measured[index]![instant]![axis]!)))
  })
  const worst = Math.max(...differences)
  process.stdout.write(`OKLab: largest difference ${worst.toExponential(2)}\n`)
  expect(worst).toBeLessThan(1e-4)
})

test('a hex colour is the same OKLab colour to the browser', async () => {
  const colours = fc.sample(colour, { numRuns: 100, seed: 7 })
  const measured = await application.browser.driver.executeScript<number[][]>(`
    return arguments[0].map((hex) => {
      document.body.style.color = 'color-mix(in oklab, ' + hex + ', ' + hex + ')'
      return getComputedStyle(document.body).color.match(/-?[\\d.]+(?:e-?\\d+)?/g).map(Number)
    })`, colours)
  colours.forEach((hex, index) => toOklab(parseColour(hex)).slice(0, 3).forEach((channel, axis) => expect(channel).toBeCloseTo(measured[index]![axis]!, 3)))
})
