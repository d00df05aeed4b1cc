import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { skerryLine } from '@rheoscope/core/demo'
import { type InputAction } from '@rheoscope/core/document'
import { isCrossFade, laneProgress, parseColour, type Shown } from '@rheoscope/core/motion'
import { advanceTo, drawList, send, startRun, type Run } from '@rheoscope/core/run'
import { pointOn, type DrawList } from '@rheoscope/core/scene'

/** Everything every part shows, as numbers: places, angles, the channels of colours, the shares of what fades over. */
function shownNumbers(list: DrawList): ReadonlyMap<string, number> {
  const found = new Map<string, number>()
  const visit = (items: DrawList): void => items.forEach((item) => {
    for (const [property, shown] of Object.entries(item.values)) for (const [name, number] of numbersOf(shown)) found.set(`${item.key} ${property}${name}`, number)
    visit(item.children)
  })
  visit(list)
  return found
}

function numbersOf(shown: Shown): readonly (readonly [string, number])[] {
  if (typeof shown === 'number') return [['', shown]]
  if (isCrossFade(shown)) return shown.crossFade.map(({ value, share }) => [` ${String(value)}`, share] as const)
  if (typeof shown === 'string' && /^#[0-9a-f]{6}/.test(shown)) return parseColour(shown).map((channel, index) => [` ${index}`, channel * 255] as const)
  return typeof shown === 'string' ? [[` ${shown}`, 1]] : []
}

/** The largest jump of anything shown from one frame to the next of the same instant; what is not shown has a share of 0. */
function jump(before: ReadonlyMap<string, number>, after: ReadonlyMap<string, number>): { readonly what: string; readonly by: number } {
  const names = new Set([...before.keys(), ...after.keys()])
  return [...names].map((what) => ({ what, by: Math.abs((before.get(what) ?? 0) - (after.get(what) ?? 0)) })).reduce((worst, each) => (each.by > worst.by ? each : worst), { what: '', by: 0 })
}

function largestJump(component: string, steps: readonly (readonly [waitMs: number, input: (run: Run) => readonly InputAction[]])[]) {
  const run = startRun(skerryLine, { component })
  let atMs = 0
  let worst = { what: '', by: 0 }
  for (const [waitMs, inputs] of steps) {
    atMs += waitMs
    advanceTo(run, atMs)
    const before = shownNumbers(drawList(run))
    inputs(run).forEach((input) => send(run, input))
    const now = jump(before, shownNumbers(drawList(run)))
    if (now.by > worst.by) worst = now
  }
  return worst
}

const wait = fc.integer({ min: 1, max: 300 })

/** Less than can be seen: colours come in whole channels. */
const UNSEEN = 1.01

describe('interrupted at random instants nothing that is shown jumps', () => {
  test('the lighthouse, pointed at here and there', () => {
    const regions = ['north', 'northeast', 'east', 'southeast', 'south', 'southwest', 'west', 'northwest']
    const pointAt = (region: string) => (run: Run): readonly InputAction[] => [{ do: 'move', pointer: 'mouse', ...pointOn(drawList(run), '', `region-${region}`)! }]
    fc.assert(fc.property(fc.array(fc.tuple(wait, fc.constantFrom(...regions)), { minLength: 10, maxLength: 10 }), (steps) => {
      expect(largestJump('lighthouse', steps.map(([ms, region]) => [ms, pointAt(region)]))).toMatchObject({ by: expect.closeTo(0, 5) })
    }), { numRuns: 20 })
  })

  test('the engine-start button, put into any state by hand', () => {
    const states = ['engineIdle', 'engineRequesting', 'engineWarming', 'engineRunning']
    const put = (state: string) => (): readonly InputAction[] => [{ do: 'put', instance: '', axis: 'engineAxis', state }]
    fc.assert(fc.property(fc.array(fc.tuple(wait, fc.constantFrom(...states)), { minLength: 10, maxLength: 10 }), (steps) => {
      expect(largestJump('engineStart', steps.map(([ms, state]) => [ms, put(state)])).by).toBeLessThan(UNSEEN)
    }), { numRuns: 20 })
  })
})

test('reversing half way takes half the time', () => {
  const run = startRun(skerryLine, { component: 'engineStart' })
  send(run, { do: 'put', instance: '', axis: 'engineAxis', state: 'engineRequesting' })
  // Ease in and out is half way at half time.
  advanceTo(run, 160)
  expect(laneProgress(run.instances.get('')!.lanes[0]!, 160)).toBeCloseTo(0.5)
  send(run, { do: 'put', instance: '', axis: 'engineAxis', state: 'engineIdle' })
  expect(new Set(run.instances.get('')!.lanes.map(({ durationMs }) => durationMs))).toEqual(new Set([160]))
})
