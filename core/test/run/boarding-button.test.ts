import { describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { Run } from '@rheoscope/core/run'
import { itemOf, paint, toMarkup } from '@rheoscope/core/scene'

const start = () => new Run(skerryLine, { component: 'boardingButton' })
const stateOf = (run: Run, path = '') => run.instance(path)!.states[0]
const shown = (run: Run, part: string, property: string) => itemOf(run.drawList(), '', part)!.values[property]

describe('the boarding button', () => {
  test('goes over, works, is done, and starts again', () => {
    const run = start()
    run.send({ do: 'move', x: 100, y: 20, pointer: 'mouse' })
    expect(stateOf(run)).toBe('over')
    run.advanceTo(40)
    expect(shown(run, 'plate', 'fill')).not.toBe('#24506f')
    run.advanceTo(500)
    run.send({ do: 'press', x: 100, y: 20, pointer: 'mouse' })
    run.send({ do: 'release', x: 100, y: 20, pointer: 'mouse' })
    expect(stateOf(run)).toBe('working')
    expect(stateOf(run, 'ring')).toBe('ringTurning')
    run.advanceTo(2299)
    expect(stateOf(run)).toBe('working')
    run.advanceTo(2300)
    expect(stateOf(run)).toBe('done')
    expect(stateOf(run, 'ring')).toBe('ringStill')
    run.advanceTo(2400)
    expect(shown(run, 'label', 'text')).toMatchObject({ crossFade: [{ value: 'Board' }, { value: 'Aboard' }] })
    run.advanceTo(3000)
    expect(shown(run, 'label', 'text')).toBe('Aboard')
    expect(toMarkup({ tag: 'svg', key: '', attributes: {}, children: paint(run.drawList(), 't') })).toContain('Aboard')
    expect(run.nextDueMs).toBe(Infinity)
  })

  test('turns the ring evenly while it works', () => {
    const run = start()
    run.send({ do: 'put', instance: '', axis: 'boarding', state: 'working' })
    run.advanceTo(750)
    expect(itemOf(run.drawList(), 'ring', 'ringArc')!.values.rotation).toBeCloseTo(180)
    run.advanceTo(1650)
    expect(itemOf(run.drawList(), 'ring', 'ringArc')!.values.rotation).toBeCloseTo(36)
  })
})
