import { readFileSync } from 'node:fs'
import { describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, type Component, type Project } from '@rheoscope/core/document'
import { allOf, checkComponent, CHECKS, ProjectChecker, reported, type ComponentCheck, type Finding } from '@rheoscope/core/check'
import { replay } from '@rheoscope/core/run'
import { after, enter, leave, projectOf, settled, small, tap, type SmallState } from '../run/small-component'
import { EXAMPLES } from './examples'

const wide: Record<string, SmallState> = { a: {}, b: { look: { box: { x: 40 } } } }
const there = { on: tap, in: ['a'], to: 'b' }
const back = { on: tap, in: ['b'], to: 'a' }

const findingsIn = (project: Project): readonly Finding[] => allOf(new ProjectChecker().check(project))
const check = (component: Component, ...others: readonly Component[]) => checkComponent(projectOf(component, ...others), component).findings
const kinds = (component: Component, ...others: readonly Component[]) => check(component, ...others).map(({ kind }) => kind)
const only = (component: Component, kind: string): Finding => check(component).find((finding) => finding.kind === kind)!

/** What is so in the document itself, where there is nothing to play. */
const WITHOUT_WITNESS = [
  'there-and-back-differ', 'seam', 'easing-invalid', 'too-long', 'too-short', 'no-reduced-form', 'no-name', 'label-in-name', 'no-role', 'says-no-state', 'contrast-unknown', 'target-small', 'leaves-bounds', 'cut-off', 'parameter-not-everywhere', 'dangling', 'value-unreadable',
  'screen-unreachable', 'overlay-unreachable', 'out-of-family', 'unused', 'never-set', 'set-but-never-read', 'column-never-set', 'total-never-changes', 'left-open',
]

/** What one edit mends, in the example at least. */
const WITH_REMEDY = [
  'combination-unreachable', 'no-way-out', 'rule-never-fires', 'rules-compete', 'unanswered', 'some-but-not-all', 'never-completes', 'may-be-cut-short', 'ends-elsewhere', 'jumps', 'there-and-back-differ', 'wrong-way-round', 'seam',
  'lanes-out-of-step', 'overshoots-bounds', 'vanishes-by-itself', 'too-long', 'too-short', 'no-reduced-form', 'hidden-takes-input', 'covered', 'looks-dead', 'no-keyboard-way', 'no-role', 'says-no-state', 'focus-trapped', 'leaves-bounds', 'cut-off', 'parameter-not-everywhere', 'dangling', 'out-of-family', 'text-too-wide',
]

const ALL_CHECKS: readonly Pick<ComponentCheck, 'name' | 'levels'>[] = Object.values(CHECKS).flat()

describe.each(EXAMPLES)('$kind', ({ kind, has, hasNot }) => {
  const found = findingsIn(has).filter((finding) => finding.kind === kind)

  test('is raised where it is so, in a sentence with its places, and can be taken as data', () => {
    expect(found.length).toBeGreaterThan(0)
    for (const finding of found) {
      expect(finding.sentence).toMatch(/^[‹“A-Za-z].*\.$/s)
      expect(JSON.parse(JSON.stringify(finding))).toEqual(finding)
      expect(reported(has, finding)).toMatchObject({ kind, level: finding.level })
    }
  })

  test('is not raised where it nearly is', () => expect(findingsIn(hasNot).map((finding) => finding.kind)).not.toContain(kind))

  if (WITHOUT_WITNESS.includes(kind)) test('has nothing to play', () => expect(found.map(({ witness }) => witness)).toEqual(found.map(() => null)))
  else test('has a witness that plays', () => {
    const witnesses = found.flatMap(({ witness }) => witness ?? [])
    expect(witnesses.length).toBeGreaterThan(0)
    expect(found.filter(({ level, witness }) => level === 'fault' && witness === null)).toEqual([])
    for (const { surface, inputs, endsAtMs } of witnesses) expect(replay(has, surface, inputs, endsAtMs).nowMs).toBe(endsAtMs)
  })

  if (!WITH_REMEDY.includes(kind)) test('offers no remedy', () => expect(found.map(({ remedy }) => remedy)).toEqual(found.map(() => null)))
  else test('is gone once its remedy is taken', () => {
    const mended = found.flatMap(({ id, remedy }) => (remedy ? [{ id, has: apply(has, remedy.edit) }] : []))
    expect(mended.length).toBeGreaterThan(0)
    for (const { id, has: project } of mended) expect(findingsIn(project).map((finding) => finding.id)).not.toContain(id)
  })
})

test('every check has an example', () => {
  const names = new Set(ALL_CHECKS.map(({ name }) => name))
  names.delete('not-finished')
  expect(EXAMPLES.map(({ kind }) => kind).toSorted()).toEqual([...names].toSorted())
})

test('every check stands in the docs with its levels', () => {
  const rows = readFileSync('docs/checks.md', 'utf8').split('\n').filter((line) => line.startsWith('| `'))
  for (const { name, levels } of ALL_CHECKS) {
    const said = rows.filter((row) => row.split('|')[1]!.includes(`\`${name}\``)).map((row) => row.split('|')[2]!).join(' ')
    expect({ name, levels: levels.filter((level) => !said.includes(level)) }).toEqual({ name, levels: [] })
  }
})

