import { certain, componentOf, screenOf, type Component, type Literal, type Project } from '../document'
import { surfaceComponent, type Surface } from '../machine'

/**
 * What an instance of a run is called: the names of the parts that hold it, the outermost first, and for an item of a
 * list its record's first text that no other has there, or else its place, counted from 1. `componentAt` says which component stands at a path where the document leaves that
 * to a parameter.
 */
export function pathName(project: Project, first: Surface, path: string, componentAt: (path: string) => string | undefined): string {
  const [outer = '', ...rest] = path.split('/')
  const screen = outer.startsWith('@') ? screenOf(project, outer.slice(1)) : undefined
  const surface = surfaceComponent(project, screen ? { screen: screen.id } : first)
  if (path === '' || (screen && rest.length === 0)) return surface.name
  const steps = screen ? rest : [outer, ...rest]
  let holder: Component | undefined = surface
  const names = screen ? [screen.name] : []
  steps.forEach((step, depth) => {
    const [part, record] = step.split(':')
    const found: Component['parts'][number] | undefined = holder?.parts.find(({ id }) => id === part)
    names.push(`${found?.name ?? certain(part)}${record === undefined ? '' : ` ${recordName(project, found, record)}`}`)
    const at = [...(screen ? [outer] : []), ...steps.slice(0, depth + 1)].join('/')
    const inner = (found?.kind === 'instance' || found?.kind === 'list' ? found.component : null) ?? componentAt(at)
    holder = inner === undefined || inner === null ? undefined : componentOf(project, inner)
  })
  return names.join(' ▸ ')
}

function recordName(project: Project, list: Component['parts'][number] | undefined, record: string): string {
  const table = list?.kind === 'list' ? project.tables.find(({ id }) => id === list.table) : undefined
  const place = table?.records.findIndex(({ id }) => id === record) ?? -1
  if (!table || place < 0) return record
  const telling = table.columns.find(({ id, type }) => type === 'text' && areApart(table.records.map(({ cells }) => cells[id])))
  return String(telling ? certain(table.records[place]).cells[telling.id] : place + 1)
}

const areApart = (texts: readonly (Literal | undefined)[]): boolean => new Set(texts).size === texts.length && texts.every((text) => text !== undefined && text !== '')
