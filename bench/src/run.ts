/** `npm run bench`: each figure beside what it is measured against, in one run. Each report has a process of its own, so that its memory is its own too. */
import { spawnSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { checkReport } from './check'
import { completeReport } from './complete'
import { eventReport } from './events'
import { exploreReport } from './explore'
import { frameReport } from './frame'
import { printed, type Report } from './report'
import { wallReport } from './wall'

const REPORTS: Readonly<Record<string, () => Report>> = {
  frame: frameReport, events: eventReport, wall: wallReport, check: checkReport, explore: exploreReport, complete: completeReport,
}

const wanted = process.argv[2]
const report = wanted === undefined ? undefined : REPORTS[wanted]
if (report) process.stdout.write(`${printed(report())}\n`)
else for (const name of Object.keys(REPORTS)) spawnSync(process.execPath, [fileURLToPath(import.meta.url), name], { stdio: 'inherit' })
