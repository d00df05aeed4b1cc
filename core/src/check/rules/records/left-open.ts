import { type DataTable } from '../../../document'
import { nameOfTable } from '../../../expression'
import { keptAt } from '../../../machine'
import { isLoose, itemOfThing } from '../../explore'
import { listed, type ComponentCheck } from '../../ground/context'
import type { ScreenCheck } from '../../ground/screen-context'
import type { StateSpace } from '../../ground/state-space'
import type { About, Finding } from '../../model/finding'

const MEANS = 'what a table holds was not told apart, so that conditions on it count both ways; nothing is called unreachable for it'

/** Tables that change too much for all they can hold to be told apart: which, so that nobody takes silence about them for proof. */
export const leftOpen: ComponentCheck = {
  name: 'left-open', scope: 'component', levels: ['note'],
  means: MEANS,
  finds: ({ stateSpace, component: { id, name } }) => found([stateSpace], { component: id }, name),
}

/** The same of what stands on a screen together. */
export const leftOpenOnScreen: ScreenCheck = {
  name: 'left-open', scope: 'screen', levels: ['note'],
  means: MEANS,
  finds: ({ groups, screen: { id, name } }) => found(groups.flatMap(({ stateSpace, isFirst }) => (isFirst ? [stateSpace] : [])), { screen: id }, name),
}

function found(stateSpaces: readonly StateSpace[], about: About, name: string): readonly Finding[] {
  const tables = [...new Set(stateSpaces.flatMap(tablesLeftOpen))]
  if (tables.length === 0) return []
  const [them, hold, their] = tables.length === 1 ? ['it', 'holds', 'its'] : ['them', 'hold', 'their']
  return [{
    id: `left-open ${about.component ?? ''} ${about.screen ?? ''}`, kind: 'left-open', level: 'note',
    sentence: `What ${listed(tables.map((table) => table.name))} ${hold} was left open when ${name} was looked at: ${their} records are too many, or change too much, for all of ${them} to be told apart. What goes by ${them} counts as possible.`,
    about, remedy: null, witness: null, numbers: { tables: tables.length },
  }]
}

/** The tables that an exploration does not tell apart, or of which it looks at each record alone. Where no table is kept there is nothing to look through. */
function tablesLeftOpen(stateSpace: StateSpace): readonly DataTable[] {
  const { project, network } = stateSpace
  if (project.tables.length === 0) return []
  const alone = new Set(network.things.flatMap((thing) => (isLoose(thing) ? [itemOfThing(project, thing)?.table] : [])))
  const keptOf = (table: DataTable) => network.names.filter(({ name }) => name === nameOfTable(table))
  const isOpen = (table: DataTable) => keptOf(table).some(({ at, domain }) => stateSpace.closed.explored.nodes.some(({ place }) => domain.valueOf(keptAt(place.configuration, at)) === undefined))
  return project.tables.filter((table) => alone.has(table) || isOpen(table))
}
