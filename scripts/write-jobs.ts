/** `npm run docs:jobs`: writes `docs/jobs.md` from what the jobs have come to at best (`e2e/jobs/counts.json`). */
import { writeFileSync } from 'node:fs'
import { keptCounts } from '../e2e/jobs/kept-counts'

const rows = Object.entries(keptCounts()).toSorted(([a], [b]) => a.localeCompare(b)).map(([job, { name, best, aim }]) => `| ${job} | ${name} | ${best} | ${aim ?? ''} | ${aim !== null && best <= aim ? 'yes' : ''} |`)

writeFileSync(new URL('../docs/jobs.md', import.meta.url), `# What the jobs take

Each job is made from an empty project through the interface, by hand, in an end-to-end test (\`e2e/jobs\`). A click, a drag, a value entered and a key chord count one action each; trying out what was made counts nothing. A test fails when its job takes more than it has at best so far. \`RHEOSCOPE_PIN=1 npm run e2e -- e2e/jobs\` keeps better ones, and \`npm run docs:jobs\` writes this page.

| job | what is made | actions | aim | reached |
|---|---|---|---|---|
${rows.join('\n')}
`)
