import { addAsset, addComponent, addIcon, addToken, batch, componentsInside, freeName, hasKeys, inProject, insertInto, namesGivenBy, namesOf, type Action, type Component, type Edit, type Id, type Named, type NewId, type Project } from '../document'
import { namesOfBehaviour, namesOfLists, namesOfValues } from '../machine'
import { textsIn } from './texts-in'

/** What components use of their project, themselves and what is inside them included. */
export interface Needed {
  readonly components: readonly Component[]
  readonly tokens: Project['tokens']
  readonly tables: Project['tables']
  readonly assets: Project['assets']
  readonly icons: Project['icons']
  readonly variables: Project['variables']
  /** The screens their actions lead to, which do not come along. */
  readonly screens: Project['screens']
}

/** What some components need to work elsewhere as they do here. */
export function neededBy(project: Project, ids: readonly Id[]): Needed {
  const asked = project.components.filter(({ id }) => ids.includes(id))
  const components = [...new Set([...asked, ...asked.flatMap((component) => componentsInside(project, component))])]
  const said = textsIn(components)
  const names = new Set(components.flatMap((component) => [...namesOfValues(component), ...namesOfBehaviour(component), ...namesOfLists(component), ...namesGivenBy(component)]))
  const isSaid = ({ id }: { readonly id: Id }) => said.has(id)
  return {
    components, tokens: project.tokens.filter(isSaid), tables: project.tables.filter(isSaid), assets: project.assets.filter(isSaid), screens: project.screens.filter(isSaid),
    icons: project.icons.filter(({ name }) => said.has(name)), variables: project.variables.filter(({ name }) => names.has(name)),
  }
}

/** What of the needed another project has already, under the same name. */
export function alreadyIn(to: Project, { components, tokens, tables }: Needed): readonly Named[] {
  const has = (things: readonly Named[], there: readonly Named[]) => things.filter(({ name }) => there.some((each) => each.name === name))
  return [...has(components, to.components), ...has(tokens, to.tokens), ...has(tables, to.tables)]
}

/** The edit that brings components into another project, and what to say of it. */
export interface Copying {
  readonly edit: Edit
  /** The ids the components asked for have there. */
  readonly made: readonly Id[]
  readonly lines: readonly string[]
}

/**
 * Brings components into another project with everything they need. Pictures, icons and shared variables that are there
 * under the same name are used as they are there; so is whatever else is in `reused`, by its id here. Everything else
 * comes along under a name that is free. Actions that lead to screens lead to those of the same name, and are left out
 * where there is none.
 */
export function copyBetween(from: Project, to: Project, ids: readonly Id[], reused: ReadonlySet<Id>, newId: NewId): Copying {
  const needed = neededBy(from, ids)
  const there = new Map<Id, Id>()
  for (const kind of ['components', 'tokens', 'tables'] as const) {
    for (const { id, name } of needed[kind]) {
      const same = reused.has(id) ? to[kind].find((each) => each.name === name) : undefined
      there.set(id, same?.id ?? newId(name))
    }
  }
  const screens = new Map(needed.screens.map(({ id, name }) => [id, to.screens.find((each) => each.name === name)?.id ?? null]))
  const isNew = (kind: 'components' | 'tokens' | 'tables') => ({ id }: { readonly id: Id }) => !to[kind].some((each) => each.id === there.get(id))
  const named = <T extends Named>(things: readonly T[], others: readonly Named[]): readonly T[] => {
    const taken = namesOf(others)
    return things.map((thing) => {
      const name = freeName(thing.name, taken)
      taken.add(name)
      return { ...referring(thing, there), id: there.get(thing.id) ?? thing.id, name }
    })
  }
  const components = named(needed.components.filter(isNew('components')).map((component) => withScreens(component, screens)), to.components)
  const edits = [
    ...named(needed.tokens.filter(isNew('tokens')), to.tokens).map(addToken),
    ...named(needed.tables.filter(isNew('tables')), to.tables).map((table) => insertInto(inProject('tables'), table)),
    ...needed.assets.filter(({ id }) => !to.assets.some((each) => each.id === id)).map((asset) => addAsset({ ...asset, name: freeName(asset.name, namesOf(to.assets)) })),
    ...needed.icons.filter(({ name }) => !to.icons.some((each) => each.name === name)).map(({ name, d }) => addIcon(name, d)),
    ...needed.variables.filter(({ name }) => !to.variables.some((each) => each.name === name)).map((variable) => insertInto(inProject('variables'), { ...variable, id: newId(variable.name) })),
    // What is inside comes first, so that nothing is put in before what it has instances of.
    ...components.toReversed().map(addComponent),
  ]
  const lost = needed.screens.filter(({ id }) => screens.get(id) === null)
  const otherwise = needed.variables.filter(({ name, type }) => to.variables.some((each) => each.name === name && each.type !== type))
  return {
    edit: batch(...edits), made: ids.flatMap((id) => there.get(id) ?? []),
    lines: [
      ...lost.map(({ name }) => `Actions that lead to “${name}” were left out: ${to.name} has no screen of that name.`),
      ...otherwise.map(({ name, type }) => `“${name}” is a ${type} in ${from.name} and something else in ${to.name}.`),
    ],
  }
}

/** Actions lead to the screens given; those whose screen has no counterpart go. */
function withScreens(component: Component, screens: ReadonlyMap<Id, Id | null>): Component {
  return {
    ...component,
    rules: component.rules.map((rule) => ({
      ...rule,
      actions: rule.actions.flatMap((action): readonly Action[] => {
        if (!('screen' in action)) return [action]
        const screen = screens.get(action.screen)
        return screen == null ? [] : [{ ...action, screen }]
      }),
    })),
  }
}

/** Fields that hold the id of a component, a table or a token. */
const REFERRING = new Set(['component', 'table', 'token'])

/** A value in which everything that refers to something by its id refers to what that has become. */
function referring<T>(value: T, there: ReadonlyMap<Id, Id>, field?: string): T
function referring(value: unknown, there: ReadonlyMap<Id, Id>, field = ''): unknown {
  if (typeof value === 'string') return REFERRING.has(field) || field.startsWith('param:') ? (there.get(value) ?? value) : value
  if (Array.isArray(value)) return value.map((each) => referring(each, there))
  if (!hasKeys(value)) return value
  const fields = Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, referring(inner, there, key)]))
  return fields.type === 'slot' && typeof fields.initial === 'string' ? { ...fields, initial: there.get(fields.initial) ?? fields.initial } : fields
}
