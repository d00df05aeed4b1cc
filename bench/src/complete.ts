import { completeCheck } from '@rheoscope/core/check'
import { skerryLine } from '@rheoscope/core/demo'
import type { Project } from '@rheoscope/core/document'
import { timed, type Report } from './report'

const COPIES = 50

/** A complete check of fifty copies of the demo project in one against that of one. */
export function completeReport(): Report {
  const all = fiftyCopies()
  const one = timed(() => completeCheck(skerryLine, () => undefined))
  const fifty = timed(() => completeCheck(all, () => undefined))
  return {
    name: `a complete check of ${COPIES} copies of the demo project`,
    figures: [
      { what: 'one', value: one / 1000, unit: 's' },
      { what: `${COPIES} copies`, value: fifty / 1000, unit: 's' },
      { what: 'copies / one', value: fifty / one, unit: '×', aim: 60 },
      { what: 'most memory', value: process.resourceUsage().maxRSS / 1000, unit: 'MB', aim: 1000 },
    ],
  }
}

/** One project with everything in it so many times; screens lead to one another within their copy. */
function fiftyCopies(): Project {
  const { components, screens } = skerryLine
  const ids = new Set([...components, ...screens].map(({ id }) => id))
  const copies = Array.from({ length: COPIES }, (_, copy) =>
    JSON.parse(JSON.stringify({ components, screens }), (_key, value: unknown) => (typeof value === 'string' && ids.has(value) ? `${value}${copy}` : value)) as Pick<Project, 'components' | 'screens'>)
  return { ...skerryLine, components: copies.flatMap((each) => each.components), screens: copies.flatMap((each) => each.screens), promises: [], takes: [], startScreen: null }
}
