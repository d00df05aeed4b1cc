import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Motion, Project } from '@rheoscope/core/document'
import { advanceTo, drawList, send, startRun, type Run } from '@rheoscope/core/run'
import { itemOf } from '@rheoscope/core/scene'
import { projectOf, small } from './small-component'

const WAY_PX = 200

const easing = fc.constantFrom('linear', 'ease', 'ease-in', 'ease-out', 'ease-in-out', 'cubic-bezier(0.3, 1.4, 0.6, 1)', 'linear(0, 0.4 30%, 1)')

const motion: fc.Arbitrary<Motion> = fc.record({
  durationMs: fc.integer({ min: 50, max: 800 }), delayMs: fc.integer({ min: 0, max: 200 }), easing, keyframes: fc.constant([]),
  lanes: fc.option(fc.record({ durationMs: fc.integer({ min: 50, max: 800 }), easing }), { nil: null }).map((lane) => (lane ? [{ id: 'lane', part: 'box', property: 'opacity', ...lane }] : [])),
})

/** A box that a drag leads 300 px across and nearly out of sight; a key leads there by the clock. */
const projectWith = (motion: Motion): Project => projectOf(small({ off: {}, on: { look: { box: { x: 300, opacity: 0.2 } } } }, [
  { on: { on: 'while dragged', by: `box.dragX / ${WAY_PX}`, keptIf: null }, in: ['off'], to: 'on', part: 'box', motion },
  { on: { on: 'key', key: 'a', modifiers: {}, anywhere: true }, in: ['off'], to: 'on', motion },
]))

const shown = (run: Run) => {
  const { x, opacity } = itemOf(drawList(run), '', 'box')!.values
  return { x, opacity }
}

const endMs = ({ durationMs, delayMs, lanes }: Motion) => Number(delayMs) + Math.max(Number(durationMs), ...lanes.map((lane) => Number(lane.durationMs)))

const press = (run: Run) => send(run, { do: 'press', x: 10, y: 10, pointer: 'mouse' })
const drag = (run: Run, px: number) => send(run, { do: 'move', x: 10 + px, y: 10, pointer: 'mouse' })

describe('what a drag leads', () => {
  test('shows at a fraction what the motion shows at that share of its time', () => {
    fc.assert(fc.property(motion, fc.integer({ min: 5, max: WAY_PX - 1 }), (way, px) => {
      const project = projectWith(way)
      const [led, timed] = [startRun(project, { component: 'small' }), startRun(project, { component: 'small' })]
      press(led)
      drag(led, px)
      send(timed, { do: 'key', key: 'a', modifiers: {} })
      advanceTo(timed, (px / WAY_PX) * endMs(way))
      const [a, b] = [shown(led), shown(timed)]
      expect(a.x).toBeCloseTo(b.x as number, 6)
      expect(a.opacity).toBeCloseTo(b.opacity as number, 6)
    }))
  })

  test('goes on where it was and as fast as it was led, and arrives', () => {
    const steady: Motion = { durationMs: 400, easing: 'linear', keyframes: [], lanes: [] }
    fc.assert(fc.property(fc.integer({ min: 6, max: 60 }), fc.integer({ min: 1, max: 5 }), (stepPx, steps) => {
      const run = startRun(projectWith(steady), { component: 'small' })
      press(run)
      for (let step = 1; step <= steps; step++) {
        advanceTo(run, step * 16)
        drag(run, Math.min(WAY_PX - 20, step * stepPx))
      }
      const led = Math.min(WAY_PX - 20, steps * stepPx)
      const before = shown(run).x as number
      send(run, { do: 'release', x: 10 + led, y: 10, pointer: 'mouse' })
      expect(shown(run).x).toBeCloseTo(before, 6)
      const isKept = led >= WAY_PX / 2
      expect(run.instances.get('')!.states).toEqual([isKept ? 'on' : 'off'])
      const speed = steps < 2 || led < steps * stepPx ? null : (stepPx / 16) * (300 / WAY_PX)
      const startedMs = run.nowMs
      advanceTo(run, startedMs + 1)
      if (speed !== null) expect(Math.abs((shown(run).x as number) - before - speed)).toBeLessThan(0.15 * speed + 0.15)
      advanceTo(run, startedMs + 400)
      expect(shown(run).x).toBe(isKept ? 300 : 0)
      expect(run.instances.get('')!.led).toEqual([])
    }))
  })

  test('what catches it on its way goes on from what shows', () => {
    const project = projectWith({ durationMs: 400, easing: 'linear', keyframes: [], lanes: [] })
    const run = startRun(project, { component: 'small' })
    press(run)
    drag(run, 40)
    advanceTo(run, 200)
    send(run, { do: 'release', x: 50, y: 10, pointer: 'mouse' })
    advanceTo(run, 220)
    const before = shown(run).x as number
    expect(before).toBeGreaterThan(0)
    send(run, { do: 'press', x: 60, y: 10, pointer: 'mouse' })
    send(run, { do: 'move', x: 66, y: 10, pointer: 'mouse' })
    expect(Math.abs((shown(run).x as number) - before)).toBeLessThan(12)
    send(run, { do: 'cancel', pointer: 'mouse' })
    advanceTo(run, 2000)
    expect(shown(run).x).toBe(0)
  })
})
