import { componentOf, type Axis, type Component, type Id, type Named, type Part, type Project, type Screen, type Take } from '../../document'

type Surfaces = Pick<Project, 'components' | 'screens'>

/** What a run is of. */
export interface Stand {
  readonly project: Surfaces
  readonly surface: Take['surface']
}

/** What a path leads to: from which surface, over which parts, and what is there; null where the document leaves that to a parameter. */
interface Way {
  readonly path: string
  readonly text: string
  readonly owner: Component | Screen | null
}

/** What is said of an input, an expectation or a pledge. */
type Said = Readonly<Record<string, unknown>>

/** The same with names in the place of identifiers, wherever they are found by them. */
export function withNames(stand: Stand, said: Said): Said {
  const { axes, parts } = standsAt(stand, said.instance)
  const states = axes.find(({ id }) => id === said.axis)?.states ?? []
  return { ...said, ...changed(said, { instance: (path) => pathText(stand, path), axis: nameIn(axes), state: nameIn(states), part: nameIn(parts), screen: nameIn(stand.project.screens) }) }
}

/** The same with the identifiers that names stand for; what is no name there is an identifier. */
export function withIds(stand: Stand, said: Said): Said {
  const instance = typeof said.instance === 'string' ? wayAlong(stand, said.instance, ({ name }) => name)?.path ?? said.instance : undefined
  const { axes, parts } = standsAt(stand, instance)
  const axis = typeof said.axis === 'string' ? idIn(axes)(said.axis) : undefined
  const states = axes.find(({ id }) => id === axis)?.states ?? []
  return { ...said, ...(instance === undefined ? {} : { instance }), ...changed(said, { axis: idIn(axes), state: idIn(states), part: idIn(parts), screen: idIn(stand.project.screens) }) }
}

const changed = (said: Said, by: Readonly<Record<string, (text: string) => string>>): Said =>
  Object.fromEntries(Object.entries(by).flatMap(([field, change]) => { const text = said[field]; return typeof text === 'string' ? [[field, change(text)]] : [] }))

const idIn = (things: readonly Named[]) => (name: string): Id => things.find((each) => each.name === name)?.id ?? name

const nameIn = (things: readonly Named[]) => (id: Id): string => {
  const name = things.find((each) => each.id === id)?.name
  return name !== undefined && idIn(things)(name) === id ? name : id
}

/** A path of a run as names say it: `Cabin lights/bunk`, `notices/list[fog]`, `@Tides/tide table`; as it is, where they would not find it. */
function pathText(stand: Stand, path: string): string {
  const way = wayAlong(stand, path, ({ id }) => id)
  return way && wayAlong(stand, way.text, ({ name }) => name)?.path === path ? way.text : path
}

function standsAt(stand: Stand, path: unknown): { readonly axes: readonly Axis[]; readonly parts: readonly Part[] } {
  const owner = typeof path === 'string' ? wayAlong(stand, path, ({ id }) => id)?.owner : undefined
  return { axes: owner && 'axes' in owner ? owner.axes : [], parts: owner?.parts ?? [] }
}

/** Goes along a path whose steps say either the names or the identifiers of what they lead over; undefined where they lead nowhere. */
function wayAlong({ project, surface }: Stand, steps: string, said: (thing: Named) => string): Way | undefined {
  const [first = '', ...others] = steps.split('/')
  const screen = first.startsWith('@') ? project.screens.find((each) => said(each) === first.slice(1)) : undefined
  if (first.startsWith('@') && !screen) return undefined
  const begun: Way = screen ? { path: `@${screen.id}`, text: `@${screen.name}`, owner: screen } : { path: '', text: '', owner: ownerOf(project, surface) ?? null }
  const rest = screen ? others : steps === '' ? [] : [first, ...others]
  return rest.reduce<Way | undefined>((way, step) => way && stepFrom(project, way, step, said), begun)
}

function stepFrom(project: Surfaces, { path, text, owner }: Way, step: string, said: (thing: Named) => string): Way | undefined {
  const [, of = step, key] = /^(.*?)(?::(.+)|\[(.+)\])?$/.exec(step)?.filter((group) => group !== undefined) ?? []
  const part = owner?.parts.find((each) => said(each) === of)
  if (!part || /[/:[\]@]/.test(part.name)) return undefined
  const inner = part.kind === 'instance' || part.kind === 'list' ? part.component : null
  const joined = (before: string, last: string) => (before === '' ? last : `${before}/${last}`)
  return {
    path: joined(path, key === undefined ? part.id : `${part.id}:${key}`), text: joined(text, key === undefined ? part.name : `${part.name}[${key}]`),
    owner: inner === null ? null : componentOf(project, inner) ?? null,
  }
}

const ownerOf = (project: Surfaces, surface: Take['surface']): Component | Screen | undefined =>
  'screen' in surface ? project.screens.find(({ id }) => id === surface.screen) : componentOf(project, surface.component)
