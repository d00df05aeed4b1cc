import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Component, Project } from '@rheoscope/core/document'
import { advanceTo, drawList, send, startRun, textsIn, type Run } from '@rheoscope/core/run'
import { itemOf } from '@rheoscope/core/scene'
import { projectOf, small } from '../run/small-component'

const glide = (property: string, more: object = {}) => ({ id: `glide${property}`, property, durationMs: 100, easing: 'linear', ...more })

/** A bar as long as its parameter says, and a text that counts it. */
const gauge = (more: object = {}): Component => {
  const plain = small({ a: {} }, [])
  const [frame] = plain.parts
  return {
    ...plain, parameters: [{ id: 'share', name: 'share', type: 'number', initial: 0 }],
    parts: [
      frame!,
      { id: 'bar', kind: 'box', name: 'bar', parent: 'frame', base: { height: 10, width: { expr: 'share' }, fill: '#000000' }, glides: [glide('width', more)] },
      { id: 'count', kind: 'text', name: 'count', parent: 'frame', base: { y: 20, text: { expr: '"€ " + text(share, 2) + " in all"' } }, glides: [glide('text', more)] },
      { id: 'mark', kind: 'box', name: 'mark', parent: 'frame', base: { y: 40, height: 4, x: { expr: 'bar.left + bar.width' }, width: { expr: 'bar.width / 2' }, fill: '#000000' } },
    ],
  }
}

const startWith = (component: Component): Run => startRun(projectOf(component), { component: component.id })

const give = (run: Run, value: number): void => {
  send(run, { do: 'parameter', instance: '', name: 'share', value })
}

const width = (run: Run, part = 'bar') => itemOf(drawList(run), '', part)?.values.width

describe('a glide', () => {
  test('takes a property from what shows to its new value, however that came about, and counts the number in a text', () => {
    const run = startWith(gauge())
    give(run, 80)
    expect(width(run)).toBe(0)
    advanceTo(run, 50)
    expect(width(run)).toBe(40)
    expect(textsIn(drawList(run))).toEqual(['€ 40.00 in all'])
    advanceTo(run, 100)
    expect([width(run), ...textsIn(drawList(run))]).toEqual([80, '€ 80.00 in all'])
  })

  test('sets out from where it is when the value changes again, and back takes as long as it had gone', () => {
    const run = startWith(gauge())
    give(run, 80)
    advanceTo(run, 50)
    give(run, 20)
    expect(width(run)).toBe(40)
    advanceTo(run, 100)
    expect(width(run)).toBe(30)
    const back = startWith(gauge())
    give(back, 80)
    advanceTo(back, 50)
    give(back, 0)
    advanceTo(back, 75)
    expect(width(back)).toBe(20)
    advanceTo(back, 100)
    expect(width(back)).toBe(0)
  })

  test('does not travel for who would rather have things not move', () => {
    const component = gauge()
    const run = startRun(projectOf(component), { component: component.id }, { isMotionReduced: true })
    give(run, 80)
    expect(width(run)).toBe(80)
  })

  test('delays nothing that waits for a state to settle', () => {
    const run = startWith(gauge())
    give(run, 80)
    expect(run.trace.filter(({ what }) => what === 'settled')).toEqual([])
    expect(run.agenda.every(({ dueMs }) => dueMs === Infinity)).toBe(true)
  })

  test('is continuous wherever its value changes', () => {
    fc.assert(fc.property(fc.array(fc.tuple(fc.integer({ min: 1, max: 150 }), fc.integer({ min: 0, max: 90 })), { minLength: 1, maxLength: 12 }), fc.constantFrom('linear', 'ease', 'ease-in-out'), (changes, easing) => {
      const run = startWith(gauge({ easing }))
      for (const [waitMs, value] of changes) {
        advanceTo(run, run.nowMs + waitMs)
        const before = Number(width(run))
        give(run, value)
        expect(Number(width(run))).toBeCloseTo(before, 9)
      }
      advanceTo(run, run.nowMs + 200)
      expect(width(run)).toBe(changes.at(-1)![1])
    }), { numRuns: 100 })
  })
})

describe('where a part stands', () => {
  test('is read of what layout makes of it, not of what still moves', () => {
    const run = startWith(gauge())
    give(run, 80)
    expect(itemOf(drawList(run), '', 'mark')?.values).toMatchObject({ x: 80, width: 40 })
  })

  test('is in the coordinates of the component, and a circle of readings is a finding', () => {
    const plain = small({ a: {} }, [])
    const nested: Component = {
      ...plain, parts: [plain.parts[0]!,
        { id: 'row', kind: 'container', name: 'row', parent: 'frame', base: { x: 10, y: 5, width: 80, height: 20, layout: 'row', gap: 4 } },
        { id: 'one', kind: 'box', name: 'one', parent: 'row', base: { width: 20, height: 10 } },
        { id: 'two', kind: 'box', name: 'the other', parent: 'row', base: { width: 30, height: 10 } },
        { id: 'line', kind: 'box', name: 'line', parent: 'frame', base: { x: { expr: 'theOther.left' }, y: { expr: 'theOther.top + theOther.height' }, width: { expr: 'theOther.width' }, height: 2 } },
      ],
    }
    expect(itemOf(drawList(startWith(nested)), '', 'line')?.values).toMatchObject({ x: 34, y: 15, width: 30 })
    const circle: Component = { ...plain, parts: [plain.parts[0]!, { id: 'one', kind: 'box', name: 'one', parent: 'frame', base: { width: { expr: 'two.width + 1' } } }, { id: 'two', kind: 'box', name: 'two', parent: 'frame', base: { width: { expr: 'one.width + 1' } } }] }
    const project: Project = projectOf(circle)
    expect(startRun(project, { component: 'small' }).instances.get('')?.targets.problems).toMatchObject([{ part: 'one', sentence: 'What reads one.width decides it as well, so it comes to no value.' }])
  })
})
