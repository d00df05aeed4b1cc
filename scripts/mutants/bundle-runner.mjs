/** How the mutation tester runs the bundled tests: each time in a fresh process, with the mutant switched on from outside. */
import { spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { declareClassPlugin, PluginKind } from '@stryker-mutator/api/plugin'
import { keyOf } from './sample-key.mjs'

const { RHEOSCOPE_MUTANT_SAMPLE } = process.env

/** The mutants that are to be tried, when only some are. */
const SAMPLE = RHEOSCOPE_MUTANT_SAMPLE ? new Set(JSON.parse(RHEOSCOPE_MUTANT_SAMPLE)) : null

/** Tests that take longer are not asked, so that a mutant is tried in seconds: what they alone would notice counts as missed. */
const SLOWEST_MS = Number(process.env.RHEOSCOPE_MUTANT_SLOWEST_MS ?? Infinity)

/** How long each test takes, in the copy of the project: the dry run is in one process, the mutants are in others. */
const TIMES = 'test-times.json'

const keyOfActive = ({ fileName, location: { start, end }, mutatorName, replacement }) =>
  keyOf({ file: fileName.replace(/^.*?(?=core\/src\/)/, ''), line: start.line + 1, column: start.column + 1, end: { line: end.line + 1, column: end.column + 1 }, mutator: mutatorName, to: replacement })

function quickestFirst(asked) {
  const times = JSON.parse(readFileSync(TIMES, 'utf8'))
  return (asked ?? Object.keys(times)).toSorted((a, b) => times[a] - times[b])
}

class BundleRunner {
  static inject = []

  capabilities() {
    return { reloadEnvironment: true }
  }

  async init() {
    this.folder = mkdtempSync(path.join(tmpdir(), 'rheoscope-mutants-'))
  }

  async dispose() {
    if (this.folder) rmSync(this.folder, { recursive: true, force: true })
  }

  async dryRun({ timeout }) {
    const came = await this.run({ ids: null }, timeout)
    if (!came.results) return came
    const asked = came.results.filter(({ ms, error }) => ms <= SLOWEST_MS || error !== null)
    writeFileSync(TIMES, JSON.stringify(Object.fromEntries(asked.map(({ id, ms }) => [id, ms]))))
    const tests = asked.map(({ id, ms, error }) => ({ id, name: id, timeSpentMs: ms, ...(error === null ? { status: 'success' } : { status: 'failed', failureMessage: error }) }))
    return { status: 'complete', tests, mutantCoverage: came.coverage }
  }

  async mutantRun({ activeMutant, testFilter, timeout, hitLimit }) {
    // What lies in the same place and is not of the sample is not asked about.
    if (SAMPLE && !SAMPLE.has(keyOfActive(activeMutant))) return { status: 'survived', nrOfTests: 0 }
    const came = await this.run({ ids: quickestFirst(testFilter), hitLimit }, timeout, activeMutant.id)
    if (!came.results) return came.status === 'error' ? { status: 'killed', killedBy: [], failureMessage: came.errorMessage, nrOfTests: 0 } : came
    const nrOfTests = came.results.length
    const failed = came.results.find(({ error }) => error !== null)
    if (came.isEndless) return { status: 'timeout', reason: 'It goes round and round.' }
    return failed ? { status: 'killed', killedBy: [failed.id], failureMessage: failed.error, nrOfTests } : { status: 'survived', nrOfTests }
  }

  /** What came of a run; `timeout` or `error` as the mutation tester has them where nothing did. */
  run(wanted, timeout, mutant) {
    const file = path.join(this.folder, 'came.json')
    rmSync(file, { force: true })
    const child = spawn(process.execPath, ['--max-semi-space-size=128', '--min-semi-space-size=64', 'scripts/mutants/run-tests.mjs'], {
      stdio: ['ignore', 'ignore', 'pipe'],
      env: { ...process.env, NODE_OPTIONS: '', RHEOSCOPE_TESTS_WANTED: JSON.stringify({ ...wanted, file }), ...(mutant === undefined ? {} : { __STRYKER_ACTIVE_MUTANT__: mutant }) },
    })
    let said = ''
    let isLate = false
    child.stderr.on('data', (text) => (said = `${said}${text}`.slice(-4000)))
    const limit = setTimeout(() => (isLate = true, child.kill('SIGKILL')), timeout)
    return new Promise((resolve) => child.on('exit', () => {
      clearTimeout(limit)
      if (isLate) return resolve({ status: 'timeout' })
      try {
        resolve(JSON.parse(readFileSync(file, 'utf8')))
      } catch {
        // Nothing was written: the process ended before its tests did.
        resolve({ status: 'error', errorMessage: said || 'The tests could not be run.' })
      }
    }))
  }
}

export const strykerPlugins = [declareClassPlugin(PluginKind.TestRunner, 'bundle', BundleRunner)]
