import { afterEach, describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { newProject, type Component, type Project } from '@rheoscope/core/document'
import { allOf, checkComponent, CHECKS, completeCheck, failuresIn, givenUpIn, ProjectChecker, type CheckProgress, type ComponentCheck, type ProjectCheck } from '@rheoscope/core/check'
import { explore, MemoryAllowance, Network, thingsOnSurface, MODALITIES } from '@rheoscope/core/check/explore'
import { after, projectOf, small, tap } from '../run/small-component'

const wide = { a: {}, b: { look: { box: { x: 40 } } } }
const there = { on: tap, in: ['a'], to: 'b' }

describe('a rule on what happens at the very start', () => {
  const shown = small(wide, [{ on: { on: 'shown' }, to: 'b' }, { on: tap, in: ['b'], to: { go: 'stay' } }])

  test('is checked like any other', () => {
    const { failures, findings } = checkComponent(projectOf(shown), shown)
    expect(failures).toEqual([])
    expect(findings.map(({ kind }) => kind)).toContain('no-way-out')
  })

  test.each(['', ' of a screen'])('keeps no check%s from answering', (where) => {
    const project: Project = { ...projectOf(shown), screens: where === '' ? [] : [{ ...skerryLine.screens[0]!, id: 'deck', parts: [...skerryLine.screens[0]!.parts.slice(0, 1), { id: 'one', kind: 'instance', name: 'One', parent: skerryLine.screens[0]!.parts[0]!.id, component: 'small', start: {}, base: { x: 0, y: 0 } }], rules: [] }] }
    expect(failuresIn(new ProjectChecker().check(project))).toEqual([])
  })
})

describe('a check that breaks down', () => {
  const component = small(wide, [there, { on: after(60), in: ['b'], to: 'a' }])
  const stuck = {
    name: 'stuck', levels: ['note'], means: 'nothing',
    finds: () => {
      throw new TypeError('the needle is stuck')
    },
  } as const
  const [ofComponents, ofProjects] = [CHECKS.component as ComponentCheck[], CHECKS.project as ProjectCheck[]]
  afterEach(() => {
    for (const checks of [ofComponents, ofProjects]) if (checks.at(-1)?.name === 'stuck') checks.pop()
  })

  test('costs its own answer only, and is named', () => {
    const { findings } = checkComponent(projectOf(component), component)
    ofComponents.push({ ...stuck, scope: 'component' })
    const now = checkComponent(projectOf(component), component)
    expect(now.findings).toEqual(findings)
    expect(now.failures).toEqual([{ check: 'stuck', about: { component: 'small' }, sentence: 'The check stuck broke down, so it is not known what it would have found: the needle is stuck', detail: expect.stringContaining('TypeError') }])
  })

  test('of the whole project leaves the others standing as well', () => {
    ofProjects.push({ ...stuck, scope: 'project' })
    const found = new ProjectChecker().check({ ...projectOf(component), variables: [{ id: 'v', name: 'v', type: 'number', start: 0 }] })
    expect(failuresIn(found).map(({ check }) => check)).toEqual(['stuck'])
    expect(allOf(found).map(({ kind }) => kind)).toEqual(expect.arrayContaining(['never-completes', 'unused']))
  })

  test('is told by a complete check', () => {
    ofComponents.push({ ...stuck, scope: 'component' })
    expect(completeCheck(projectOf(component), () => undefined).failures.map(({ check }) => check)).toEqual(['stuck'])
  })
})

describe('what is given up', () => {
  test('is said in a sentence, also of what comes from outside', () => {
    const component = small({ a: {}, b: {}, c: {} }, [{ on: tap, to: { go: 'next', loops: true } }])
    const looked = checkComponent(projectOf(component), component, { limit: 1 })
    expect(givenUpIn(looked)).toEqual([expect.stringMatching(/^2 configurations of Small were seen, not all of them/)])
    expect(givenUpIn(checkComponent(projectOf(component), component))).toEqual([])
  })

  test('is told of promises as far as they were asked to be looked into', () => {
    const few: Project = { ...skerryLine, screens: [], takes: [], startScreen: null, promises: skerryLine.promises.filter(({ surface }) => 'component' in surface && surface.component !== 'tideTable') }
    const said = (limit: number) => new ProjectChecker({ limit }).whole(few).findings.filter(({ kind, level }) => kind === 'promise-broken' && level === 'note').length
    expect([said(1), said(20_000)]).toEqual([2, 0])
  })
})

/** A component of several axes, each of which counts in a time of its own, so that there are many readings of their clocks. */
function busy(axes: number): Component {
  const one = small({ a: {}, b: {} }, [])
  return {
    ...one,
    axes: Array.from({ length: axes }, (_each, index) => ({ ...one.axes[0]!, id: `axis${index}`, name: `axis ${index}`, states: one.axes[0]!.states.map((state) => ({ ...state, id: `${state.id}${index}`, name: `${state.name}${index}` })), start: `a${index}` })),
    rules: Array.from({ length: axes }, (_each, index) => small({}, [{ on: after(50 + 17 * index), in: [`a${index}`], to: `b${index}`, axis: `axis${index}` }, { on: tap, in: [`b${index}`], to: `a${index}`, axis: `axis${index}`, letThrough: true }]).rules.map((rule) => ({ ...rule, id: `${rule.id}-${index}` }))).flat(),
  }
}

describe('how far a complete check is', () => {
  test('is told before each thing, and while one is explored', () => {
    const told: CheckProgress[] = []
    completeCheck({ ...newProject('p', 'P'), components: [small({ a: {} }, []), { ...busy(4), id: 'busy', name: 'Busy' }] }, (progress) => told.push(progress))
    expect(told.filter(({ seen }) => seen === 0).map(({ done, total, what }) => `${done}/${total} ${what}`)).toEqual(['0/3 Small', '1/3 Busy', '2/3 P'])
    const seen = told.filter(({ what }) => what === 'Busy').map((each) => each.seen)
    expect(Math.max(...seen)).toBeGreaterThan(500)
  })
})

test('what explorations keep is bounded: they are given up, and that is told', () => {
  const component = busy(4)
  const network = () => new Network(projectOf(component), thingsOnSurface(projectOf(component), { component: 'small' }))
  const whole = explore(network(), { ways: MODALITIES })
  const bounded = explore(network(), { ways: MODALITIES, memory: new MemoryAllowance(100_000) })
  expect([whole.isFinished, bounded.isFinished]).toEqual([true, false])
  expect(bounded.seen).toBeLessThan(whole.seen)
  expect(explore(network(), { ways: MODALITIES, memory: new MemoryAllowance(100_000) }).seen).toBe(bounded.seen)
})

describe('an axis a variable decides', () => {
  const states = Object.fromEntries(['one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine'].map((name, index) => [name, { look: { box: { x: index } } }]))
  const tied = (to: readonly string[]) => {
    const component = small(states, [], { variables: [{ id: 'v', name: 'which', type: 'text', start: 'one' }] })
    const rules = small(states, to.map((value) => ({ on: tap, to: { go: 'stay' as const }, actions: [{ id: 'set', do: 'set' as const, variable: 'which', to: value }] }))).rules
    return { ...component, rules, axes: [{ ...component.axes[0]!, boundTo: { variable: 'which' } }] }
  }
  const said = (to: readonly string[]) => checkComponent(projectOf(tied(to)), tied(to)).findings.filter(({ kind }) => kind === 'state-unreachable').map(({ sentence }) => sentence)

  test('that nothing sets stays where it starts, and that is a fault', () => {
    expect(said([])).toEqual(['‹two›, ‹three›, ‹four›, ‹five›, ‹six›, ‹seven›, ‹eight› and ‹nine› never come: the variable which decides it, and nothing ever sets it.'])
  })

  test('comes to what rules set it to, and to nothing else', () => {
    expect(said(["'two'", "'nine'"])).toEqual(['‹three›, ‹four›, ‹five›, ‹six›, ‹seven› and ‹eight› never come: the variable which decides it, and is never set to anything that goes with it.'])
  })

  test('can come to any state when what it is set to is worked out', () => expect(said(['which'])).toEqual([]))
})
