import type { Axis, Component, State } from '../component'
import { HUES, newState } from '../defaults'
import type { Continuous } from '../motion'
import type { Within } from '../rule'
import type { Id } from '../value'
import { batch, type Edit } from './edit'
import type { Path } from './path'

const axisPath = (component: Id, axis: Id): Path => ['components', component, 'axes', axis]

const statePath = (component: Id, axis: Id, state: Id): Path => [...axisPath(component, axis), 'states', state]

/** A new state at the end of an axis, as a copy of another one's look when one is given. */
export function addState(component: Component, axis: Axis, id: Id, name: string, copied: State | null): Edit {
  const item: State = { ...newState(id, name, freeHue(axis)), look: copied?.look ?? {} }
  return { edit: 'insert', path: [...axisPath(component.id, axis.id), 'states'], item, before: null }
}

export const renameState = (component: Id, axis: Id, state: Id, name: string): Edit =>
  ({ edit: 'set', path: [...statePath(component, axis, state), 'name'], to: name })

export const setStartState = (component: Id, axis: Id, state: Id): Edit =>
  ({ edit: 'set', path: [...axisPath(component, axis), 'start'], to: state })

export const setFinal = (component: Id, axis: Id, state: Id, final: boolean): Edit =>
  ({ edit: 'set', path: [...statePath(component, axis, state), 'final'], to: final })

export const setContinuous = (component: Id, axis: Id, state: Id, continuous: Continuous | null): Edit =>
  ({ edit: 'set', path: [...statePath(component, axis, state), 'continuous'], to: continuous })

/** Puts a state before another one in its axis' order. */
export const moveState = (component: Id, axis: Id, state: Id, before: Id | null): Edit =>
  ({ edit: 'move', path: [...axisPath(component, axis), 'states'], id: state, before })

/**
 * Takes out a state with the rules that lead to it or hold in it alone; rules that hold in others too lose it.
 * The start moves to the first state left. Null for the last state of an axis, which stays.
 */
export function removeState(component: Component, axis: Axis, state: Id): Edit | null {
  const left = axis.states.filter(({ id }) => id !== state)
  if (left.length === 0) return null
  const rules: Path = ['components', component.id, 'rules']
  const edits = component.rules.flatMap((rule): Edit[] => {
    if (rule.axis !== axis.id) return []
    if (rule.target.go === 'state' && rule.target.state === state) return [{ edit: 'remove', path: rules, id: rule.id }]
    const within = withinWithout(rule.within, state)
    if (within === rule.within) return []
    if ('only' in within && within.only.length === 0) return [{ edit: 'remove', path: rules, id: rule.id }]
    return [{ edit: 'set', path: [...rules, rule.id, 'within'], to: within }]
  })
  if (axis.start === state) edits.push(setStartState(component.id, axis.id, left[0]!.id))
  for (const pair of component.pairs) {
    if (pair.from === state || pair.to === state) edits.push({ edit: 'remove', path: ['components', component.id, 'pairs'], id: pair.id })
  }
  for (const { id, states } of component.combinations) {
    if (states[axis.id] === state) edits.push({ edit: 'remove', path: ['components', component.id, 'combinations'], id })
  }
  return batch(...edits, { edit: 'remove', path: [...axisPath(component.id, axis.id), 'states'], id: state })
}

/** The same set of states without one of them; the very same value when it was not named. */
export function withinWithout(within: Within, state: Id): Within {
  if ('only' in within) return within.only.includes(state) ? { only: within.only.filter((id) => id !== state) } : within
  return within.except.includes(state) ? { except: within.except.filter((id) => id !== state) } : within
}

/** The first hue no state of the axis wears; starts over when all are worn. */
function freeHue(axis: Axis): number {
  const worn = new Set(axis.states.map(({ hue }) => hue))
  for (let hue = 0; hue < HUES; hue++) if (!worn.has(hue)) return hue
  return axis.states.length % HUES
}

/** A name for a new state that no other state of the axis has. */
export function freeStateName(axis: Axis): string {
  const usual = ['over', 'down', 'open', 'done']
  const taken = new Set(axis.states.map(({ name }) => name))
  const free = usual.find((name) => !taken.has(name))
  if (free) return free
  for (let n = axis.states.length + 1; ; n++) if (!taken.has(`state ${n}`)) return `state ${n}`
}
