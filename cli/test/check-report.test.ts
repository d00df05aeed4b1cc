import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import { apply } from '@rheoscope/core/document'
import { CHECKS, digestOf, ProjectChecker, type ComponentCheck } from '@rheoscope/core/check'
import { checkReport, type CheckRequest } from '../src/check-report'

const cut = apply(skerryLine, { edit: 'set', path: ['components', 'boardingButton', 'rules', 'finish', 'trigger', 'ms'], to: 100 })

const asked = (more: Partial<CheckRequest>): CheckRequest => ({ file: 'skerry-line.rheo.json', format: 'text', level: 'fault', screen: 'Home', ...more })

test('a clean project says so', () => {
  expect(checkReport({ ...skerryLine, components: [], screens: [], variables: [], promises: [] }, asked({ screen: undefined as never, level: 'note' }))).toEqual({ text: 'Skerry Line: no findings in 0 components and 0 screens\n', isFound: false, failures: [] })
})

test('a fault is found, in text and as data with its witness as a take', () => {
  const { text, isFound } = checkReport(cut, asked({}))
  expect(isFound).toBe(true)
  expect(text).toContain('fault Boarding button: `working` is left after 100 ms, but its 160 ms motion needs 60 ms more: it never completes. [never-completes]')
  const { project, findings } = JSON.parse(checkReport(cut, asked({ format: 'json' })).text)
  expect(project).toBe('Skerry Line')
  expect(findings.find(({ kind }: { kind: string }) => kind === 'never-completes')).toMatchObject({
    component: { id: 'boardingButton', name: 'Boarding button' }, states: [{ name: 'working' }], numbers: { afterMs: 100, needsMs: 160, earlyMs: 60 }, accepted: null,
    witness: { surface: { component: 'boardingButton' }, inputs: expect.any(Array), expectations: [] },
  })
})

test('what is below the level asked for is printed and does not count', () => {
  const noted = apply(skerryLine, { edit: 'remove', path: ['components', 'boardingButton', 'rules'], id: 'busy' })
  expect(checkReport(noted, asked({ level: 'risk' }))).toMatchObject({ isFound: false, text: expect.stringContaining('[unanswered]') })
  expect(checkReport(noted, asked({ level: 'note' })).isFound).toBe(true)
})

test('a finding somebody accepted does not count, until it changes', () => {
  const finding = new ProjectChecker().component(cut, cut.components.find(({ id }) => id === 'boardingButton')!).findings.find(({ kind }) => kind === 'never-completes')!
  const rest = new ProjectChecker().component(cut, cut.components.find(({ id }) => id === 'boardingButton')!).findings.filter(({ level }) => level === 'fault')
  const accepted = { ...cut, accepted: rest.map((each, index) => ({ id: `ok${index}`, finding: each.id, of: digestOf(each), reason: 'shown at the fair only' })) }
  expect(checkReport(accepted, asked({}))).toMatchObject({ isFound: false, text: expect.stringContaining('accepted: shown at the fair only') })
  expect(finding.level).toBe('fault')
  expect(checkReport(apply(accepted, { edit: 'set', path: ['components', 'boardingButton', 'rules', 'finish', 'trigger', 'ms'], to: 90 }), asked({})).isFound).toBe(true)
})

test('a screen is looked at with what stands on it alone', () => {
  const { findings } = JSON.parse(checkReport(cut, asked({ format: 'json', screen: 'Quay kiosk' })).text)
  expect(findings.some(({ component }: { component: { id: string } | null }) => component?.id === 'boardingButton')).toBe(false)
  expect(() => checkReport(cut, asked({ screen: 'Engine room' }))).toThrow('Skerry Line has no screen “Engine room”.')
})

test('whoever works by touch alone never points', () => {
  const { findings } = JSON.parse(checkReport(skerryLine, asked({ format: 'json', ways: ['touch'] })).text)
  expect(findings).toContainEqual(expect.objectContaining({ kind: 'state-unreachable', states: [expect.objectContaining({ name: 'over' })] }))
})

test('SARIF has a result for each finding, with its witness as a flow', () => {
  const log = JSON.parse(checkReport(cut, asked({ format: 'sarif' })).text)
  expect(log).toMatchObject({ version: '2.1.0', runs: [{ tool: { driver: { name: 'Rheoscope' } } }] })
  const result = log.runs[0].results.find(({ ruleId }: { ruleId: string }) => ruleId === 'never-completes')
  expect(result).toMatchObject({ level: 'error', locations: [{ logicalLocations: [{ fullyQualifiedName: 'components/boardingButton/rules/finish' }] }] })
  expect(result.codeFlows[0].threadFlows[0].locations.length).toBeGreaterThan(0)
})

test('JUnit has a failure for each finding that counts, and skips the others', () => {
  const { text } = checkReport(cut, asked({ format: 'junit' }))
  expect(text).toMatch(/^<\?xml version="1.0" encoding="UTF-8"\?>\n<testsuites name="Skerry Line"/)
  expect(text).toContain('<failure type="fault" message="`working` is left after 100 ms')
  expect(text.match(/<failure /g)!.length).toBe(Number(/<testsuites [^>]*failures="(\d+)"/.exec(text)![1]))
})

describe('a check that breaks down', () => {
  const stuck: ComponentCheck = {
    name: 'stuck', scope: 'component', levels: ['note'], means: 'nothing',
    finds: () => {
      throw new TypeError('the needle is stuck')
    },
  }
  const asked = CHECKS.component as ComponentCheck[]
  beforeEach(() => void asked.push(stuck))
  afterEach(() => void asked.pop())
  const one = { ...skerryLine, components: skerryLine.components.filter(({ id }) => id === 'spinnerRing'), screens: [], promises: [] }
  const report = (format: CheckRequest['format']) => checkReport(one, { file: 'one.rheo.json', format, level: 'fault' })

  test('is named, and nothing is called sound for it', () => {
    const { text, failures } = report('text')
    expect(failures).toEqual([expect.stringMatching(/^Spinner ring: The check stuck broke down, so it is not known what it would have found: the needle is stuck$/)])
    expect(text).toContain('The check stuck broke down')
    expect(text).not.toContain('no findings')
  })

  test('is an error in JUnit, a failed invocation in SARIF, and stands in the JSON', () => {
    expect(report('junit').text).toMatch(/<testsuite name="Spinner ring"[^>]* errors="1"[\s\S]*<error type="stuck"/)
    expect(JSON.parse(report('sarif').text).runs[0].invocations).toMatchObject([{ executionSuccessful: false, toolExecutionNotifications: [{ descriptor: { id: 'stuck' } }] }])
    expect(JSON.parse(report('json').text).failures).toMatchObject([{ check: 'stuck', about: { component: 'spinnerRing' } }])
  })
})
