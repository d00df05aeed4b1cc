import { firstOf } from '../certain'
import type { Axis, Component, Group, State } from '../component'
import { destinationsOf } from '../decided'
import { HUES, newState } from '../defaults'
import { freeName, namesOf } from '../free-name'
import type { Loop } from '../motion'
import type { Target, Within } from '../rule'
import type { Id } from '../value'
import { batch, type Edit } from './edit'
import { inProject, inside, setAt, insertInto, removeFrom, moveWithin } from './place'

const axisPath = (component: Id, axis: Id) => inProject('components', component, 'axes', axis)

const statePath = (component: Id, axis: Id, state: Id) => inside(axisPath(component, axis), 'states', state)

/** A new state at the end of an axis, as a copy of another one's look when one is given. */
export const addState = (component: Component, axis: Axis, id: Id, name: string, copied: State | null): Edit =>
  addStates(component, axis, [{ id, name }], copied)

/** The same for several at once, one for each name. */
export function addStates(component: Component, axis: Axis, named: readonly Pick<State, 'id' | 'name'>[], copied: State | null): Edit {
  const states = named.reduce<readonly State[]>((now, { id, name }) => [...now, { ...newState(id, name, freeHue({ ...axis, states: now })), look: copied?.look ?? {} }], axis.states)
  return batch(...states.slice(axis.states.length).map((state) => insertInto(inside(axisPath(component.id, axis.id), 'states'), state)))
}

/** A state once more, beside the one it is like: with its look, what it repeats, and every rule that holds in it. Where rules lead stays. */
export function duplicateState(component: Component, axis: Axis, state: State, id: Id): Edit {
  const name = nameLike(axis, state.name)
  const next = axis.states[axis.states.findIndex((each) => each.id === state.id) + 1]?.id ?? null
  const copy: State = { ...state, id, name, hue: freeHue(axis) }
  const also = component.rules.flatMap(({ id: rule, axis: of, within }): readonly Edit[] => {
    const named = 'only' in within ? within.only : within.except
    if (of !== axis.id || !named.includes(state.id)) return []
    return [setAt(inProject('components', component.id, 'rules', rule, 'within'), 'only' in within ? { only: [...named, id] } : { except: [...named, id] })]
  })
  return batch(insertInto(inside(axisPath(component.id, axis.id), 'states'), copy, next), ...also)
}

/** An edit that gives a state another colour and shape, 0 to 7. */
export const setHue = (component: Id, axis: Id, state: Id, hue: number): Edit =>
  setAt(inside(statePath(component, axis, state), 'hue'), hue)

/** An edit that renames a state. */
export const renameState = (component: Id, axis: Id, state: Id, name: string): Edit =>
  setAt(inside(statePath(component, axis, state), 'name'), name)

/** An edit that says where an axis starts. */
export const setStartState = (component: Id, axis: Id, state: Id): Edit =>
  setAt(inside(axisPath(component, axis), 'start'), state)

/** An edit that marks a state as final, or takes that back. */
export const setFinal = (component: Id, axis: Id, state: Id, final: boolean): Edit =>
  setAt(inside(statePath(component, axis, state), 'final'), final)

/** An edit that says how a state moves continuously; null for not at all. */
export const setLoop = (component: Id, axis: Id, state: Id, loop: Loop | null): Edit =>
  setAt(inside(statePath(component, axis, state), 'loop'), loop)

/** Puts a state before another one in its axis' order. */
export const moveState = (component: Id, axis: Id, state: Id, before: Id | null): Edit =>
  moveWithin(inside(axisPath(component, axis), 'states'), state, before)

/**
 * Takes out a state with the rules that lead to it or hold in it alone; rules that hold in others too lose it.
 * The start moves to the first state left. Null for the last state of an axis, which stays.
 */
