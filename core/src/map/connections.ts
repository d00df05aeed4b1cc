import { firstOf, movesOf, type Axis, type Component, type Id, type StateMove } from '../document'

/** All ways from one state to another, drawn as one line. */
export interface Connection {
  readonly id: string
  readonly from: Id
  readonly to: Id
  readonly moves: readonly StateMove[]
}

/** The lines of a map of an axis, in the order of their first rules. */
export function connectionsOf(component: Component, axis: Axis): readonly Connection[] {
  const byEnds = new Map<string, StateMove[]>()
  for (const move of movesOf(component, axis)) {
    const id = `${move.from} ${move.to}`
    byEnds.set(id, [...(byEnds.get(id) ?? []), move])
  }
  return [...byEnds].map(([id, moves]) => ({ id, from: firstOf(moves).from, to: firstOf(moves).to, moves }))
}
