/** `npm run bench`: each figure beside what it is measured against, in one run. */
import { checkReport } from './check'
import { completeReport } from './complete'
import { eventReport } from './events'
import { exploreReport } from './explore'
import { frameReport } from './frame'
import { printed } from './report'
import { wallReport } from './wall'

for (const report of [frameReport, eventReport, wallReport, checkReport, exploreReport, completeReport]) process.stdout.write(`${printed(report())}\n`)
