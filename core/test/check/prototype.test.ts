import { describe, expect, test } from '@jest/globals'
import { brokenPromise, budgetFromStart, checkProject, coverageFromStart, type Finding } from '@rheoscope/core/check'
import { EMPTY_MOTION, newScreen, screenRule, type Action, type Component, type Part, type Pledge, type Project, type Rule, type Screen, type Trigger } from '@rheoscope/core/document'
import { chanceIn, play, replay, shownSurfaces, startRun } from '@rheoscope/core/run'
import { after, projectOf, small, tap } from '../run/small-component'

const lamp = (id: string, rules: Parameters<typeof small>[1], more: Partial<Component> = {}): Component => ({ ...small({ off: {}, on: {} }, rules, more), id, name: id })

const screen = (id: string, components: readonly string[], rules: readonly Rule[] = [], more: Partial<Screen> = {}): Screen => {
  const made = newScreen(() => `${id}-ground`, id, 'phone')
  const parts = components.map((component, index): Part => ({ id: `${id}-${component}`, kind: 'instance', name: component, parent: `${id}-ground`, component, start: {}, base: { x: 0, y: index * 60 } }))
  return { ...made, id, parts: [...made.parts, ...parts], rules: [...rules], ...more }
}

const go = (to: string): Action => ({ id: `go-${to}`, do: 'go to screen', screen: to, motion: null })
const open = (to: string): Action => ({ id: `open-${to}`, do: 'open overlay', screen: to, motion: null })
const close = (to: string): Action => ({ id: `close-${to}`, do: 'close overlay', screen: to, motion: null })

const onScreen = (id: string, trigger: Trigger, actions: readonly Action[], more: Partial<Rule> = {}): Rule => ({ ...screenRule(id, trigger, null), actions: [...actions], ...more })

function prototype(components: readonly Component[], screens: readonly Screen[], more: Partial<Project> = {}): Project {
  return { ...projectOf(...components), motion: { ...EMPTY_MOTION, durationMs: 0 }, screens: [...screens], startScreen: screens[0]!.id, ...more }
}

const found = (project: Project, kind: string): readonly Finding[] => checkProject(project).findings.filter((finding) => finding.kind === kind)

