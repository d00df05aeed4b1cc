import { ProjectChecker } from '@rheoscope/core/check'
import { skerryLine } from '@rheoscope/core/demo'
import { apply, type Project } from '@rheoscope/core/document'
import { median, timed, type Report } from './report'

const COPIES = 50
const EDITS = 30

/** Checking after an edit of one component, in a project of one and in a project of fifty. */
export function checkReport(): Report {
  const [small, large] = [editMs(1), editMs(COPIES)]
  return {
    name: 'findings after an edit of one component',
    figures: [
      { what: 'in a project of 2 components', value: small, unit: 'ms', aim: 100 },
      { what: `in one of ${COPIES * 2}`, value: large, unit: 'ms', aim: 100 },
      { what: 'large / small', value: large / small, unit: '×', aim: 1.5 },
    ],
  }
}

function editMs(copies: number): number {
  let project: Project = { ...skerryLine, components: Array.from({ length: copies }, (_, copy) => copied(copy)).flat() }
  const checker = new ProjectChecker()
  checker.components(project)
  const times = Array.from({ length: EDITS }, (_, index) => {
    project = apply(project, { edit: 'set', path: ['components', 'boardingButton0', 'rules', 'finish', 'trigger', 'ms'], to: 1700 + index })
    return timed(() => checker.components(project))
  })
  return median(times)
}

const copied = (copy: number): Project['components'] =>
  JSON.parse(JSON.stringify(skerryLine.components.filter(({ id }) => id === 'boardingButton' || id === 'spinnerRing')).replaceAll(/"(boardingButton|spinnerRing)"/g, `"$1${copy}"`)) as Project['components']
