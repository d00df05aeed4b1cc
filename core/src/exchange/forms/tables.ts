import { budgetsBetween } from '../../check'
import { cellIn, orElse, slug, type Component, type Project } from '../../document'
import { motionSheets, responseSheets, valueWords } from './component-sheets'
import { counted } from '../counted'
import { csvOf } from '../delimited'
import { componentsOf, nameOf, type Form, type HandedFile } from './form'

type Rows = readonly (readonly (string | number)[])[]

/** What answers what, every motion with its numbers, and the data tables. */
export const tables: Form = {
  name: 'tables',
  label: 'Tables',
  forWhom: 'Builds it',
  says: 'States by triggers, every motion with its values and times, of one component what every path takes, and the data tables: as CSV (RFC 4180) and as one Markdown file.',
  takes: ['project', 'component'],
  make: (project, subject) => {
    const name = nameOf(project, subject)
    const components = componentsOf(project, subject)
    const sheets = [...components.flatMap((component) => sheetsOf(project, component)), ...(subject.of === 'project' ? dataSheets(project) : components.map((component) => pathSheet(project, component)))].filter(({ rows }) => rows.length > 1)
    return {
      files: [
        { name: `${slug(name)}-tables.md`, mediaType: 'text/markdown', content: `# ${name}\n\n${sheets.map(({ title, rows }) => `## ${title}\n\n${markdown(rows)}\n`).join('\n')}` },
        ...sheets.map(({ title, rows }): HandedFile => ({ name: `${slug(title)}.csv`, mediaType: 'text/csv', content: csvOf(rows) })),
      ],
      holds: sheets.map(({ title, rows }) => `${title}: ${counted(rows.length - 1, 'row')}`),
      leavesOut: ['What the states look like: the specification has it.', ...(subject.of === 'project' ? ['What paths take: the tables of each component have it.'] : [])],
    }
  },
}

interface Sheet {
  readonly title: string
  readonly rows: Rows
}

function sheetsOf(project: Project, component: Component): readonly Sheet[] {
  const { name, axes } = component
  const responses = responseSheets(project, component).map(({ axis, rows }): Sheet => ({
    title: axes.length === 1 ? `${name}: answers` : `${name}: answers of ${axis.name}`,
    rows: [['trigger', ...axis.states.map((state) => state.name)], ...rows.map(({ trigger, cells }) => [trigger, ...cells])],
  }))
  const motions = motionSheets(project, component).flatMap(({ axis, trigger, from, to, moves }) =>
    moves.map((move) => [axis.name, trigger, from.name, to?.name ?? '', move.part, move.property, valueWords(move.from), valueWords(move.to), move.delayMs, move.durationMs, move.easing]))
  return [...responses, { title: `${name}: motions`, rows: [['axis', 'trigger', 'from', 'to', 'part', 'property', 'from value', 'to value', 'delay ms', 'duration ms', 'easing'], ...motions] }]
}

/** What every path between two states takes, when nobody waits for a motion to end and when everybody does. */
function pathSheet(project: Project, component: Component): Sheet {
  const rows = component.axes.flatMap((axis) => axis.states.flatMap((from) => axis.states.filter((to) => to !== from).flatMap((to) =>
    orElse(() => budgetsBetween(project, component, { axis: axis.id, from: from.id, to: to.id }), []).map(({ states, leastMs, mostMs, pieces }) => [
      axis.name, from.name, to.name, states.map((id) => axis.states.find((state) => state.id === id)?.name ?? id).join(' → '), leastMs, mostMs, pieces.map(({ what, ms }) => `${what} ${ms} ms`).join(', '),
    ]))))
  return { title: `${component.name}: paths`, rows: [['axis', 'from', 'to', 'over', 'least ms', 'most ms', 'made of'], ...rows] }
}

const dataSheets = ({ tables: all }: Project): readonly Sheet[] =>
  all.map(({ name, columns, records }) => ({ title: `Data: ${name}`, rows: [columns.map((column) => column.name), ...records.map((record) => columns.map((column) => valueWords(cellIn(record, column))))] }))

function markdown(rows: Rows): string {
  const [heads = [], ...others] = rows.map((row) => row.map((cell) => String(cell).replaceAll('\\', '\\\\').replaceAll('|', '\\|').replace(/\r?\n/g, ' ')))
  return [heads, heads.map(() => '---'), ...others].map((row) => `| ${row.join(' | ')} |`).join('\n')
}
