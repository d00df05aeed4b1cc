import { describe, expect, it } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { conformance, readBuildLog, type BuildLog, type BuiltMotion } from '@rheoscope/core/exchange'

const log = (said: Partial<BuildLog> = {}): BuildLog => ({ form: 'rheoscope-build-log', version: 1, component: 'Gangway switch', isMotionReduced: false, rests: [], changes: [], ...said })

const motion = (said: Partial<BuiltMotion> = {}): BuiltMotion => ({ part: 'knob', property: 'left', delayMs: 0, durationMs: 100, easing: 'linear', times: 1, turnsBack: false, frames: [], ...said })

const sentences = (said: Partial<BuildLog>): readonly string[] => conformance(skerryLine, log(said)).deviations.map(({ kind, sentence }) => `${kind}: ${sentence}`)

describe('a log of what was built', () => {
  it('is read back as it was written', () => {
    const written = log({ rests: [{ states: { gangway: 'up' }, parts: { knob: { left: '3px' } } }], changes: [{ axis: 'gangway', from: 'up', to: null, motions: [motion()] }] })
    expect(readBuildLog(JSON.stringify(written))).toEqual(written)
  })

  it.each([
    ['', /no JSON/], ['[1', /no JSON/], ['[]', /The log/], ['{"form":"something-else"}', /form/],
    [JSON.stringify({ ...log(), version: 2 }), /version/], [JSON.stringify({ ...log(), rests: [{ states: { gangway: 3 }, parts: {} }] }), /rests.*states/],
    [JSON.stringify({ ...log(), changes: [{ axis: 'gangway', from: 'up', to: 'down', motions: [{ ...motion(), durationMs: -1 }] }] }), /durationMs/],
  ])('that is none is refused with the place: %s', (written, said) => {
    expect(() => readBuildLog(written)).toThrow(said)
  })

  it('is refused where there is no such component', () => {
    expect(() => conformance(skerryLine, log({ component: 'Drawbridge' }))).toThrow('The project has no component “Drawbridge”.')
  })

  it('tells states, axes and ways the design does not have', () => {
    expect(sentences({ changes: [{ axis: 'gangway', from: 'up', to: 'sideways', motions: [] }] })).toContain('no such state: From “up” gangway comes into “sideways”, which is no state of it.')
    expect(sentences({ changes: [{ axis: 'mood', from: 'up', to: 'down', motions: [] }] })).toContain('no such state: “mood” is no axis of “Gangway switch”.')
    expect(sentences({ changes: [{ axis: 'gangway', from: 'up', to: null, motions: [] }] })).toContain('no such state: From “up” gangway comes into none of its states.')
  })

  it('is held against the easing as a curve, however it is written', () => {
    const [, ...others] = sentences({ changes: [{ axis: 'gangway', from: 'up', to: 'down', motions: [motion({ easing: 'nonsense(1)' })] }] })
    expect(others.filter((each) => each.startsWith('duration') || each.startsWith('easing')).length).toBeGreaterThan(0)
  })

  it('with names that objects have by nature is a log like any other', () => {
    const odd = JSON.parse(JSON.stringify(log()).replace('"rests":[]', '"rests":[{"states":{"__proto__":"up","constructor":"x"},"parts":{"__proto__":{"left":"1px"},"toString":{"left":"1px"}}}]')) as BuildLog
    expect(() => conformance(skerryLine, readBuildLog(JSON.stringify(odd)))).not.toThrow()
  })
})
