import { createHash } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { Instrumenter } from '@stryker-mutator/instrumenter'
import config from './stryker.config.mjs'
import { keyOf } from './sample-key.mjs'
import { sourcesIn } from './slices.mjs'

export const SAMPLE_SIZE = 500

/** Another seed is another sample. */
const SEED = 'rheoscope'

const MUTANTS_A_SLICE = 125

/** Mutants drawn from some folders, always the same ones of the same sources, in slices that are samples themselves: what is mutated, and which of the mutants there are of the sample. */
export async function sampleOf(folders) {
  const all = await mutantsOf(folders.flatMap(sourcesIn))
  const drawn = all.map((mutant) => ({ ...mutant, lot: createHash('sha256').update(`${SEED} ${keyOf(mutant)}`).digest('hex') }))
    .sort((a, b) => (a.lot < b.lot ? -1 : 1)).slice(0, SAMPLE_SIZE)
  return Array.from({ length: Math.ceil(drawn.length / MUTANTS_A_SLICE) }, (_, index) => {
    const slice = drawn.slice(index * MUTANTS_A_SLICE, (index + 1) * MUTANTS_A_SLICE)
    const keys = new Set(slice.map(keyOf))
    return {
      mutate: slice.map(({ file, line, column, end }) => `${file}:${line}:${column - 1}-${end.line}:${end.column - 1}`),
      keys: [...keys],
      counts: (mutant) => keys.has(keyOf(mutant)),
    }
  })
}

/** Every mutant of some files, places counted from 1 as in the kept results. */
async function mutantsOf(files) {
  const quiet = { debug: () => undefined, info: () => undefined, warn: () => undefined, isDebugEnabled: () => false }
  const options = { ...config.mutator, plugins: null, ignorers: [], excludedMutations: config.mutator.excludedMutations }
  const { mutants } = await new Instrumenter(quiet).instrument(files.map((name) => ({ name, content: readFileSync(name, 'utf8'), mutate: true })), options)
  return mutants.filter(({ statusReason }) => statusReason === undefined).map(({ fileName, location: { start, end }, mutatorName, replacement }) => ({
    file: fileName, line: start.line + 1, column: start.column + 1, end: { line: end.line + 1, column: end.column + 1 }, mutator: mutatorName, to: replacement,
  }))
}
