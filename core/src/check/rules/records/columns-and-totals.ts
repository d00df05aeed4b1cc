import { cellIn, sameValue, type Column, type DataTable, type Id } from '../../../document'
import type { Expression } from '../../../expression'
import { changesOf, columnsRead, everyExpression, totalsIn, type Owner } from '../../ground/asked-records'
import type { ProjectCheck } from '../../ground/context'
import type { About, Finding } from '../../model/finding'

/** Columns that something depends on, hold the same in every record, and are never given anything else. */
export const columnNeverSet: ProjectCheck = {
  name: 'column-never-set', scope: 'project', levels: ['note'],
  means: 'a column is read, holds the same in every record, and nothing ever sets it',
  finds: (project) => project.tables.flatMap((table) => {
    const { columns: set } = changesOf(project, table)
    const read = columnsRead(project, table)
    return table.columns.flatMap((column): Finding[] => {
      const owner = read.get(column.id)
      if (!owner || set.has(column.id) || !isAlike(table, column)) return []
      return [{
        id: `column-never-set ${table.id} ${column.id}`, kind: 'column-never-set', level: 'note',
        sentence: `“${owner.name}” goes by ${column.name} of ${table.name}, which is the same in all its records, and nothing ever sets it.`,
        about: aboutOwner(owner),
        remedy: null, witness: null, numbers: { records: table.records.length },
      }]
    })
  }),
}

/** Whether all of several records hold the same in a column. */
function isAlike({ records }: DataTable, column: Column): boolean {
  const [first, ...others] = records.map((record) => cellIn(record, column))
  return first !== undefined && others.length > 0 && others.every((each) => sameValue(each, first))
}

/** Totals of the records of a table that can never be other than at the start. */
export const totalNeverChanges: ProjectCheck = {
  name: 'total-never-changes', scope: 'project', levels: ['note'],
  means: 'a sum, count or other total of records that neither come nor go, of columns nothing sets, in a table something does change',
  finds: (project) => project.tables.flatMap((table) => {
    const { comeAndGo, columns } = changesOf(project, table)
    // What stands in a table that never changes is read as it stands there.
    return comeAndGo || columns.size === 0 ? [] : [...project.components, ...project.screens].flatMap((owner) => fixedTotals(owner, table, columns))
  }),
}

function fixedTotals(owner: Owner, table: DataTable, set: ReadonlySet<Id>): readonly Finding[] {
  const isFixed = (tree: Expression) => totalsIn(tree, table).some(({ isOpen, columns }) => !isOpen && !columns.some((column) => set.has(column)))
  return everyExpression(owner).filter(({ tree }) => tree && isFixed(tree)).map(({ text, part, rule }, index): Finding => ({
    id: `total-never-changes ${owner.id} ${table.id} ${part ?? rule ?? ''} ${index}`, kind: 'total-never-changes', level: 'note',
    sentence: `${text} in “${owner.name}” can never be other than at the start: the records of ${table.name} neither come nor go, and nothing sets what it asks of them.`,
    about: { ...aboutOwner(owner), ...(part === undefined ? {} : { part }), ...(rule === undefined ? {} : { rule }) },
    remedy: null, witness: null, numbers: {},
  }))
}

const aboutOwner = (owner: Owner): About => ('axes' in owner ? { component: owner.id } : { screen: owner.id })
