import { columnNamed, firstOf, isOfItem, orElse, type ListPart, type Project } from '../../../document'
import { evaluate, itemEnvironment, namesOr } from '../../../expression'
import { keptAt } from '../../../machine'
import { changesOf } from '../../ground/asked-records'
import type { ComponentCheck } from '../../ground/context'
import type { ScreenCheck } from '../../ground/screen-context'
import type { StateSpace } from '../../ground/state-space'
import { witnessTo } from '../../ground/witness'
import { PRESENCE, type Thing } from '../../explore'
import type { About, Finding } from '../../model/finding'

const MEANS = 'a list whose condition holds for none of the records there are or can be, whatever happens'

/** Lists that never show a record, though their table has some, or can come to. */
export const listStaysEmpty: ComponentCheck = {
  name: 'list-stays-empty', scope: 'component', levels: ['fault'],
  means: MEANS,
  finds: ({ stateSpace, root, component }) => emptyIn(stateSpace, root, { component: component.id }),
}

/** The same of lists that stand on a screen themselves. */
export const listStaysEmptyOnScreen: ScreenCheck = {
  name: 'list-stays-empty', scope: 'screen', levels: ['fault'],
  means: MEANS,
  finds: ({ screen, things: [ground], groups }) => {
    const around = groups.find(({ things }) => ground && things.includes(ground))
    return around && ground ? emptyIn(around.stateSpace, ground, { screen: screen.id }) : []
  },
}

/** Whether its condition holds for no record as the project has them, and goes by nothing that ever changes. */
function isDecided(project: Project, { table: id, filter, component }: ListPart): boolean {
  const table = project.tables.find((each) => each.id === id)
  if (!table || filter === null || component === null || table.records.length === 0) return false
  const { comeAndGo, columns } = changesOf(project, table)
  const isFixed = (name: string) => isOfItem(name) && !columns.has(columnNamed(table, name)?.id ?? '')
  return !comeAndGo && namesOr(filter).every(isFixed) && table.records.every((record) => orElse(() => evaluate(filter, itemEnvironment(table, record)), null) === false)
}

function emptyIn(stateSpace: StateSpace, holder: Thing, about: About): readonly Finding[] {
  const lists = holder.compiled.component.parts.filter((part): part is ListPart => part.kind === 'list' && part.filter !== null)
  return lists.filter((list) => isAlwaysEmpty(stateSpace, holder, list)).map((list): Finding => {
    const { closed } = stateSpace
    const isEmpty = (instances: ReadonlyMap<string, unknown>) => [...instances.keys()].every((path) => !path.startsWith(`${list.id}:`))
    return {
      id: `list-stays-empty ${holder.compiled.component.id} ${list.id}`, kind: 'list-stays-empty', level: 'fault',
      sentence: `“${list.name}” never shows anything: ${list.filter ?? ''} holds for none of its records, whatever happens.`,
      about: { ...about, part: list.id },
      remedy: null, numbers: {},
      witness: witnessTo(stateSpace, closed, firstOf(closed.explored.nodes), { caption: 'nothing is listed here, now or later' }, (_trace, _offered, { instances }) => isEmpty(instances)),
    }
  })
}

/** Whether there is an item for a record there is or can be, and none ever comes. */
function isAlwaysEmpty({ open, project }: StateSpace, holder: Thing, list: ListPart): boolean {
  if (isDecided(project, list)) return true
  const { network, explored } = open
  const { id } = list
  const items = [...network.items.values()].filter(({ thing }) => thing.holder === holder && thing.part === id)
  return items.length > 0 && open.isFinished && explored.nodes.every(({ place }) => items.every(({ at }) => keptAt(place.configuration, at) === PRESENCE.gone))
}
