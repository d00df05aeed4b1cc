/** `npm run bench`: each figure beside what it is measured against, in one run. The last report tells memory, so it has a process of its own. */
import { spawnSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { checkReport } from './check'
import { completeReport } from './complete'
import { eventReport } from './events'
import { exploreReport } from './explore'
import { filterReport } from './filter'
import { frameReport } from './frame'
import { printed } from './report'
import { wallReport } from './wall'

const ALONE = '--complete'

const [reports, next] = process.argv[2] === ALONE ? [[completeReport], null] as const : [[frameReport, eventReport, filterReport, wallReport, checkReport, exploreReport], ALONE] as const
for (const report of reports) process.stdout.write(`${printed(report())}\n`)
if (next !== null) spawnSync(process.execPath, [fileURLToPath(import.meta.url), next], { stdio: 'inherit' })
