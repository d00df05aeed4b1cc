import { useMemo } from 'react'
import { useSearchParams } from 'react-router'
import { ascending, group } from 'd3-array'
import { acceptanceOf, allOf, type Finding } from '@rheoscope/core/check'
import type { Component, Id, Project, Screen } from '@rheoscope/core/document'
import { groupIn, lastChanges, ownName, usesIn } from '@rheoscope/core/reading'
import { useOfChecks } from '../checks/use-findings'
import { useOfSession } from '../session/use-session'

/** A component or screen on the contents page. */
export type Item = {
  readonly id: Id
  /** The whole name, and that without the group. */
  readonly name: string
  readonly ownName: string
  readonly findings: readonly Finding[]
} & ({ readonly kind: 'component'; readonly component: Component; readonly uses: number; readonly holders: readonly Id[]; readonly holds: readonly Id[] } | { readonly kind: 'screen'; readonly screen: Screen })

export const ORDERS = ['name', 'change', 'use'] as const

type Order = (typeof ORDERS)[number]

export const FILTERS = ['with findings', 'unused', 'on a screen'] as const

export type Filter = (typeof FILTERS)[number]

/** What is in no group stands under what it is. */
const UNGROUPED: Readonly<Record<Item['kind'], string>> = { component: 'Components', screen: 'Screens' }

/** Some items under one head. */
export interface ItemGroup {
  readonly name: string
  readonly items: readonly Item[]
}

/** What the contents page shows, by what its address asks for, and how to ask for something else. */
export interface Contents {
  readonly project: Project
  /** Everything there is. */
  readonly items: readonly Item[]
  /** What is shown of it. */
  readonly groups: readonly ItemGroup[]
  /** The names of all groups, with how many are in each. */
  readonly groupNames: readonly (readonly [string, number])[]
  /** The one group that is shown; null for all. */
  readonly group: string | null
  readonly filters: ReadonlySet<Filter>
  readonly order: Order
  readonly ask: (name: 'group' | 'show' | 'order', value: string | null) => void
}

export function useContents(): Contents {
  const project = useOfSession('document')
  const { entries } = useOfSession('history')
  const [search, setSearch] = useSearchParams()
  const findings = useFindingsByOwner(project)
  const items = useMemo(() => itemsOf(project, findings), [project, findings])
  const [only, show, by] = [search.get('group'), search.get('show'), search.get('order')]
  return useMemo(() => {
    const order = ORDERS.find((each) => each === by) ?? 'name'
    const filters = new Set(FILTERS.filter((each) => show?.split(',').includes(each)))
    const changes = order === 'change' ? lastChanges(entries) : new Map<Id, number>()
    const compare = { name: () => 0, change: (a: Item, b: Item) => (changes.get(b.id) ?? -1) - (changes.get(a.id) ?? -1), use: (a: Item, b: Item) => usesOf(b) - usesOf(a) }[order]
    const shown = items.filter((item) => [...filters].every((filter) => passes(item, filter))).toSorted((a, b) => compare(a, b) || ascending(a.ownName.toLowerCase(), b.ownName.toLowerCase()))
    const grouped = [...group(shown, groupNameOf)].map(([name, own]): ItemGroup => ({ name, items: own })).toSorted(byGroupName)
    const names = [...group(items, groupNameOf)].map(([name, own]) => ({ name, many: own.length })).toSorted(byGroupName).map(({ name, many }) => [name, many] as const)
    return {
      project, items, groupNames: names, group: only, filters, order,
      groups: only === null ? grouped : grouped.filter(({ name }) => name === only),
      ask: (name, value) => setSearch((before) => {
        const next = new URLSearchParams(before)
        if (value === null) next.delete(name)
        else next.set(name, value)
        return next
      }),
    }
  }, [project, items, entries, only, show, by, setSearch])
}

const groupNameOf = (item: Item): string => groupIn(item.name) ?? UNGROUPED[item.kind]

const usesOf = (item: Item): number => (item.kind === 'component' ? item.uses : 0)

/** Named groups by their names, then what is in none, screens last. */
function byGroupName(a: { readonly name: string }, b: { readonly name: string }): number {
  const last = Object.values(UNGROUPED)
  return ascending(last.indexOf(a.name), last.indexOf(b.name)) || ascending(a.name.toLowerCase(), b.name.toLowerCase())
}

/** Whether an item is to be seen through a filter. */
export function passes(item: Item, filter: Filter): boolean {
  switch (filter) {
    case 'with findings':
      return item.findings.length > 0
    case 'unused':
      return item.kind === 'component' && item.uses === 0
    case 'on a screen':
      return item.kind === 'component' && item.uses > 0
  }
}

function itemsOf(project: Project, findings: ReadonlyMap<Id, readonly Finding[]>): readonly Item[] {
  const uses = usesIn(project)
  const common = ({ id, name }: Component | Screen) => ({ id, name, ownName: ownName(name), findings: findings.get(id) ?? [] })
  return [
    ...project.components.map((component): Item => {
      const { count = 0, inComponents = [], onScreens = [], holds = [] } = uses.get(component.id) ?? {}
      return { ...common(component), kind: 'component', component, uses: count, holders: [...inComponents, ...onScreens], holds }
    }),
    ...project.screens.map((screen): Item => ({ ...common(screen), kind: 'screen', screen })),
  ]
}

/** The findings nobody has accepted, by the component or screen they are about. */
function useFindingsByOwner({ accepted }: Project): ReadonlyMap<Id, readonly Finding[]> {
  const found = useOfChecks('findings')
  return useMemo(() => {
    const open = found ? allOf(found).filter((finding) => acceptanceOf({ accepted }, finding) === null) : []
    return group(open, ({ about }) => about.screen ?? about.component ?? '')
  }, [found, accepted])
}
