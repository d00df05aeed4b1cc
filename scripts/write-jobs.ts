/** `npm run docs:jobs`: writes `docs/jobs.md` from what the jobs have come to at best (`e2e/jobs/counts.json`). */
import { writeFileSync } from 'node:fs'
import { keptCounts } from '../e2e/jobs/kept-counts'

const reached = (best: number | null, aim: number | null) => (best !== null && aim !== null && best <= aim ? 'yes' : '')
const quickest = (byHand: number | null, typed: number | undefined) => (byHand === null ? null : Math.min(byHand, typed ?? Infinity))
const rows = Object.entries(keptCounts()).toSorted(([a], [b]) => a.localeCompare(b))
  .map(([job, { name, best, aim, bestS, keysS, typedS, aimS }]) => `| ${job} | ${name} | ${best} | ${aim ?? ''} | ${reached(best, aim)} | ${bestS ?? ''} | ${keysS ?? ''} | ${typedS ?? ''} | ${aimS ?? ''} | ${reached(quickest(bestS, typedS), aimS)} |`)

writeFileSync(new URL('../docs/jobs.md', import.meta.url), `# What the jobs take

Each job is made from an empty project through the interface, by hand, in an end-to-end test (\`e2e/jobs\`). A click, a drag, a value entered and a key chord count one action each; trying out what was made counts nothing. The seconds are what somebody who knows how would take for the keys, clicks and drags the test really sends to the browser, by the keystroke-level model (Card, Moran, Newell 1980): 0.2 s a key, 1.1 s a pointing, 0.1 s a button down or up, 0.4 s between keyboard and pointer, 1.35 s for a thought before each line of text and each selection or command. A test fails when its job takes more than it has at best so far. \`RHEOSCOPE_JOBS=all RHEOSCOPE_PIN=1 npm run e2e -- e2e/jobs\` keeps better ones, and \`npm run docs:jobs\` writes this page.

The same is made once more as text, from an empty project, where all of it can be written so: not what stands beside components and screens, such as tables, shared variables and pictures. A word that is offered counts as the keys pressed. What comes of it is the same text as what was made by hand.

Where the seconds miss their aim, keys alone take 43 to 69 % of them: names, texts, colours, numbers and outlines of paths, which have to be typed whichever way is taken. In 07 and 08 they take more than the aim, in 01, 02 and 15 nearly all of it. The rest is the thought the model has before each action, 1.35 s, and pointing; fewer actions than these would have to say more at once.

| job | what is made | actions | aim | reached | s by hand | of that keys | s as text | aim | reached |
|---|---|---|---|---|---|---|---|---|---|
${rows.join('\n')}
`)
