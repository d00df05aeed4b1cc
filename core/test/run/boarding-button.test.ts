import { describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { advanceTo, drawList, nextDueMs, send, startRun, type Run } from '@rheoscope/core/run'
import { itemOf, paint, toMarkup } from '@rheoscope/core/scene'

const start = () => startRun(skerryLine, { component: 'boardingButton' })
const stateOf = (run: Run, path = '') => run.instances.get(path)!.states[0]
const shown = (run: Run, part: string, property: string) => itemOf(drawList(run), '', part)!.values[property]

describe('the boarding button', () => {
  test('goes over, works, is done, and starts again', () => {
    const run = start()
    send(run, { do: 'move', x: 100, y: 20, pointer: 'mouse' })
    expect(stateOf(run)).toBe('over')
    advanceTo(run, 40)
    expect(shown(run, 'plate', 'fill')).not.toBe('#24506f')
    advanceTo(run, 500)
    send(run, { do: 'press', x: 100, y: 20, pointer: 'mouse' })
    send(run, { do: 'release', x: 100, y: 20, pointer: 'mouse' })
    expect(stateOf(run)).toBe('working')
    expect(stateOf(run, 'ring')).toBe('ringTurning')
    advanceTo(run, 2299)
    expect(stateOf(run)).toBe('working')
    advanceTo(run, 2300)
    expect(stateOf(run)).toBe('done')
    expect(stateOf(run, 'ring')).toBe('ringStill')
    advanceTo(run, 2400)
    expect(shown(run, 'label', 'text')).toMatchObject({ crossFade: [{ value: 'Board' }, { value: 'Aboard' }] })
    advanceTo(run, 3000)
    expect(shown(run, 'label', 'text')).toBe('Aboard')
    expect(toMarkup({ tag: 'svg', key: '', attributes: {}, children: paint(drawList(run), 't') })).toContain('Aboard')
    expect(nextDueMs(run)).toBe(Infinity)
  })

  test('turns the ring evenly while it works', () => {
    const run = start()
    send(run, { do: 'put', instance: '', axis: 'boarding', state: 'working' })
    advanceTo(run, 750)
    expect(itemOf(drawList(run), 'ring', 'ringArc')!.values.rotation).toBeCloseTo(180)
    advanceTo(run, 1650)
    expect(itemOf(drawList(run), 'ring', 'ringArc')!.values.rotation).toBeCloseTo(36)
  })
})
