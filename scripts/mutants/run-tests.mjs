/**
 * Runs the bundled tests in a process of its own, so that each mutant meets a fresh one. What is wanted comes as JSON in
 * `RHEOSCOPE_TESTS_WANTED`: the ids of the tests in their order, or null for all, and how often a mutant may be passed before it counts as
 * endless. What came of it is written as JSON to the file named there.
 */
import { writeFileSync } from 'node:fs'

const { ids, hitLimit, file } = JSON.parse(process.env.RHEOSCOPE_TESTS_WANTED)
const mutation = (globalThis.__stryker__ ??= {})
if (hitLimit !== undefined) Object.assign(mutation, { hitCount: 0, hitLimit })

const { run } = await import(`${process.cwd()}/core/tests-of-mutants.mjs`)
const results = await run({ ids, about: (id) => (mutation.currentTestId = id) })
writeFileSync(file, JSON.stringify({ results, coverage: mutation.mutantCoverage ?? null, isEndless: hitLimit !== undefined && mutation.hitCount > hitLimit }))
// Whatever a mutant has left running does not keep this process.
process.exit(0)
