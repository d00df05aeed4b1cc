/** `npm run bench`: each figure beside what it is measured against, in one run. */
import { checkReport } from './check'
import { eventReport } from './events'
import { frameReport } from './frame'
import { printed } from './report'
import { wallReport } from './wall'

for (const report of [frameReport, eventReport, wallReport, checkReport]) process.stdout.write(`${printed(report())}\n`)
