import { describe, expect, test } from '@jest/globals'
import { RheoError, type Expectation, type Part, type Project, type Take } from '@rheoscope/core/document'
import { advanceTo, differences, drawList, playTake, send, startRun, statesSeen, textsIn } from '@rheoscope/core/run'
import { projectOf, small } from './small-component'

const tap = { on: 'tap' } as const

/** A tap leads from `a` to `b` in 200 ms; a word comes, another is hidden, a third is clear. */
const words: readonly Part[] = [
  { id: 'seen', kind: 'text', name: 'seen', parent: 'frame', base: { width: 50, height: 10, text: 'Aboard' } },
  { id: 'unseen', kind: 'text', name: 'unseen', parent: 'frame', base: { width: 50, height: 10, text: 'Ashore', visible: false } },
  { id: 'clear', kind: 'text', name: 'clear', parent: 'frame', base: { width: 50, height: 10, text: 'Adrift', opacity: 0 } },
]
const component = (() => {
  const plain = small({ a: {}, b: { look: { box: { translateX: 40 } } } }, [{ on: tap, in: ['a'], to: 'b', ms: 200, actions: [{ id: 's', do: 'set', variable: 'mood', to: '"glad"' }] }, { on: { on: 'after', ms: 500, since: 'entering', pauseWhile: null }, in: ['b'], to: 'a', ms: 50 }], {
    variables: [{ id: 'mood', name: 'mood', type: 'text', start: 'calm' }],
  })
  return { ...plain, parts: [...plain.parts, ...words] }
})()
const project: Project = projectOf(component)

const played = (expectations: readonly Pick<Expectation, 'byMs' | 'expect'>[], more: Partial<Take> = {}) => {
  const take: Take = {
    id: 't', name: 't', surface: { component: 'small' }, endsAtMs: 1000, reducedMotion: false, expectations: expectations.map((each, index) => ({ id: `e${index}`, ...each })),
    inputs: [{ do: 'press', atMs: 100, x: 10, y: 10, pointer: 'mouse' }, { do: 'release', atMs: 100, x: 10, y: 10, pointer: 'mouse' }], ...more,
  }
  return playTake(project, take)
}
const seen = (byMs: number, what: Expectation['expect']) => played([{ byMs, expect: what }]).results.map(({ isMet, seen: was }) => [isMet, was])[0]

describe('an expectation', () => {
  const inB = { what: 'state', instance: '', axis: 'axis', state: 'b' } as const

  test('of a state is met from the very instant it is entered', () => {
    expect([seen(99, inB), seen(100, inB), seen(599, inB), seen(600, inB)]).toEqual([[false, 'a'], [true, 'b'], [true, 'b'], [false, 'a']])
  })

  test('of what is not there is not met, and says so', () => {
    expect(seen(0, { ...inB, instance: 'gone' })).toEqual([false, 'not there'])
    expect(seen(0, { ...inB, axis: 'gone' })).toEqual([false, 'no state'])
    expect(seen(0, { what: 'variable', name: 'gone', value: 1 })).toEqual([false, 'not there'])
    expect(seen(0, { what: 'property', instance: '', part: 'gone', property: 'x', value: 0 })).toEqual([false, 'not there'])
    expect(seen(0, { what: 'settled', instance: 'gone' })).toEqual([false, 'not there'])
  })

  test('of a variable looks at what is shared, then at the component’s own', () => {
    const mood = { what: 'variable', name: 'mood', value: 'glad' } as const
    expect([seen(99, mood), seen(100, mood)]).toEqual([[false, 'calm'], [true, 'glad']])
    const shared = playTake({ ...project, variables: [{ id: 'tide', name: 'tide', type: 'number', start: 3 }] }, { ...played([]), id: 't', name: 't', surface: { component: 'small' }, inputs: [], endsAtMs: 0, reducedMotion: false, expectations: [{ id: 'e', byMs: 0, expect: { what: 'variable', name: 'tide', value: 3 } }] } as Take)
    expect(shared.results.map(({ isMet, seen: was }) => [isMet, was])).toEqual([[true, '3']])
  })

  test('of a property looks at what is shown', () => {
    const at = (value: number) => ({ what: 'property', instance: '', part: 'box', property: 'translateX', value }) as const
    expect([seen(0, at(0)), seen(300, at(40)), seen(300, at(0))]).toEqual([[true, '0'], [true, '40'], [false, '40']])
  })

  test('of a text looks at those that can be seen', () => {
    const says = (text: string) => ({ what: 'text', text }) as const
    expect([seen(0, says('Abo')), seen(0, says('Ashore')), seen(0, says('Adrift'))]).toEqual([[true, 'Aboard'], [false, 'Aboard'], [false, 'Aboard']])
  })

  test('of rest tells moving from settled', () => {
    const settled = { what: 'settled', instance: '' } as const
    expect([seen(0, settled), seen(150, settled), seen(300, settled)]).toEqual([[true, 'settled'], [false, 'moving'], [true, 'settled']])
  })

  test('is looked for in the order of time, however they are listed', () => {
    const { results } = played([{ byMs: 300, expect: inB }, { byMs: 50, expect: inB }, { byMs: 700, expect: inB }])
    expect(results.map(({ expectation, isMet }) => [expectation.byMs, isMet])).toEqual([[50, false], [300, true], [700, false]])
  })
})

