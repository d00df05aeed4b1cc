import type { Action, Component, Id, Project, Rule, Screen } from '../document'

/** Something of a project that can be looked for by its name. */
export interface Findable {
  readonly kind: 'component' | 'screen' | 'part' | 'state' | 'variable' | 'message' | 'take' | 'token' | 'table'
  readonly name: string
  /** The component or screen it belongs to; null for what belongs to the project. */
  readonly owner: { readonly kind: 'component' | 'screen'; readonly id: Id; readonly name: string } | null
  /** What of its owner to select. */
  readonly part?: Id
  readonly axis?: Id
  readonly state?: Id
  readonly rule?: Id
}

/**
 * What of a project is called so, the best first: every word typed is part of its name or its owner's, and one of them of
 * its own. Names that begin with what is typed come before names in which a word does, and those before the rest;
 * components and screens come before what is inside them. Nothing typed finds all components and screens.
 */
export function find(project: Project, typed: string, most = 50): readonly Findable[] {
  const words = typed.toLowerCase().split(/\s+/).filter((word) => word !== '')
  if (words.length === 0) return [...project.components, ...project.screens].slice(0, most).map(itself)
  const found: { readonly findable: Findable; readonly rank: number }[] = []
  for (const entry of everything(project)) {
    const rank = rankOf(entry, words)
    if (rank !== null) found.push({ findable: entry.findable, rank })
  }
  return found.toSorted((a, b) => a.rank - b.rank || a.findable.name.length - b.findable.name.length || a.findable.name.localeCompare(b.findable.name)).slice(0, most).map(({ findable }) => findable)
}

interface Entry {
  readonly findable: Findable
  /** In small letters. */
  readonly name: string
  readonly owner: string
}

const PLACE_RANK = 4

function rankOf({ findable, name, owner }: Entry, words: readonly string[]): number | null {
  if (!words.every((word) => name.includes(word) || owner.includes(word)) || !words.some((word) => name.includes(word))) return null
  const isPlace = findable.kind === 'component' || findable.kind === 'screen'
  const typed = words.join(' ')
  const closeness = name === typed ? 0 : name.startsWith(typed) ? 1 : name.split(/[^\p{L}\p{N}]+/u).some((each) => each.startsWith(words[0] ?? '')) ? 2 : 3
  return closeness + (isPlace ? 0 : PLACE_RANK)
}

const known = new WeakMap<Component | Screen, readonly Entry[]>()

/** Everything there is to find; what a component or screen has is gathered once for each as it is. */
function* everything(project: Project): Generator<Entry> {
  for (const owner of [...project.components, ...project.screens]) {
    const entries = known.get(owner) ?? namedIn(owner).map(entryOf)
    known.set(owner, entries)
    yield* entries
  }
  for (const take of project.takes) yield entryOf({ kind: 'take', name: take.name, owner: ownerOf(project, 'screen' in take.surface ? { kind: 'screen', id: take.surface.screen } : { kind: 'component', id: take.surface.component }) })
  for (const { name } of project.variables) yield entryOf({ kind: 'variable', name, owner: null })
  for (const { name } of project.tokens) yield entryOf({ kind: 'token', name, owner: null })
  for (const { name } of project.tables) yield entryOf({ kind: 'table', name, owner: null })
}

const entryOf = (findable: Findable): Entry => ({ findable, name: findable.name.toLowerCase(), owner: findable.owner?.name.toLowerCase() ?? '' })

const itself = (owner: Component | Screen): Findable => {
  const kind = 'axes' in owner ? 'component' : 'screen'
  return { kind, name: owner.name, owner: { kind, id: owner.id, name: owner.name } }
}

function ownerOf(project: Project, { kind, id }: Pick<NonNullable<Findable['owner']>, 'kind' | 'id'>): Findable['owner'] {
  const owner = (kind === 'component' ? project.components : project.screens).find((each) => each.id === id)
  return owner ? { kind, id, name: owner.name } : null
}

/** A component or screen itself, and everything inside it that has a name. */
function namedIn(of: Component | Screen): readonly Findable[] {
  const whole = itself(of)
  const { owner } = whole
  const { axes, parameters } = 'axes' in of ? of : { axes: [], parameters: [] }
  return [
    whole,
    ...of.parts.slice(1).map(({ id, name }): Findable => ({ kind: 'part', name, owner, part: id })),
    ...axes.flatMap((axis) => axis.states.map(({ id, name }): Findable => ({ kind: 'state', name, owner, axis: axis.id, state: id }))),
    ...[...of.variables, ...parameters].map(({ name }): Findable => ({ kind: 'variable', name, owner })),
    ...messagesIn(of.rules).map(({ name, rule }): Findable => ({ kind: 'message', name, owner, axis: rule.axis, rule: rule.id })),
  ]
}

/** The messages that rules send or answer, each once, with the first rule that does. */
function messagesIn(rules: readonly Rule[]): readonly { readonly name: string; readonly rule: Rule }[] {
  const isSending = (action: Action): action is Extract<Action, { do: 'send' }> => action.do === 'send'
  const first = new Map<string, Rule>()
  for (const rule of rules) {
    const names = [...(rule.trigger.on === 'message' ? [rule.trigger.name] : []), ...rule.actions.filter(isSending).map(({ message }) => message)]
    for (const name of names) if (name !== '' && !first.has(name)) first.set(name, rule)
  }
  return [...first].map(([name, rule]) => ({ name, rule }))
}
