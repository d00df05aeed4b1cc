import { isTable, orElse, type DataTable } from '../../../document'
import { isOfRecord, nameOfTable, valueOfTree, type AggregateExpression, type Environment } from '../../../expression'
import { keptAt } from '../../../machine'
import { after, independentGroups, setsOf, thingsOn, type Configuration, type Network, type Thing } from '../../explore'
import { changesOf, everyExpression, namesWithin, totalsIn, type Worded } from '../../ground/asked-records'
import { oneOfEach } from '../../ground/answers'
import { listed, type CheckContext, type ComponentCheck } from '../../ground/context'
import type { StateSpace } from '../../ground/state-space'
import { witnessTo } from '../../ground/witness'
import type { Finding } from '../../model/finding'

/** Records that are removed while something still speaks of them: it finds none any more, and shows nothing. */
export const recordMissing: ComponentCheck = {
  name: 'record-missing', scope: 'component', levels: ['risk'],
  means: '`first` of a table, by what a name stands for, finds its record, and none once that has been removed',
  finds: (context) => spokenOf(context).flatMap((spoken) => missingOf(context, spoken)),
}

/** Something that is read of one record of a table, which a condition says. */
interface Spoken extends Worded {
  readonly table: DataTable
  readonly asks: AggregateExpression
  /** What the condition goes by besides the record. */
  readonly names: readonly string[]
}

function spokenOf({ project, component }: CheckContext): readonly Spoken[] {
  const all = project.tables.flatMap((table) => everyExpression(component).flatMap((worded) => (worded.tree ? totalsIn(worded.tree, table) : []).flatMap(({ asks }): Spoken[] => {
    const names = asks.of ? namesWithin(asks.of).filter((name) => !isOfRecord(name)) : []
    return asks.name === 'first' && names.length > 0 ? [{ ...worded, table, asks, names }] : []
  }))).filter(({ table }) => changesOf(project, table).comeAndGo)
  return oneOfEach(all, ({ text }) => text)
}

function missingOf(context: CheckContext, { table, asks, names, text, part, rule }: Spoken): readonly Finding[] {
  const { component } = context
  const asked = nameOfTable(table)
  const stateSpace = watching(context, [...names, asked])
  const { closed, root } = stateSpace
  const known = (configuration: Configuration) => worthIn(closed.network, root, configuration, [...names, asked])
  const step = closed.steps.find(({ from, to }) => {
    const [before, now] = [known(from.place.configuration), known(to.configuration)]
    return recordsIn(now[asked]) < recordsIn(before[asked]) && finds(asks, before) === true && finds(asks, now) === false
  })
  if (!step) return []
  return [{
    id: `record-missing ${component.id} ${table.id} ${text}`, kind: 'record-missing', level: 'risk',
    sentence: `${text} in “${component.name}” finds its record in ${table.name}, and nothing once that has been removed, though ${listed(names)} still ${names.length === 1 ? 'speaks' : 'speak'} of it.`,
    about: { component: component.id, ...(part === undefined ? {} : { part }), ...(rule === undefined ? {} : { rule }) },
    remedy: null, numbers: {},
    witness: witnessTo(stateSpace, closed, after(step), { caption: 'what it speaks of is gone' }, (_trace, _offered, { instances }) => finds(asks, instances.get('')?.environment ?? {}) === false),
  }]
}

/** All that has to do with some names, explored with each value of theirs told apart. */
function watching({ project, compiled, stateSpaceFor }: CheckContext, watched: readonly string[]): StateSpace {
  const hasToDo = (thing: Thing) => thing.holder === null || [...setsOf(thing)].some((name) => watched.includes(name))
  const things = independentGroups(project, thingsOn(project, compiled)).filter((group) => group.some(hasToDo)).flat()
  return stateSpaceFor(things.toSorted((a, b) => a.index - b.index), watched)
}

/** What names stand for in a configuration, as far as that is known. */
const worthIn = (network: Network, thing: Thing, configuration: Configuration, names: readonly string[]): Environment =>
  Object.fromEntries(names.flatMap((name) => {
    const kept = network.nameFor(thing, name)
    const value = kept?.domain.valueOf(keptAt(configuration, kept.at))
    return value === undefined ? [] : [[name, value]]
  }))

const recordsIn = (table: Environment[string] | undefined): number => (isTable(table) ? table.records.length : NaN)

/** Whether the condition holds for any record; null where that cannot be worked out. */
const finds = (asks: AggregateExpression, environment: Environment): boolean | null =>
  orElse(() => valueOfTree({ ...asks, name: 'any', column: null }, environment) === true, null)
