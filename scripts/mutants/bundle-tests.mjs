/**
 * Bundles the tests that are to notice a mutant into one file, so that trying one loads one file. Run in the copy of the
 * project whose sources are mutated; the tests are named in `RHEOSCOPE_MUTANT_TESTS`.
 */
import { readFileSync, writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { build } from 'esbuild'

const entry = 'core/tests-of-mutants.ts'
writeFileSync(entry, process.env.RHEOSCOPE_MUTANT_TESTS.split(',').map((file) => `import './${file.replace(/^core\//, '')}'\n`).join('') + "export { run } from '@jest/globals'\n")
await build({
  entryPoints: [entry], outfile: 'core/tests-of-mutants.mjs', bundle: true, format: 'esm', platform: 'node', target: 'node20', logLevel: 'error', packages: 'external',
  inject: ['core/test/same-seed.ts'],
  plugins: [{
    name: 'the core is the one here, not the one it is installed from',
    setup: ({ onResolve }) => onResolve({ filter: /^@rheoscope\/core\// }, ({ path }) =>
      ({ path: `${process.cwd()}/core/src/${path.replace('@rheoscope/core/', '').replace(/^schema$/, 'document/schema')}/index.ts` })),
  }, {
    name: 'only what tests use of Jest',
    setup: ({ onResolve }) => onResolve({ filter: /^@jest\/globals$/ }, () => ({ path: `${process.cwd()}/scripts/mutants/jest-globals.mjs` })),
  }, {
    name: 'tests know where they are',
    setup: ({ onLoad }) => onLoad({ filter: /core\/test\/.*\.ts$/ }, ({ path }) => ({ contents: readFileSync(path, 'utf8').replaceAll('import.meta.dirname', JSON.stringify(dirname(path))), loader: 'ts' })),
  }],
})
