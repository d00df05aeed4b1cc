/**
 * `npm run mutants`: changes the core in one place at a time and asks whether any test notices.
 *
 *   npm run mutants -- [motion] [machine] [run] [semantics] [sample] [--minutes 120] [--again]
 *
 * What has been tried is kept in `.mutants/` and not tried again until the source or its tests change (`--again` tries it
 * all the same). When the time is up the rest is left for the next call. Says the score of each part, and lists what
 * survived in `.mutants/survived.txt`. Ends with 1 when a part that has been tried to its end is below its least score.
 */
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { parseArgs } from 'node:util'
import { SAMPLE_SIZE, sampleOf } from './sample.mjs'
import { PARTS, REST, slicesOf, testsOf } from './slices.mjs'

const LEAST_SCORE = 85
/** Slower tests are not asked about the sample. */
const SLOWEST_OF_SAMPLE_MS = '1000'

const KEPT = '.mutants'

const { positionals, values } = parseArgs({ allowPositionals: true, options: { minutes: { type: 'string', default: '120' }, again: { type: 'boolean', default: false } } })
const until = Date.now() + Number(values.minutes) * 60_000
const asked = positionals.length > 0 ? positionals : [...Object.keys(PARTS), 'sample']
mkdirSync(KEPT, { recursive: true })

const lines = []
const survived = []
let isEnough = true
for (const name of asked) {
  const isSample = name === 'sample'
  const { tests, slices } = isSample ? { tests: REST.tests, slices: await sampleOf(REST.folders) } : { tests: PARTS[name].tests, slices: slicesOf(PARTS[name].folder).map((files) => ({ mutate: files, counts: () => true })) }
  const mutants = []
  let tried = 0
  for (const [index, { mutate, keys, counts }] of slices.entries()) {
    const file = path.join(KEPT, `${name}-${index + 1}.json`)
    if (Date.now() < until) tryOut(mutate, testsOf(tests), file, keys)
    if (!existsSync(file)) continue
    tried++
    mutants.push(...mutantsIn(file, mutate).filter(counts))
  }
  survived.push(...mutants.filter(({ isKilled }) => !isKilled))
  const killed = mutants.filter(({ isKilled }) => isKilled).length
  const score = (100 * killed) / mutants.length
  lines.push(`${name}: ${killed} of ${mutants.length} killed, ${score.toFixed(1)} %${isSample ? `, ${intervalOf(killed, mutants.length)} of a sample of ${SAMPLE_SIZE}` : ''}${tried < slices.length ? `; ${tried} of ${slices.length} slices tried` : ''}`)
  if (!isSample && tried === slices.length && score < LEAST_SCORE) isEnough = false
}
writeFileSync(path.join(KEPT, 'survived.txt'), survived.map(({ file, line, column, from, to, mutator }) => `${file}:${line}:${column} ${mutator}\n- ${from}\n+ ${to}\n`).join('\n'))
process.stdout.write(`${lines.join('\n')}\n`)
process.exitCode = isEnough ? 0 : 1

function tryOut(mutate, tests, file, keys) {
  const { status } = spawnSync('npx', ['stryker', 'run', 'scripts/mutants/stryker.config.mjs', '--mutate', mutate.join(','), '--incrementalFile', file, '--reporters', 'clear-text', ...(values.again ? ['--force'] : [])], {
    stdio: ['ignore', process.env.RHEOSCOPE_MUTANTS_LOUD ? 'inherit' : 'ignore', 'inherit'], env: { ...process.env, RHEOSCOPE_MUTANT_TESTS: tests.join(','), RHEOSCOPE_MUTANT_SAMPLE: keys ? JSON.stringify(keys) : '', RHEOSCOPE_MUTANT_SLOWEST_MS: keys ? SLOWEST_OF_SAMPLE_MS : 'Infinity' },
  })
  if (status !== 0) process.stderr.write(`The mutants of ${mutate[0]} and what follows it could not be tried (${status}).\n`)
}

/** The mutants of a kept result that were tried, those the compiler or the machine refused left out. */
function mutantsIn(file, mutate) {
  const { files } = JSON.parse(readFileSync(file, 'utf8'))
  const wanted = new Set(mutate.map((each) => each.replace(/:\d.*$/, '')))
  return Object.entries(files).filter(([name]) => wanted.has(name)).flatMap(([name, { source, mutants }]) => {
    const text = source.split('\n')
    return mutants.filter(({ status }) => status !== 'CompileError' && status !== 'RuntimeError' && status !== 'Ignored').map(({ mutatorName, replacement, location: { start, end }, status }) => ({
      file: name, line: start.line, column: start.column, end, mutator: mutatorName, isKilled: status === 'Killed' || status === 'Timeout', status,
      from: text[start.line - 1].trim(), to: replacement,
    }))
  })
}

/** The Wilson interval of a proportion at 95 %. */
function intervalOf(killed, of) {
  const [p, z] = [killed / of, 1.96]
  const middle = (p + (z * z) / (2 * of)) / (1 + (z * z) / of)
  const half = (z * Math.sqrt((p * (1 - p)) / of + (z * z) / (4 * of * of))) / (1 + (z * z) / of)
  return `${(100 * (middle - half)).toFixed(1)} to ${(100 * (middle + half)).toFixed(1)} %`
}