export function removeState(component: Component, axis: Axis, state: Id): Edit | null {
  const left = axis.states.filter(({ id }) => id !== state)
  if (left.length === 0) return null
  const rules = inProject('components', component.id, 'rules')
  const edits = component.rules.flatMap((rule): Edit[] => {
    if (rule.axis !== axis.id) return []
    const target = targetWithout(rule.target, state)
    if (!target || destinationsOf(axis, rule).includes(state)) return [removeFrom(rules, rule.id)]
    const retarget = target === rule.target ? [] : [setAt(inside(rules, rule.id, 'target'), target)]
    const within = withinWithout(rule.within, state)
    if (within === rule.within) return retarget
    if ('only' in within && within.only.length === 0) return [removeFrom(rules, rule.id)]
    return [...retarget, setAt(inside(rules, rule.id, 'within'), within)]
  })
  for (const group of axis.groups ?? []) if (group.states.includes(state)) edits.push(...withoutState(component, axis, group, state))
  if (axis.start === state) edits.push(setStartState(component.id, axis.id, firstOf(left).id))
  for (const pair of component.pairs) {
    if (pair.from === state || pair.to === state) edits.push(removeFrom(inProject('components', component.id, 'pairs'), pair.id))
  }
  for (const { id, states } of component.combinations) {
    if (states[axis.id] === state) edits.push(removeFrom(inProject('components', component.id, 'combinations'), id))
  }
  return batch(...edits, removeFrom(inside(axisPath(component.id, axis.id), 'states'), state))
}

/** A group without a state; one that has no other goes. */
function withoutState(component: Component, axis: Axis, group: Group, state: Id): readonly Edit[] {
  const left = group.states.filter((id) => id !== state)
  return left.length === 0 ? [removeGroup(component, axis, group.id)] : [setGroupStates(component.id, axis.id, group.id, left)]
}

const groupsPath = (component: Id, axis: Id) => inside(axisPath(component, axis), 'groups')

/** Some states under a name of their own. */
export function addGroup(component: Component, axis: Axis, id: Id, states: readonly Id[]): Edit {
  const group: Group = { id, name: freeName('group', namesOf(axis.groups ?? [])), states: [...states], look: {} }
  return axis.groups === undefined ? setAt(groupsPath(component.id, axis.id), [group]) : insertInto(groupsPath(component.id, axis.id), group)
}

/** An edit that renames a group of states. */
export const renameGroup = (component: Id, axis: Id, group: Id, name: string): Edit => setAt(inside(groupsPath(component, axis), group, 'name'), name)

/** An edit that says which states are in a group. */
export const setGroupStates = (component: Id, axis: Id, group: Id, states: readonly Id[]): Edit => setAt(inside(groupsPath(component, axis), group, 'states'), [...states])

/** Takes a group apart; rules that hold in it hold in its states, those that wait for it go. */
export function removeGroup(component: Component, axis: Axis, group: Id): Edit {
  const states = axis.groups?.find(({ id }) => id === group)?.states ?? []
  const rules = inProject('components', component.id, 'rules')
  const without = (named: readonly Id[]) => [...new Set(named.flatMap((id) => (id === group ? states : [id])))]
  const edits = component.rules.flatMap((rule): Edit[] => {
    if (rule.axis !== axis.id) return []
    if ('group' in rule.trigger && rule.trigger.group === group) return [removeFrom(rules, rule.id)]
    const named = 'only' in rule.within ? rule.within.only : rule.within.except
    if (!named.includes(group)) return []
    return [setAt(inside(rules, rule.id, 'within'), 'only' in rule.within ? { only: without(named) } : { except: without(named) })]
  })
  return batch(...edits, removeFrom(groupsPath(component.id, axis.id), group))
}

/** The same set of states without one of them; the very same value when it was not named. */
export function withinWithout(within: Within, state: Id): Within {
  if ('only' in within) return within.only.includes(state) ? { only: within.only.filter((id) => id !== state) } : within
  return within.except.includes(state) ? { except: within.except.filter((id) => id !== state) } : within
}

/** The same target without one of the states chance chooses from; null for one that leads nowhere else. */
function targetWithout(target: Target, state: Id): Target | null {
  if (target.go === 'state') return target.state === state ? null : target
  if (target.go !== 'one of' || target.of.every((each) => each.state !== state)) return target
  const of = target.of.filter((each) => each.state !== state)
  const [first] = of
  return first ? (of.length > 1 ? { go: 'one of', of } : { go: 'state', state: first.state }) : null
}

/** A name no state of the axis has: the one wanted, or the next of its kind. */
export const nameLike = ({ states }: Pick<Axis, 'states'>, wanted: string): string => freeName(wanted, namesOf(states), ' ', wanted.replace(/ \d+$/, ''))

/** The first hue no state of the axis wears; starts over when all are worn. */
export function freeHue(axis: Axis): number {
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
