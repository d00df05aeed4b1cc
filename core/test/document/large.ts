import { newProject, type Component, type Part, type Project } from '@rheoscope/core/document'
import { small } from '../run/small-component'

/** A component of a root and some parts in it. */
export function componentOf(id: string, parts: readonly Part[]): Component {
  const root: Part = { id: `${id}-root`, kind: 'container', name: 'root', parent: null, base: { width: 100, height: 100 } }
  return { ...small({ a: {} }, []), id, name: id, parts: [root, ...parts] }
}

export const applyAll = (components: readonly Component[]): Project => ({ ...newProject('large', 'Large'), components })

const instance = (id: string, holder: string, component: string): Part => ({ id, kind: 'instance', name: id, parent: `${holder}-root`, component, start: {}, base: {} })

/** Components each of which has an instance of the next. */
export const chain = (length: number): readonly Component[] =>
  Array.from({ length }, (_each, index) => componentOf(`c${index}`, index === length - 1 ? [] : [instance(`i${index}`, `c${index}`, `c${index + 1}`)]))

/** Components each of which has two instances of the next. */
export const pair = (length: number): Project =>
  applyAll(Array.from({ length }, (_each, index) => componentOf(`c${index}`, index === length - 1 ? [] : ['x', 'y'].map((side) => instance(`${side}${index}`, `c${index}`, `c${index + 1}`)))))

/** A list whose items are lists, all over one table of so many records. */
export function listOf(records: number): Project {
  const list = (id: string, holder: string, component: string): Part => ({ id, kind: 'list', name: id, parent: `${holder}-root`, component, table: 'table', filter: null, base: {} })
  return {
    ...applyAll([componentOf('outer', [list('outer-list', 'outer', 'inner')]), componentOf('inner', [list('inner-list', 'inner', 'item')]), componentOf('item', [])]),
    tables: [{ id: 'table', name: 'table', columns: [{ id: 'a', name: 'a', type: 'number' }], records: Array.from({ length: records }, (_each, index) => ({ id: `r${index}`, cells: { a: index } })) }],
  }
}
