import { describe, expect, test } from '@jest/globals'
import { allOf, NOTHING_FOUND, ProjectChecker, tryingRemedy, type Finding } from '@rheoscope/core/check'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, type Project } from '@rheoscope/core/document'
import { tap, projectOf, small } from '../run/small-component'
import { EXAMPLES } from './examples'

const LEVELS = ['note', 'risk', 'fault']

const isOffered = (project: Project, findings: readonly Finding[], finding: Finding): boolean => {
  const trying = tryingRemedy({ project, findings }, finding)
  for (;;) {
    const { done, value } = trying.next()
    if (done) return value
  }
}

/** Whether a finding is gone and nothing as bad has come instead, in all of the mended project. */
const isMended = (before: readonly Finding[], after: readonly Finding[], { id, level }: Finding): boolean =>
  !after.some((found) => found.id === id || (!before.some((known) => known.id === found.id) && LEVELS.indexOf(found.level) >= LEVELS.indexOf(level)))

const findingsIn = (project: Project, checker = new ProjectChecker()) => allOf(checker.check(project))

const withRemedy = (findings: readonly Finding[]) => findings.flatMap((finding) => (finding.remedy ? [{ finding, remedy: finding.remedy }] : []))

/** Examples in which what mends the finding brings another as bad: that has to be mended by hand. */
const BY_HAND = ['may-be-cut-short', 'hidden-takes-input']

describe('a remedy', () => {
  test.each(EXAMPLES)('is offered in the example of $kind where it makes nothing worse, and only there', ({ kind, has }) => {
    const findings = findingsIn(has)
    for (const { finding, remedy } of withRemedy(findings)) {
      const isGood = isMended(findings, findingsIn(apply(has, remedy.edit)), finding)
      expect([finding.id, isOffered(has, findings, finding)]).toEqual([finding.id, isGood])
    }
    const own = withRemedy(findings.filter((finding) => finding.kind === kind))
    if (own.length > 0) expect([kind, own.some(({ finding }) => isOffered(has, findings, finding))]).toEqual([kind, !BY_HAND.includes(kind)])
  })

  test('is offered in the demo, which has no fault and no risk, for whatever has one, and makes nothing worse in its components and screens', () => {
    const checker = new ProjectChecker()
    const found = (project: Project) => allOf({ components: checker.components(project), screens: checker.screens(project), project: NOTHING_FOUND })
    const findings = found(skerryLine)
    expect(withRemedy(findings).length).toBeGreaterThan(5)
    for (const { finding, remedy } of withRemedy(findings)) {
      expect([finding.id, isOffered(skerryLine, findings, finding)]).toEqual([finding.id, true])
      expect([finding.id, isMended(findings, found(apply(skerryLine, remedy.edit)), finding)]).toEqual([finding.id, true])
    }
    // What is about the whole project takes most of the memory, and comes last.
    expect([...findings, ...checker.whole(skerryLine).findings].filter(({ level }) => level !== 'note').map(({ sentence }) => sentence)).toEqual([])
  })

  test('does not take away a rule that still fires: where conditions overlap it says so of the second', () => {
    const component = small({ a: {}, b: {}, c: {} }, [
      { on: tap, in: ['a'], to: 'b', guard: 'n > 2' }, { on: tap, in: ['a'], to: 'c', guard: 'n > 1' }, { on: tap, in: ['b', 'c'], to: 'a', actions: [{ id: 's', do: 'set', variable: 'n', to: 'n == 3 ? 2 : 3' }] },
    ], { variables: [{ id: 'n', name: 'n', type: 'number', start: 2 }] })
    const project = projectOf(component)
    const compete = findingsIn(project).find(({ kind }) => kind === 'rules-compete')!
    expect(compete).toMatchObject({ level: 'risk', sentence: expect.stringContaining('Where both n > 2 and n > 1 hold, the first goes.'), remedy: { label: 'Let the second hold only where the first does not' } })
    const mended = apply(project, compete.remedy!.edit)
    expect(mended.components[0]!.rules[1]!.guard).toBe('(n > 1) && !(n > 2)')
    expect(findingsIn(mended).filter(({ kind }) => kind === 'rules-compete' || kind === 'state-unreachable')).toEqual([])
  })

  test('leaves a rule that is never first where it goes elsewhere', () => {
    const project = projectOf(small({ a: {}, b: {}, c: {} }, [{ on: tap, in: ['a'], to: 'b' }, { on: tap, in: ['a', 'b'], to: 'c' }, { on: tap, in: ['c'], to: 'a' }]))
    const compete = findingsIn(project).find(({ kind }) => kind === 'rules-compete')!
    expect(compete).toMatchObject({ level: 'fault', sentence: expect.stringContaining('Only the first ever fires there.'), remedy: { label: 'Let the second hold in the other state only' } })
    const mended = apply(project, compete.remedy!.edit)
    expect(mended.components[0]!.rules[1]!.within).toEqual({ only: ['b'] })
    expect(findingsIn(mended).filter(({ level }) => level === 'fault').map(({ kind }) => kind)).toEqual(['no-keyboard-way'])
  })
})
