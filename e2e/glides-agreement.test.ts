import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { newComponent, newProject, type Component, type Part, type Project } from '@rheoscope/core/document'
import { advanceTo, drawList, send, startRun } from '@rheoscope/core/run'
import { itemOf } from '@rheoscope/core/scene'
import { useApplication } from './harness/application'

const application = useApplication()

const DURATION_MS = 300

const WIDEST = 200

/** Values a bar is given one after another, each so long after the one before, and the easing it glides along. */
interface Given {
  readonly easing: string
  readonly changes: readonly { readonly waitMs: number; readonly to: number }[]
}

const given: fc.Arbitrary<Given> = fc.record({
  easing: fc.constantFrom('linear', 'ease', 'ease-in-out', 'cubic-bezier(0.3, 1.4, 0.6, 1)', 'steps(5, end)'),
  changes: fc.array(fc.record({ waitMs: fc.integer({ min: 1, max: 400 }), to: fc.constantFrom(0, 40, 80, 120, WIDEST) }), { minLength: 2, maxLength: 8 }),
})

/** A bar as wide as its parameter says, to which it glides. */
function gliding(easing: string): Project {
  let count = 0
  const made = newComponent(() => `id${count++}`, 'Gauge')
  const bar: Part = { id: 'bar', kind: 'box', name: 'bar', parent: made.parts[0]!.id, base: { width: { expr: 'share' } }, glides: [{ id: 'glide', property: 'width', durationMs: DURATION_MS, easing }] }
  const gauge: Component = { ...made, id: 'gauge', parts: [made.parts[0]!, bar], parameters: [{ id: 'share', name: 'share', type: 'number', initial: 10 }] }
  return { ...newProject('gliding', 'Gliding'), components: [gauge] }
}

/** How wide the bar is just before each change, and half way to the next. */
function ours({ easing, changes }: Given): readonly number[] {
  const run = startRun(gliding(easing), { component: 'gauge' })
  const width = () => Number(itemOf(drawList(run), '', 'bar')?.values.width)
  return changes.flatMap(({ waitMs, to }) => {
    const half = Math.floor(waitMs / 2)
    advanceTo(run, run.nowMs + half)
    const between = width()
    advanceTo(run, run.nowMs + waitMs - half)
    const before = width()
    send(run, { do: 'parameter', instance: '', name: 'share', value: to })
    return [between, before]
  })
}

test('a glide is in Chromium what a transition is there, also where its value changes on the way', async () => {
  const { driver } = application.browser
  await driver.get('about:blank')
  const all = fc.sample(given, { numRuns: 200, seed: 2026 })
  const theirs = await driver.executeScript<number[][]>(`
    return arguments[0].map(({ easing, changes }) => {
      const bar = document.body.appendChild(document.createElement('div'))
      bar.style.cssText = 'position: absolute; width: 10px; transition: width ${DURATION_MS}ms ' + easing
      const width = () => parseFloat(getComputedStyle(bar).width)
      width()
      let atMs = 0
      const wait = (ms) => {
        atMs += ms
        for (const transition of bar.getAnimations()) {
          transition.pause()
          transition.currentTime = atMs
        }
        return width()
      }
      const seen = changes.flatMap(({ waitMs, to }) => {
        const half = Math.floor(waitMs / 2)
        const between = wait(half)
        const before = wait(waitMs - half)
        const running = bar.getAnimations()[0]
        bar.style.width = to + 'px'
        width()
        const started = bar.getAnimations()[0]
        if (started !== running) atMs = 0
        for (const transition of bar.getAnimations()) transition.pause()
        return [between, before]
      })
      bar.remove()
      return seen
    })`, all)
  const worst = all.reduce((most, each, index) => ours(each).reduce((far, width, at) => Math.max(far, Math.abs(width - theirs[index]![at]!)), most), 0)
  process.stdout.write(`glides: ${all.length} bars, worst ${worst.toFixed(5)} px of ${WIDEST}\n`)
  // What is shortened on the way back takes whole milliseconds here.
  expect(worst / WIDEST).toBeLessThanOrEqual(1e-3)
})