describe('screens from the start', () => {
  const button = lamp('button', [{ on: tap, in: ['off'], to: 'on', actions: [{ id: 'ask', do: 'send', message: 'asked', payload: null, recipient: 'holder' }] }])

  test('a screen behind a condition that is never true is never come to', () => {
    const project = prototype([button], [screen('home', ['button'], [onScreen('leads', { on: 'message', name: 'asked' }, [go('vault')], { guard: 'isOpen' })]), screen('vault', [])], { variables: [{ id: 'isOpen', name: 'isOpen', type: 'yes/no', start: false }] })
    expect(found(project, 'screen-unreachable').map(({ sentence, level }) => `${level}: ${sentence}`)).toEqual(['fault: Nobody can reach the screen “vault” from the start: the rule that leads there never fires: its condition isOpen is never true there.'])
    expect(found(project, 'rule-never-fires').map(({ about }) => about)).toEqual([{ screen: 'home', rule: 'leads', row: 'message asked' }])
  })

  test('nor is one that waits for a message nobody sends', () => {
    const project = prototype([button], [screen('home', ['button'], [onScreen('leads', { on: 'message', name: 'paid' }, [go('vault')])]), screen('vault', [])])
    expect(found(project, 'screen-unreachable').map(({ sentence }) => sentence)).toEqual(['Nobody can reach the screen “vault” from the start: the rule that leads there never fires: nobody sends “paid”.'])
  })

  test('a variable set on another screen opens the way', () => {
    const setting = lamp('setting', [{ on: tap, in: ['off'], to: 'on', actions: [{ id: 'set', do: 'set', variable: 'isOpen', to: 'true' }] }])
    const screens = [
      screen('home', ['button'], [onScreen('leads', { on: 'message', name: 'asked' }, [go('vault')], { guard: 'isOpen' }), onScreen('settings', { on: 'key', key: 's', modifiers: {}, anywhere: true }, [go('settings')])]),
      screen('vault', []), screen('settings', ['setting'], [onScreen('back', { on: 'key', key: 'b', modifiers: {}, anywhere: true }, [go('home')])]),
    ]
    const project = prototype([button, setting], screens, { variables: [{ id: 'isOpen', name: 'isOpen', type: 'yes/no', start: false }] })
    expect(found(project, 'screen-unreachable')).toEqual([])
    expect(found(project, 'rule-never-fires')).toEqual([])
    const coverage = coverageFromStart(project)!
    expect(coverage.screens.map((each) => [each.screen, each.steps.keyboard])).toEqual([['home', 0], ['vault', null], ['settings', 1]])
    expect(coverage.screens.find((each) => each.screen === 'vault')!.steps.mouse).toBeNull()
  })

  test('coverage counts steps from the start, by every way of working', () => {
    const project = prototype([button], [screen('home', ['button'], [onScreen('leads', { on: 'message', name: 'asked' }, [go('next')])]), screen('next', ['button'])])
    const coverage = coverageFromStart(project)!
    expect(coverage.screens.map((each) => [each.screen, each.steps.mouse, each.steps.touch, each.steps.keyboard])).toEqual([['home', 0, 0, 0], ['next', 1, 1, null]])
    expect(coverage.components.map(({ states }) => states.map(({ steps }) => steps.mouse))).toEqual([[0, 1]])
  })

  test('a budget from the start has what is done and waited for on the way', () => {
    const slow = lamp('slow', [{ on: after(700), in: ['off'], to: 'on' }])
    const project = prototype([button, slow], [screen('home', ['button'], [onScreen('leads', { on: 'message', name: 'asked' }, [go('next')])]), screen('next', ['slow'])])
    expect(budgetFromStart(project, slow, { axis: 'axis', to: 'on' })).toMatchObject({ screen: 'next', ms: 700, pieces: [{ kind: 'person', what: 'tap frame', ms: 0 }, { kind: 'timer', what: 'after in slow', ms: 700 }] })
    const witness = budgetFromStart(project, slow, { axis: 'axis', to: 'on' })!.witness!
    const run = startRun(project, witness.surface)
    play(run, witness.inputs, witness.lookAtMs)
    expect(run.trace.filter(({ what }) => what === 'state' || what === 'surface').map((event) => ('to' in event ? event.to : 'screen' in event ? event.screen : ''))).toContain('on')
    expect(budgetFromStart({ ...project, startScreen: null }, slow, { axis: 'axis', to: 'on' })).toBeNull()
  })
})

describe('the motions of screens', () => {
  const overlay = (rules: readonly Rule[]): Screen => screen('note', [], rules, { kind: 'overlay', overlay: { backdropOpacity: 0.4, closesOnOutsideTap: false, closesOnEscape: false }, motion: { ...EMPTY_MOTION, durationMs: 300, easing: 'linear' } })
  const opener = lamp('opener', [{ on: tap, to: { go: 'stay' }, actions: [open('note')] }])

  test('an overlay that always goes before it has come never completes', () => {
    const project = prototype([opener], [screen('home', ['opener']), overlay([onScreen('goes', after(100), [close('note')])])])
    const [finding] = found(project, 'never-completes')
    expect(finding).toMatchObject({ level: 'fault', sentence: 'The overlay “note” is left after 100 ms, but its 300 ms motion needs 200 ms more: it never completes.', numbers: { afterMs: 100, needsMs: 300 } })
    const { surface, inputs, lookAtMs, ...others } = finding!.witness!
    expect(shownSurfaces(replay(project, surface, inputs, lookAtMs, chanceIn(others))).some((each) => each.screen === 'note' && each.isLeaving)).toBe(true)
  })

  test('one that may go before is cut short at times', () => {
    const project = prototype([opener], [screen('home', ['opener']), overlay([onScreen('goes', { ...after(100), mostMs: 900 } as Trigger, [close('note')])])])
    expect(found(project, 'never-completes')).toEqual([])
    expect(found(project, 'may-be-cut-short').map(({ level, about }) => [level, about])).toEqual([['risk', { screen: 'note' }]])
  })

  test('one that goes after it has come is not', () => {
    const project = prototype([opener], [screen('home', ['opener']), overlay([onScreen('goes', after(301), [close('note')])])])
    expect([...found(project, 'never-completes'), ...found(project, 'may-be-cut-short')]).toEqual([])
  })

  test('a screen come to again before it has gone begins anew, which is a jump where it had moved', () => {
    const moved = lamp('moved', [{ on: after(10), in: ['off'], to: 'on', ms: 0 }])
    const blinking = { ...moved, axes: moved.axes.map((axis) => ({ ...axis, states: axis.states.map((state) => (state.id === 'on' ? { ...state, look: { box: { x: 60 } } } : state)) })) }
    const slow = { motion: { ...EMPTY_MOTION, durationMs: 400, easing: 'linear' } }
    const project = prototype([blinking], [
      screen('home', ['moved'], [onScreen('away', after(500), [go('away')])], slow),
      screen('away', [], [onScreen('back', after(100), [go('home')])], slow),
    ])
    expect(found(project, 'jumps').map(({ sentence, level }) => `${level}: ${sentence}`)).toEqual(['risk: x of the screen “home” jumps when it comes again before it has gone.'])
  })
})

