import { describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, type Component } from '@rheoscope/core/document'
import { checkComponent, ProjectChecker, type Finding } from '@rheoscope/core/check'
import { replay } from '@rheoscope/core/run'
import { after, enter, leave, projectOf, settled, small, tap, type SmallState } from '../run/small-component'

const wide: Record<string, SmallState> = { a: {}, b: { look: { box: { x: 40 } } } }
const there = { on: tap, in: ['a'], to: 'b' }
const back = { on: tap, in: ['b'], to: 'a' }

const check = (component: Component, ...others: readonly Component[]) => checkComponent(projectOf(component, ...others), component)
const kinds = (component: Component, ...others: readonly Component[]) => check(component, ...others).map(({ kind }) => kind)
const only = (component: Component, kind: string): Finding => check(component).find((finding) => finding.kind === kind)!

/** For every check an example that has it, and the nearest example that has not. */
const EXAMPLES: readonly (readonly [kind: string, has: Component, hasNot: Component])[] = [
  ['state-unreachable', small({ ...wide, c: {} }, [there, back]), small({ ...wide, c: {} }, [there, { ...back, to: 'c' }, { on: tap, in: ['c'], to: 'a' }])],
  ['no-way-out', small(wide, [there]), small({ a: {}, b: { ...wide.b, final: true } }, [there])],
  ['starts-moving', small(wide, [{ on: after(0), in: ['a'], to: 'b' }, back]), small(wide, [{ on: after(4000), in: ['a'], to: 'b' }, back])],
  ['never-completes', small(wide, [there, { on: after(99), in: ['b'], to: 'a' }]), small(wide, [there, { on: after(100), in: ['b'], to: 'a' }])],
  ['endless-immediate-loop', small(wide, [there, { on: after(0), in: ['b'], to: 'a' }, { on: after(0), in: ['a'], to: 'b' }]), small(wide, [there, { on: after(0), in: ['b'], to: 'a', ms: 0 }])],
  ['rules-compete', small(wide, [there, { ...there, to: { go: 'next', wrap: true } }, back]), small(wide, [{ ...there, guard: 'n > 1' }, { ...there, guard: 'n <= 1' }, back], { parameters: [{ id: 'n', name: 'n', type: 'number', initial: 0 }] })],
  ['unanswered', small(wide, [{ on: enter, in: ['a'], to: 'b' }, { on: after(500), in: ['b'], to: 'a' }]), small(wide, [{ on: enter, in: ['a'], to: 'b' }, { on: enter, in: ['b'], to: { go: 'nothing' } }, { on: after(500), in: ['b'], to: 'a' }])],
  ['easing-invalid', small(wide, [{ ...there, easing: 'bouncy' }, back]), small(wide, [{ ...there, easing: 'ease' }, back])],
  ['value-unreadable', small({ a: {}, b: { look: { box: { x: { expr: 'nowhere' } } } } }, [there, back]), small({ a: {}, b: { look: { box: { x: { expr: '4 * 4' } } } } }, [there, back])],
]

describe.each(EXAMPLES)('%s', (kind, has, hasNot) => {
  test('is raised where it is so', () => expect(kinds(has)).toContain(kind))
  test('is not raised where it nearly is', () => expect(kinds(hasNot)).not.toContain(kind))
  test('says so in a sentence with its places, and can be taken as data', () => {
    const finding = only(has, kind)
    expect(finding.sentence).toMatch(/^[‹“A-Za-z].*\.$/s)
    expect(JSON.parse(JSON.stringify(finding))).toEqual(finding)
  })
})

