import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { apply, batch, destinationsOf, leadElsewhere, movesOf, removeState, renameStateSpokenOf, setCells, tieAxis, untieAxis, wordOf, type Component, type Edit, type Project, type Rule, type Target, type Variable } from '@rheoscope/core/document'
import { answersFor } from '@rheoscope/core/reading'
import { readProject, requireProject } from '@rheoscope/core/schema'
import { advanceTo, send, startRun, type Run } from '@rheoscope/core/run'
import { projectOf, small, tap, type SmallRule } from '../run/small-component'

let made = 0
const newId = () => `made${++made}`

const STATES = { shut: {}, ajar: { look: { box: { x: 40 } } }, wide: { look: { box: { x: 100 } } } }
const variable = (type: Variable['type']): Variable => ({ id: 'v', name: 'v', type, start: { 'yes/no': false, number: 0, text: 'shut', choice: 'shut' }[type], ...(type === 'choice' ? { choices: ['shut', 'ajar', 'wide'] } : {}) })
const lid = (rules: readonly SmallRule[], type: Variable['type'] = 'text', states: Parameters<typeof small>[0] = STATES): Component => small(states, [...rules], { variables: [variable(type)] })
const tied = (rules: readonly SmallRule[], type: Variable['type'] = 'text', states: Parameters<typeof small>[0] = STATES): Component => {
  const component = lid([], type, states)
  return { ...component, rules: small(states, [...rules]).rules, axes: component.axes.map((axis) => ({ ...axis, boundTo: { variable: 'v' } })) }
}
const after = (component: Component, edit: Edit): Component => apply(projectOf(component), edit).components[0]!
const stateOf = (run: Run): string => run.instances.get('')!.states[0]!
const set = (to: string): Rule['actions'] => [{ id: `set ${to}`, do: 'set', variable: 'v', to }]

describe('A rule that would move an axis which something decides', () => {
  const problemOf = (project: Project): unknown => {
    try {
      return requireProject(project, 'The project')
    } catch (error) {
      return error
    }
  }
  const moved = (boundTo: Component['axes'][number]['boundTo']): Project => projectOf({ ...lid([{ on: tap, to: 'wide' }]), parameters: [{ id: 'p', name: 'p', type: 'text', initial: 'shut' }], axes: lid([]).axes.map((axis) => ({ ...axis, boundTo })) })

  test('is refused, with what to do instead', () => {
    expect(problemOf(moved({ variable: 'v' }))).toMatchObject({ code: 'decided', place: 'components/small/rules/r0/target', message: expect.stringMatching(/decided by the variable v; let the rule stay and set v instead/) })
    expect(problemOf(moved({ parameter: 'p' }))).toMatchObject({ code: 'decided', message: expect.stringMatching(/the parameter p, which is given from outside; no rule moves it/) })
    expect(problemOf(moved(null))).toMatchObject({ id: expect.any(String) })
  })

  test('sets the variable once a file that has it is read', () => {
    const [component] = readProject(JSON.stringify(moved({ variable: 'v' }))).components
    expect(component!.rules.map(({ target, actions }) => [target.go, actions.map((action) => (action.do === 'set' ? action.to : ''))])).toEqual([['stay', ['"wide"']]])
    expect(readProject(JSON.stringify(moved({ parameter: 'p' }))).components[0]!.rules[0]!.target).toEqual({ go: 'stay' })
  })
})