describe('ways that rest differently', () => {
  test('two overlays opened one after the other lie over one another as they came', () => {
    const opens = (id: string, over: string) => lamp(id, [{ on: tap, to: { go: 'stay' }, actions: [open(over)] }])
    const over = (id: string) => screen(id, [], [], { kind: 'overlay', width: 200, height: 200, overlay: { backdropOpacity: 0, closesOnOutsideTap: false, closesOnEscape: false } })
    const project = prototype([opens('one', 'first'), opens('other', 'second')], [screen('home', ['one', 'other']), over('first'), over('second')])
    const [finding] = found(project, 'rests-differently')
    expect(finding).toMatchObject({ level: 'risk', sentence: expect.stringContaining('what lies over what differs') })
    const ends = [finding!.witness!, finding!.beside!].map(({ surface, inputs, lookAtMs }) => shownSurfaces(replay(project, surface, inputs, lookAtMs)).map((each) => each.screen).join(' '))
    expect(ends.toSorted()).toEqual(['home first second', 'home second first'])
  })

  test('one overlay alone does not', () => {
    const project = prototype([lamp('one', [{ on: tap, to: { go: 'stay' }, actions: [open('first')] }])], [screen('home', ['one']), screen('first', [], [], { kind: 'overlay', overlay: { backdropOpacity: 0, closesOnOutsideTap: false, closesOnEscape: false } })])
    expect(found(project, 'rests-differently')).toEqual([])
  })
})

describe('promises through the whole prototype', () => {
  const button = lamp('button', [{ on: tap, in: ['off'], to: 'on', actions: [go('counter')] }])
  const ticket = lamp('ticket', [{ on: after(800), in: ['off'], to: 'on' }])
  const project = prototype([button, ticket], [screen('home', ['button']), screen('counter', ['ticket'])])
  const pledge = (says: Pledge['says']): Pledge => ({ id: 'p', surface: { screen: 'home' }, through: true, says })
  const there = { what: 'state', instance: '@counter/counter-ticket', axis: 'axis', state: 'on' } as const

  test('what is promised of another screen is looked at there', () => {
    expect(brokenPromise(project, pledge({ kind: 'after', that: { what: 'shown', screen: 'counter' }, then: there, withinMs: 800 }))).toEqual([])
    expect(brokenPromise(project, pledge({ kind: 'can reach', that: there }))).toEqual([])
  })

  test('and broken there, with a way from the start', () => {
    const [late] = brokenPromise(project, pledge({ kind: 'after', that: { what: 'shown', screen: 'counter' }, then: there, withinMs: 700 }))
    expect(late).toMatchObject({ level: 'fault', sentence: 'The promise “after “counter” is shown, within 700 ms ticket is on” is not kept: it can take longer than 700 ms.', witness: { surface: { screen: 'home' } } })
    const [never] = brokenPromise(project, pledge({ kind: 'never', that: there }))
    expect(never!.witness!.inputs.length).toBeGreaterThan(0)
  })
})
