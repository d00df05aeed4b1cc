import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'

/** The tests of what moves and happens: quick, and close to what they are about. */
const OF_RUNS = { folders: ['core/test/motion', 'core/test/machine', 'core/test/semantics', 'core/test/pinned', 'core/test/run', 'core/test/scenarios', 'core/test/expression'], leftOut: ['core/test/run/random-inputs.test.ts', 'core/test/pinned/demo-runs.test.ts'] }

/** All tests of the core but those that take minutes. */
const OF_ALL = {
  folders: ['core/test'],
  leftOut: ['core/test/run/random-inputs.test.ts', 'core/test/pinned/demo-runs.test.ts', 'core/test/check/seeding/seeding.test.ts', 'core/test/check/explore/brute-force.test.ts', 'core/test/check/explore/soundness.test.ts', 'core/test/check/explore/demo.test.ts'],
}

/** What is mutated, by name, and the tests that are to notice. A slice of a part is about so many lines, and is tried in one go. */
export const PARTS = {
  motion: { folder: 'core/src/motion', tests: OF_RUNS },
  machine: { folder: 'core/src/machine', tests: OF_RUNS },
  run: { folder: 'core/src/run', tests: OF_RUNS },
  semantics: { folder: 'core/src/semantics', tests: OF_RUNS },
}

/** What the sample is drawn from: the rest of the core, without the demo project. */
export const REST = { folders: ['document', 'expression', 'layout', 'scene', 'check', 'exchange'].map((name) => `core/src/${name}`), tests: OF_ALL }

const SLICE_LINES = 400

export const sourcesIn = (folder) =>
  readdirSync(folder, { recursive: true }).filter((name) => name.endsWith('.ts') && !name.endsWith('index.ts')).map((name) => path.join(folder, name)).sort()

/** The sources of a folder in slices, each with a name of its own. */
export function slicesOf(folder) {
  const slices = []
  let lines = Infinity
  for (const file of sourcesIn(folder)) {
    const many = readFileSync(file, 'utf8').split('\n').length
    if (lines + many > SLICE_LINES) {
      slices.push([])
      lines = 0
    }
    slices.at(-1).push(file)
    lines += many
  }
  return slices
}

export const testsOf = ({ folders, leftOut }) =>
  folders.flatMap((folder) => readdirSync(folder, { recursive: true }).filter((name) => name.endsWith('.test.ts')).map((name) => path.join(folder, name)))
    .filter((file) => !leftOut.includes(file)).sort()