describe('a take', () => {
  test('is played to its end, or to its last expectation if that comes later', () => {
    const untilMs = (endsAtMs: number, byMs: number) => played([{ byMs, expect: { what: 'text', text: '' } }], { endsAtMs }).trace.at(-1)!.atMs
    expect([untilMs(1000, 0), untilMs(1000, 200), untilMs(150, 620), untilMs(150, 0)]).toEqual([650, 650, 600, 100])
  })

  test('of reduced motion is run with it, and by its entry point', () => {
    expect(played([{ byMs: 101, expect: { what: 'settled', instance: '' } }], { reducedMotion: true }).results[0]!.isMet).toBe(true)
    expect(() => played([], { entryPoint: 'gone' })).toThrow(RheoError)
  })

  test('gives the states that were entered, with their instants', () => {
    expect(statesSeen(played([]).trace)).toEqual([{ instance: '', axis: 'axis', state: 'b', atMs: 100 }, { instance: '', axis: 'axis', state: 'a', atMs: 600 }])
  })
})

test('two runs differ where an axis enters another state, at another time, or none any more', () => {
  const at = (instance: string, state: string, atMs: number, axis = 'x') => ({ instance, axis, state, atMs })
  const before = [at('one', 'on', 100), at('two', 'on', 100), at('one', 'off', 300)]
  expect(differences(before, before)).toEqual([])
  expect(differences(before, [at('two', 'on', 100), at('one', 'on', 100), at('one', 'off', 301)])).toEqual([{ before: at('one', 'off', 300), after: at('one', 'off', 301) }])
  expect(differences(before, [at('one', 'on', 100), at('one', 'off', 300), at('two', 'off', 100)])).toEqual([{ before: at('two', 'on', 100), after: at('two', 'off', 100) }])
  expect(differences([at('one', 'on', 1)], [at('one', 'on', 1), at('one', 'on', 1, 'y')])).toEqual([{ before: null, after: at('one', 'on', 1, 'y') }])
  expect(differences([at('one', 'on', 1), at('one', 'off', 2)], [at('one', 'on', 1)])).toEqual([{ before: at('one', 'off', 2), after: null }])
})

test('texts are read from below to on top, what fades over into another one with both', () => {
  const fading = small({ a: {}, b: { look: { seen: { text: 'Ahoy' } } } }, [{ on: tap, in: ['a'], to: 'b', ms: 200 }])
  const run = startRun(projectOf({ ...fading, parts: [...fading.parts, ...words, { ...words[0]!, id: 'last', base: { text: 'Last' } }] }), { component: 'small' })
  expect(textsIn(drawList(run))).toEqual(['Aboard', 'Last'])
  send(run, { do: 'press', x: 10, y: 20, pointer: 'mouse' })
  send(run, { do: 'release', x: 10, y: 20, pointer: 'mouse' })
  advanceTo(run, 100)
  expect(textsIn(drawList(run))).toEqual(['Aboard', 'Ahoy', 'Last'])
})
