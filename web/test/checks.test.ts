import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { skerryLine } from '@rheoscope/core/demo'
import type { Project } from '@rheoscope/core/document'
import { NOTHING_FOUND, type Finding, type Looked } from '@rheoscope/core/check'
import { Checks } from '../src/checks/checks'
import { isCurrent, lookingAt, lookingAtAll } from '../src/checks/looking'
import type { FromChecks, ToChecks } from '../src/checks/messages'
import { READY, START_MS, type PlainWorker } from '../src/workers/open-worker'

/** A worker that does nothing by itself. */
class FakeWorker implements PlainWorker {
  readonly asked: ToChecks[] = []
  isEnded = false
  onmessage: PlainWorker['onmessage'] = null
  onmessageerror: PlainWorker['onmessageerror'] = null
  onerror: PlainWorker['onerror'] = null
  postMessage(message: ToChecks) { this.asked.push(message) }
  terminate() { this.isEnded = true }
  says(data: FromChecks | typeof READY) { this.onmessage?.call(this as never, { data } as MessageEvent) }
  breaks(message: string) { (this.onerror as ((event: ErrorEvent) => void) | null)?.({ message, filename: 'worker.js', lineno: 3 } as ErrorEvent) }
}

/** A session whose project a test changes. */
class FakeSession {
  private readonly listeners = new Set<() => void>()
  constructor(private project: Project) {}
  readonly getState = () => ({ document: this.project }) as never
  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }
  becomes(project: Project) {
    this.project = project
    this.listeners.forEach((listener) => listener())
  }
}

const small: Project = { ...skerryLine, components: skerryLine.components.slice(0, 2), screens: [], takes: [], promises: [] }
const [first, second] = small.components.map(({ id }) => id) as [string, string]
const note = (kind: string, sentence = 'So it is.'): Finding => ({ id: kind, kind, level: 'note', sentence, about: {}, remedy: null, witness: null, numbers: {} })
const found = (...findings: readonly Finding[]): Looked => ({ findings, failures: [] })
const failure = { check: 'seam', about: {}, sentence: 'The check seam broke down.', detail: 'TypeError' }

const workers: FakeWorker[] = []
const newWorker = () => {
  workers.push(new FakeWorker())
  return workers.at(-1)!
}
const begun = () => {
  const session = new FakeSession(small)
  return { session, checks: new Checks(session, newWorker), worker: workers.at(-1)! }
}
const says = (worker: FakeWorker, components: Readonly<Record<string, Looked>>, project: Looked | null = null) => {
  const revision = worker.asked.flatMap((each) => (each.ask === 'findings' ? [each.revision] : [])).at(-1)!
  worker.says({ says: 'findings', revision, found: { looked: Object.keys(components), components, screens: {}, project, done: Object.keys(components).length, total: 2 } })
}

beforeEach(() => void jest.useFakeTimers())
afterEach(() => {
  workers.length = 0
  jest.useRealTimers()
})