test.each(EXAMPLES)('what is found in the example of $kind has a level its check can have', ({ has }) => {
  for (const { kind, level } of findingsIn(has)) expect([kind, ALL_CHECKS.filter(({ name }) => name === kind).flatMap(({ levels }) => levels)]).toEqual([kind, expect.arrayContaining([level])])
})

describe('proof', () => {
  test('a motion that is cut is shown up to the cut', () => {
    const component = small(wide, [there, { on: after(60), in: ['b'], to: 'a' }])
    const { sentence, witness, numbers } = only(component, 'never-completes')
    expect(sentence).toBe('‹b› is left after 60 ms, but its 100 ms motion needs 40 ms more: it never completes.')
    expect(numbers).toEqual({ afterMs: 60, needsMs: 100, earlyMs: 40 })
    const { trace } = replay(projectOf(component), witness!.surface, witness!.inputs, witness!.lookAtMs)
    expect(trace.at(-1)).toMatchObject({ what: 'state', from: 'b', to: 'a', atMs: witness!.lookAtMs })
  })

  test('a turn that is cut is said in degrees', () => {
    const ring = small({ still: {}, turning: { loop: { durationMs: 2400, easing: 'linear', direction: 'forward', count: null, to: { box: { rotation: 360 } } } } }, [{ on: tap, in: ['still'], to: 'turning' }, { on: after(1800), in: ['turning'], to: 'still' }])
    expect(only(ring, 'never-completes').sentence).toContain('the turn is always cut at 270°')
  })

  test('a witness of an endless loop stops where it is said to', () => {
    const component = small(wide, [{ on: after(0), in: ['a'], to: 'b' }, { on: settled, in: ['b'], to: 'a', ms: 0 }].map((rule) => ({ ...rule, ms: 0 })))
    const finding = only(component, 'endless-immediate-loop')
    expect(replay(projectOf(component), finding.witness!.surface, finding.witness!.inputs, finding.witness!.endsAtMs).loop.isStopped).toBe(true)
  })
})

describe('no false alarms', () => {
  test('a last rule without a guard is the otherwise of those before', () => {
    const component = small(wide, [{ ...there, guard: 'n > 1' }, { ...there, to: { go: 'stay' } }, back], { parameters: [{ id: 'n', name: 'n', type: 'number', initial: 2 }] })
    expect(kinds(component)).not.toContain('rules-compete')
  })

  test('a state a holder puts its instance into is reachable', () => {
    const [holder, ring] = skerryLine.components as [Component, Component]
    expect(kinds(ring, holder)).not.toContain('state-unreachable')
    expect(kinds(ring)).toContain('state-unreachable')
  })

  test('a trigger that cannot come in a state is not missed there', () => {
    const component = small(wide, [{ on: enter, in: ['a'], to: 'b' }, { on: leave, in: ['b'], to: 'a' }])
    expect(kinds(component)).not.toContain('unanswered')
  })

  test('what a person can always interrupt does not count as cut short', () => {
    expect(kinds(small(wide, [{ ...there, ms: 900 }, { ...back, ms: 900 }]))).not.toContain('may-be-cut-short')
  })
})

describe('checking while editing', () => {
  test('answers from memory for what an edit did not touch', () => {
    const checker = new ProjectChecker()
    const few: Project = { ...skerryLine, components: skerryLine.components.filter(({ id }) => ['boardingButton', 'spinnerRing'].includes(id)) }
    const before = checker.components(few)
    const edited = apply(few, { edit: 'set', path: ['components', 'boardingButton', 'rules', 'finish', 'trigger', 'ms'], to: 100 })
    const now = checker.components(edited)
    expect(now.spinnerRing).toBe(before.spinnerRing)
    expect(now.boardingButton!.findings.map(({ kind }) => kind)).toContain('never-completes')
    expect(checker.components(few).boardingButton!.findings.map(({ kind }) => kind)).not.toContain('never-completes')
  })

  test('looks again at what a slot is filled with when that changes', () => {
    const checker = new ProjectChecker()
    const ticket = () => skerryLine.components.find(({ id }) => id === 'ticketButton')!
    const before = checker.component(skerryLine, ticket())
    const edited = apply(skerryLine, { edit: 'set', path: ['components', 'ticketIcon', 'name'], to: 'Another icon' })
    expect(checker.component(edited, ticket())).not.toBe(before)
    expect(checker.component(edited, ticket())).toBe(checker.component(edited, ticket()))
  })

  test('looks again at what records decide when something else begins to change them', () => {
    const { has } = EXAMPLES.find(({ kind }) => kind === 'list-stays-empty')!
    const sets = small({ a: {} }, [{ on: tap, to: { go: 'stay' }, actions: [{ id: 'sets', do: 'set records', table: 'goods', column: 'count', to: '6', where: null }] }])
    const other = { ...sets, id: 'other', name: 'Other' }
    const checker = new ProjectChecker()
    const kindsOf = (project: Project) => checker.component(project, project.components[0]!).findings.map(({ kind }) => kind)
    expect(kindsOf(has)).toContain('list-stays-empty')
    expect(kindsOf({ ...has, components: [...has.components, other] })).not.toContain('list-stays-empty')
  })

  test('a component that cannot be put together is a finding, not a crash', () => {
    const broken = apply(skerryLine, { edit: 'remove', path: ['components'], id: 'spinnerRing' })
    expect(new ProjectChecker().component(broken, broken.components[0]!).findings[0]).toMatchObject({ kind: 'dangling', level: 'fault' })
  })
})
