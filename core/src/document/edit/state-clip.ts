import { axisOf, stateOf, type Component, type State } from '../component'
import { componentOf, type Project } from '../project'
import type { NewId } from '../defaults'
import { statesHeldBy } from '../moves'
import type { Id } from '../value'
import { apply, batch, type Edit } from './edit'
import { lookByNames, type LookClip } from './look-edits'
import { inProject, insertInto, inside } from './place'
import { pasteRules, retargeted, ruleClipOf, type RuleClip } from './rule-clip'
import { freeHue, nameLike, removeState } from './state-edits'

/** States with their looks and what happens in them, by the names of what they refer to, so that they can be given to other components. */
export interface StateClip {
  readonly format: 'rheoscope-states'
  readonly states: readonly NamedState[]
  /** Those that hold in the states, in these alone. */
  readonly rules: RuleClip['rules']
}

interface NamedState extends Omit<State, 'id' | 'look'> {
  /** What it changes, by the names of parts. */
  readonly look: LookClip['parts']
}

/** Some states of an axis as a clip, in their order. */
export function stateClipOf(component: Component, axis: Id, ids: readonly Id[]): StateClip {
  const states = axisOf(component, axis)?.states.filter(({ id }) => ids.includes(id)) ?? []
  const held = component.rules.filter((rule) => rule.axis === axis && statesHeldBy(component, rule).some(({ id }) => ids.includes(id)))
  const names = new Set(states.map(({ name }) => name))
  return {
    format: 'rheoscope-states',
    states: states.map(({ id: _id, look, ...state }) => ({ ...state, look: lookByNames(component, look) })),
    rules: ruleClipOf(component, held).rules.map((rule) => ({ ...rule, states: rule.states.filter((name) => names.has(name)) })),
  }
}

/**
 * Gives an axis the states of a clip, before one of its own or at the end, under names that are free, and what happens in
 * them. Rules lead to what was copied with them, or else to what is called so here; parts go by their names, and what speaks
 * of one that is not here is left out.
 */
export function pasteStates(component: Component, axis: Id, before: Id | null, clip: StateClip, newId: NewId): { readonly edit: Edit; readonly pasted: readonly Id[] } | null {
  const into = axisOf(component, axis)
  if (!into || clip.states.length === 0) return null
  const states = clip.states.reduce<readonly State[]>((now, { look, ...state }) => {
    const all = { ...into, states: [...into.states, ...now] }
    return [...now, { ...state, id: newId(state.name), name: nameLike(all, state.name), hue: all.states.some(({ hue }) => hue === state.hue) ? freeHue(all) : state.hue, look: Object.fromEntries(component.parts.flatMap((part) => (look[part.name] ? [[part.id, look[part.name] ?? {}] as const] : []))) }]
  }, [])
  const nameNow = new Map(clip.states.map(({ name }, index) => [name, states[index]?.name ?? name]))
  const rules = clip.rules.flatMap((rule) => {
    const target = retargeted(rule.target, (name) => nameNow.get(name) ?? name)
    return target ? [{ ...rule, target, states: rule.states.map((name) => nameNow.get(name) ?? name) }] : []
  })
  const after: Component = { ...component, axes: component.axes.map((each) => (each.id === axis ? { ...each, states: [...each.states, ...states] } : each)) }
  const ruled = pasteRules(after, axis, { format: 'rheoscope-rules', rules }, newId)
  const list = inside(inProject('components', component.id, 'axes', axis), 'states')
  return { edit: batch(...states.map((state) => insertInto(list, state, before)), ...(ruled ? [ruled] : [])), pasted: states.map(({ id }) => id) }
}

/** Takes several states out, each as `removeState` does; the last one of an axis stays. Null when none can go. */
export function removeStates(project: Project, component: Id, axis: Id, ids: readonly Id[]): Edit | null {
  const edits: Edit[] = []
  let now = project
  for (const id of ids) {
    const owner = componentOf(now, component)
    const of = owner && axisOf(owner, axis)
    const edit = owner && of && stateOf(of, id) ? removeState(owner, of, id) : null
    if (!edit) continue
    edits.push(edit)
    now = apply(now, edit)
  }
  return edits.length > 0 ? batch(...edits) : null
}