describe('how far checking is', () => {
  test('is told from the first moment to the last', () => {
    const { checks, worker } = begun()
    expect(lookingAtAll(checks.getState())).toEqual({ is: 'not yet' })
    worker.says(READY)
    expect(worker.asked).toMatchObject([{ ask: 'findings', change: { fields: { id: small.id } } }])
    expect(lookingAtAll(checks.getState())).toEqual({ is: 'looking', done: 0, total: 2 })
    says(worker, { [first]: found() })
    expect([isCurrent(checks.getState(), first), isCurrent(checks.getState(), second)]).toEqual([true, false])
    says(worker, { [first]: found(), [second]: found() }, NOTHING_FOUND)
    expect(lookingAtAll(checks.getState())).toEqual({ is: 'looked at' })
  })

  test('calls nothing looked at before the rest of the project is, in which something may be found of it', () => {
    const { checks, worker } = begun()
    worker.says(READY)
    says(worker, { [first]: found(), [second]: found(note('not-finished', '9 were seen.')) })
    expect([lookingAt(checks.getState(), first), lookingAt(checks.getState(), second)]).toEqual([{ is: 'looking', done: 2, total: 2 }, { is: 'given up', left: ['9 were seen.'] }])
    says(worker, { [first]: found(), [second]: found() }, NOTHING_FOUND)
    expect(lookingAt(checks.getState(), first)).toEqual({ is: 'looked at' })
    says(worker, { [first]: found(), [second]: found() }, { findings: [], failures: [failure] })
    expect(lookingAt(checks.getState(), first).is).toBe('failed')
  })

  test('begins anew with every revision, and what is said of an older one is not taken for current', () => {
    const { checks, session, worker } = begun()
    worker.says(READY)
    says(worker, { [first]: found(), [second]: found() }, NOTHING_FOUND)
    session.becomes({ ...small, name: 'Another' })
    expect(lookingAt(checks.getState(), first)).toEqual({ is: 'looking', done: 0, total: 2 })
    worker.says({ says: 'findings', revision: 1, found: { looked: [first], components: { [first]: found(note('jumps')) }, screens: {}, project: NOTHING_FOUND, done: 2, total: 2 } })
    expect(lookingAtAll(checks.getState()).is).toBe('looking')
    expect(isCurrent(checks.getState(), first)).toBe(false)
    expect(checks.getState().findings.components[first]!.findings).toHaveLength(1)
  })

  test('keeps what was found of things that are not told again, and forgets what is gone', () => {
    const { checks, session, worker } = begun()
    worker.says(READY)
    says(worker, { [first]: found(note('jumps')), [second]: found() }, NOTHING_FOUND)
    session.becomes({ ...small, components: small.components.slice(0, 1) })
    expect(worker.asked.at(-1)).toMatchObject({ change: { lists: { components: { order: [first], items: [] } } } })
    worker.says({ says: 'findings', revision: 2, found: { looked: [first], components: {}, screens: {}, project: NOTHING_FOUND, done: 1, total: 1 } })
    expect(lookingAt(checks.getState(), first)).toEqual({ is: 'looked at' })
    expect(checks.getState().findings.components).toEqual({ [first]: found(note('jumps')) })
  })

  test('says what was given up, and which checks broke down', () => {
    const { checks, worker } = begun()
    worker.says(READY)
    says(worker, { [first]: found(note('not-finished', '9 were seen.')), [second]: { findings: [note('jumps')], failures: [failure, failure] } }, NOTHING_FOUND)
    expect(lookingAt(checks.getState(), first)).toEqual({ is: 'given up', left: ['9 were seen.'] })
    expect(lookingAt(checks.getState(), second)).toMatchObject({ is: 'failed', sentence: 'The check seam broke down; what the others say stands.', detail: expect.stringContaining('TypeError') })
    expect(lookingAtAll(checks.getState()).is).toBe('failed')
    expect(checks.getState().findings.components[second]!.findings).toHaveLength(1)
  })
})

describe('remedies', () => {
  const remedies = (worker: FakeWorker, revision: number, tried: readonly string[], offered: readonly string[]) => worker.says({ says: 'remedies', revision, tried, offered })

  test('are offered once they have been tried, and no longer when they do not do any more', () => {
    const { checks, session, worker } = begun()
    worker.says(READY)
    expect([...checks.getState().remedied]).toEqual([])
    remedies(worker, 1, ['a', 'b'], ['a'])
    remedies(worker, 1, ['c'], ['c'])
    expect([...checks.getState().remedied]).toEqual(['a', 'c'])
    session.becomes({ ...small, name: 'Another' })
    remedies(worker, 1, ['d'], ['d'])
    expect([...checks.getState().remedied]).toEqual(['a', 'c'])
    remedies(worker, 2, ['a', 'c'], ['c'])
    expect([...checks.getState().remedied]).toEqual(['c'])
  })
})

describe('a worker', () => {
  test.each([
    ['cannot be loaded', (worker: FakeWorker) => worker.breaks(''), /cannot be loaded/],
    ['throws', (worker: FakeWorker) => worker.breaks('Uncaught TypeError: x'), /TypeError: x/],
    ['says that it failed', (worker: FakeWorker) => worker.says({ says: 'failed', failure: { sentence: 'The checks broke down: stuck.', detail: 'at needle' } }), /stuck/],
    ['never begins', () => jest.advanceTimersByTime(START_MS + 1), /not begun/],
  ] as const)('that %s is a failure everywhere, and can be tried again', (_what, happen, sentence) => {
    const { checks, worker } = begun()
    happen(worker)
    for (const looking of [lookingAtAll(checks.getState()), lookingAt(checks.getState(), first)]) expect(looking).toMatchObject({ is: 'failed', sentence: expect.stringMatching(sentence), detail: expect.any(String) })
    expect([worker.isEnded, checks.getState().findings.components]).toEqual([true, {}])
    checks.tryAgain()
    expect(lookingAtAll(checks.getState())).toEqual({ is: 'not yet' })
    const next = workers.at(-1)!
    expect(next).not.toBe(worker)
    next.says(READY)
    says(next, { [first]: found(), [second]: found() }, NOTHING_FOUND)
    expect(lookingAtAll(checks.getState())).toEqual({ is: 'looked at' })
  })

  test('hears what was asked of it before it listened, after the project', () => {
    const { checks, worker } = begun()
    checks.askForCoverage()
    expect(worker.asked).toEqual([])
    worker.says(READY)
    expect(worker.asked.map(({ ask }) => ask)).toEqual(['findings', 'coverage'])
  })

  test('that has begun may take its time', () => {
    const { checks, worker } = begun()
    worker.says(READY)
    jest.advanceTimersByTime(START_MS * 10)
    expect(lookingAtAll(checks.getState()).is).toBe('looking')
  })
})