describe('proof', () => {
  test('a motion that is cut is shown up to the cut', () => {
    const component = small(wide, [there, { on: after(60), in: ['b'], to: 'a' }])
    const { sentence, witness, numbers } = only(component, 'never-completes')
    expect(sentence).toBe('‹b› leaves after 60 ms, but its motion needs 100 ms: it is always cut off 40 ms early.')
    expect(numbers).toEqual({ afterMs: 60, needsMs: 100, earlyMs: 40 })
    const { trace } = replay(projectOf(component), witness!.surface, witness!.inputs, witness!.lookAtMs)
    expect(trace.at(-1)).toMatchObject({ what: 'state', from: 'b', to: 'a', atMs: witness!.lookAtMs })
  })

  test('a turn that is cut is said in degrees', () => {
    const ring = small({ still: {}, turning: { continuous: { durationMs: 2400, easing: 'linear', repeat: 'forward', times: null, to: { box: { rotate: 360 } } } } }, [{ on: tap, in: ['still'], to: 'turning' }, { on: after(1800), in: ['turning'], to: 'still' }])
    expect(only(ring, 'never-completes').sentence).toContain('the turn is always cut at 270°')
  })

  test('the remedy mends it', () => {
    const component = small(wide, [there, { on: after(60), in: ['b'], to: 'a' }])
    const mended = apply(projectOf(component), only(component, 'never-completes').remedy!.edit)
    expect(checkComponent(mended, mended.components[0]!).map(({ kind }) => kind)).not.toContain('never-completes')
  })

  test('a witness of an endless loop stops where it is said to', () => {
    const component = small(wide, [{ on: after(0), in: ['a'], to: 'b' }, { on: settled, in: ['b'], to: 'a', ms: 0 }].map((rule) => ({ ...rule, ms: 0 })))
    const finding = only(component, 'endless-immediate-loop')
    expect(replay(projectOf(component), finding.witness!.surface, finding.witness!.inputs, finding.witness!.endsAtMs).stopped).toBe(true)
  })

  test('every fault about behaviour has a witness', () => {
    for (const [kind, has] of EXAMPLES.filter(([each]) => !['easing-invalid', 'value-unreadable'].includes(each))) {
      expect([kind, only(has, kind).witness]).not.toEqual([kind, null])
    }
  })
})

describe('no false alarms', () => {
  test('the demo project has nothing to say', () => {
    expect(skerryLine.components.flatMap((component) => checkComponent(skerryLine, component))).toEqual([])
  })

  test('a last rule without a guard is the otherwise of those before', () => {
    const component = small(wide, [{ ...there, guard: 'n > 1' }, { ...there, to: { go: 'stay' } }, back], { parameters: [{ id: 'n', name: 'n', type: 'number', initial: 2 }] })
    expect(kinds(component)).not.toContain('rules-compete')
  })

  test('a state a holder puts its instance into is reachable', () => {
    const [holder, ring] = skerryLine.components as [Component, Component]
    expect(kinds(ring, holder)).toEqual([])
    expect(kinds(ring)).toContain('state-unreachable')
  })

  test('a trigger that cannot come in a state is not missed there', () => {
    const component = small(wide, [{ on: enter, in: ['a'], to: 'b' }, { on: leave, in: ['b'], to: 'a' }])
    expect(kinds(component)).toEqual([])
  })
})

describe('checking while editing', () => {
  test('answers from memory for what an edit did not touch', () => {
    const checker = new ProjectChecker()
    const before = checker.check(skerryLine)
    const edited = apply(skerryLine, { edit: 'set', path: ['components', 'boardingButton', 'rules', 'finish', 'trigger', 'ms'], to: 100 })
    const now = checker.check(edited)
    expect(now.spinnerRing).toBe(before.spinnerRing)
    expect(now.boardingButton!.map(({ kind }) => kind)).toContain('never-completes')
    expect(checker.check(skerryLine).boardingButton).toEqual([])
  })

  test('a component that cannot be put together is a finding, not a crash', () => {
    const broken = apply(skerryLine, { edit: 'remove', path: ['components'], id: 'spinnerRing' })
    expect(new ProjectChecker().check(broken).boardingButton![0]).toMatchObject({ kind: 'dangling', level: 'fault' })
  })
})