describe('Cells of an axis that a variable decides', () => {
  const column = (state: string) => ({ axis: 'axis', state, trigger: tap, part: null })

  test.each<readonly [Variable['type'], string]>([['yes/no', 'true'], ['number', '1'], ['text', '"ajar"'], ['choice', '"ajar"']])('lead by setting a variable of %s', (type, to) => {
    const component = tied([], type)
    const edit = setCells(projectOf(component), component, [column('shut')], { go: 'state', state: 'ajar' }, newId)
    const [rule] = after(component, edit).rules
    expect([rule!.target, rule!.actions]).toEqual([{ go: 'stay' }, [expect.objectContaining({ do: 'set', variable: 'v', to })]])
    expect(destinationsOf(component.axes[0]!, rule!)).toEqual(['ajar'])
  })

  test('lead elsewhere, or nowhere, with what else they do kept', () => {
    const component = tied([{ on: tap, to: { go: 'stay' }, actions: [...set("'wide'"), { id: 's', do: 'send', message: 'm', payload: null, recipient: 'everyone' }] }])
    const led = (wanted: Target) => after(component, leadElsewhere(projectOf(component), component, component.rules[0]!, wanted, newId)).rules[0]!
    expect(destinationsOf(component.axes[0]!, component.rules[0]!)).toEqual(['wide'])
    expect([destinationsOf(component.axes[0]!, led({ go: 'state', state: 'ajar' })), led({ go: 'state', state: 'ajar' }).actions.map(({ do: does }) => does)]).toEqual([['ajar'], ['send', 'set']])
    expect(led({ go: 'stay' }).actions.map(({ id }) => id)).toEqual(['s'])
  })

  test('are offered its states, and neither back nor chance', () => {
    expect(answersFor(tied([]), column('shut')).map(({ target }) => target.go)).toEqual(['state', 'state', 'state', 'ignored'])
  })

  test('are on the map as ways', () => {
    const component = tied([{ on: tap, in: ['shut'], to: { go: 'stay' }, actions: set('"wide"') }, { on: tap, in: ['wide'], to: { go: 'stay' }, actions: set('v + "x"') }])
    expect(movesOf(component, component.axes[0]!).map(({ from, to }) => `${from} ${to}`)).toEqual(['shut wide'])
  })

  test('follow a state to another name, and go with it', () => {
    const component = tied([{ on: tap, in: ['shut'], to: { go: 'stay' }, actions: set('"wide"') }], 'choice')
    const renamed = after(component, renameStateSpokenOf(projectOf(component), component, component.axes[0]!, 'wide', 'open', wordOf))
    expect([destinationsOf(renamed.axes[0]!, renamed.rules[0]!), renamed.variables[0]!.choices]).toEqual([['wide'], ['shut', 'ajar', 'open']])
    expect(after(component, batch(removeState(component, component.axes[0]!, 'wide')!)).rules).toEqual([])
  })
})

describe('Letting a variable decide an axis', () => {
  const rule = fc.record({ in: fc.subarray(Object.keys(STATES), { minLength: 1 }), to: fc.oneof(fc.constantFrom('shut', 'ajar', 'wide'), fc.constantFrom<Target>({ go: 'next', loops: true }, { go: 'next', loops: false }, { go: 'previous', loops: false }, { go: 'stay' })), ms: fc.constantFrom(0, 100) })
  const keys = ['a', 'b', 'c'] as const
  const rules = fc.array(rule, { minLength: 1, maxLength: 3 }).map((all) => all.map((each, index): SmallRule => ({ ...each, on: { on: 'key', key: keys[index]!, modifiers: {}, anywhere: true } as never })))

  test('comes to the same states as the rules that moved it did, whatever is done', () => {
    fc.assert(fc.property(rules, fc.array(fc.constantFrom(...keys), { maxLength: 8 }), fc.constantFrom('number' as const, 'text' as const, 'choice' as const), (moving, pressed, type) => {
      const before = lid(moving, type)
      const now = after(before, tieAxis(before, before.axes[0]!, before.variables[0]!, newId))
      expect(requireProject(projectOf(now), 'The project')).toBeTruthy()
      const loose = after(now, untieAxis(now, now.axes[0]!))
      const runs = [before, now, loose].map((component) => startRun(projectOf(component), { component: 'small' }))
      for (const [index, key] of pressed.entries()) {
        for (const run of runs) {
          advanceTo(run, index * 300)
          send(run, { do: 'key', key, modifiers: {} })
        }
        expect(runs.map(stateOf)).toEqual(runs.map(() => stateOf(runs[0]!)))
      }
    }))
  })

  test('keeps how long the motions of its rules take, as that of the states', () => {
    const before = lid([{ on: tap, in: ['shut', 'ajar'], to: 'wide', ms: 300 }, { on: tap, in: ['wide'], to: { go: 'previous', loops: false }, ms: 120 }])
    const now = after(before, tieAxis(before, before.axes[0]!, before.variables[0]!, newId))
    expect(now.pairs.map(({ from, to, motion }) => `${from} ${to} ${String(motion.durationMs)}`)).toEqual(['shut wide 300', 'ajar wide 300', 'wide ajar 120'])
    expect(now.rules.every(({ motion }) => motion === null)).toBe(true)
  })

  test('sets it before what waits', () => {
    const pulse = { id: 'p', do: 'send', message: 'm', payload: null, recipient: 'everyone', awaited: true } as const
    const before = lid([{ on: tap, to: 'wide', actions: [pulse] }])
    expect(after(before, tieAxis(before, before.axes[0]!, before.variables[0]!, newId)).rules[0]!.actions.map(({ do: does }) => does)).toEqual(['set', 'send'])
  })
})
