/**
 * Bundles the tests that are to notice a mutant into one file, so that trying one loads one file. Run in the copy of the
 * project whose sources are mutated; the tests are named in `RHEOSCOPE_MUTANT_TESTS`.
 */
import { writeFileSync } from 'node:fs'
import { build } from 'esbuild'

const entry = 'core/tests-of-mutants.ts'
writeFileSync(entry, process.env.RHEOSCOPE_MUTANT_TESTS.split(',').map((file) => `import './${file.replace(/^core\//, '')}'\n`).join(''))
await build({
  entryPoints: [entry], outfile: 'core/tests-of-mutants.mjs', bundle: true, format: 'esm', platform: 'node', target: 'node20', logLevel: 'error',
  define: { 'import.meta.dirname': JSON.stringify(`${process.cwd()}/core/test/schema`) },
  inject: ['core/test/same-seed.ts'],
  banner: { js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url)" },
  plugins: [{
    name: 'the core is the one here, not the one it is installed from',
    setup: ({ onResolve }) => onResolve({ filter: /^@rheoscope\/core\// }, ({ path }) =>
      ({ path: `${process.cwd()}/core/src/${path.replace('@rheoscope/core/', '').replace(/^schema$/, 'document/schema')}/index.ts` })),
  }, {
    name: 'one failure is enough',
    setup: ({ onResolve }) => onResolve({ filter: /^@jest\/globals$/ }, ({ path, importer }) =>
      (importer.endsWith('until-first-failure.mjs') ? { path, external: true } : { path: `${process.cwd()}/scripts/mutants/until-first-failure.mjs` })),
  }],
})
