import { firstOf, lastOf, statesNamed, type Rule } from '../../../document'
import { type StateSpace } from '../../ground/state-space'
import { listed, stateName, type ComponentCheck } from '../../ground/context'
import type { Thing, Travelled } from '../../explore'
import { after } from '../../explore'
import type { Finding } from '../../model/finding'
import { witnessTo } from '../../ground/witness'

/** Rules that set one another off at one instant without end; the run has to be stopped there. */
export const endlessImmediateLoop: ComponentCheck = {
  name: 'endless-immediate-loop', scope: 'component', levels: ['fault'],
  means: 'rules set one another off at one instant without end',
  finds: ({ stateSpace }) => endlessLoopsIn(stateSpace),
}

/** What `endlessImmediateLoop` finds among things that are looked at together. */
export function endlessLoopsIn(stateSpace: StateSpace): readonly Finding[] {
  const found = new Map<string, Finding>()
  for (const { step, rules, thing } of loopsIn(stateSpace)) {
    const { component } = thing.compiled
    const id = `endless-immediate-loop ${component.id} ${rules.map((rule) => rule.id).toSorted().join(' ')}`
    const axis = component.axes.find((each) => each.id === rules[0]?.axis)
    if (found.has(id) || !axis) continue
    const witness = witnessTo(stateSpace, stateSpace.closed, after(step), { caption: 'stopped here' }, (trace) => trace.some(({ what }) => what === 'stopped'))
    if (!witness) continue
    const states = [...new Set(rules.flatMap(({ target }) => statesNamed(target)))]
    found.set(id, {
      id, kind: 'endless-immediate-loop', level: 'fault',
      sentence: states.length > 1
        ? `${listed(states.map((state) => stateName(axis, state)))} set each other off without any time passing: once there, it never stops.`
        : `${rules.length === 1 ? 'A rule sets itself' : `${rules.length} rules set one another`} off without any time passing: once there, it never stops.`,
      about: { component: component.id, axis: axis.id, states, ...(rules[0] ? { rule: rules[0].id } : {}) },
      remedy: null, witness, numbers: { rules: rules.length },
    })
  }
  return [...found.values()]
}

interface Loop {
  readonly step: Travelled
  readonly thing: Thing
  readonly rules: readonly Rule[]
}

/** Steps in which rules go on for ever, and rounds of steps none of which takes any time. */
function loopsIn({ closed }: StateSpace): readonly Loop[] {
  const stopped = closed.all('stopped').map(({ mark, step }) => ({ step, thing: mark.thing, rules: mark.rules }))
  const atOnce = closed.steps.filter((step) => step.isAtOnce && step.deadline !== null && step.from.place !== step.to || isRestless(step))
  const from = new Map<number, Travelled[]>()
  for (const step of atOnce) from.set(step.from.place.index, [...(from.get(step.from.place.index) ?? []), step])
  return [...stopped, ...atOnce.flatMap((first) => {
    const round = roundFrom(first, from)
    const fired = round.flatMap(({ outcome }) => outcome.marks.flatMap((mark) => (mark.what === 'fired' ? [mark] : [])))
    return fired.length > 0 ? [{ step: first, thing: firstOf(fired).thing, rules: [...new Set(fired.map(({ rule }) => rule))] }] : []
  })]
}

/** A step that takes no time and leads to where it came from. */
const isRestless = ({ isAtOnce, deadline, outcome }: Travelled): boolean => isAtOnce && deadline !== null && outcome.marks.some(({ what }) => what === 'fired')

/** The steps of a round that begins with one and takes no time; none when there is none. */
function roundFrom(first: Travelled, from: ReadonlyMap<number, readonly Travelled[]>): readonly Travelled[] {
  const ways: (readonly Travelled[])[] = [[first]]
  const known = new Set<number>()
  for (let way = ways.shift(); way; way = ways.shift()) {
    const last = lastOf(way).to.index
    if (last === first.from.place.index) return way
    if (known.has(last)) continue
    known.add(last)
    for (const next of from.get(last) ?? []) ways.push([...way, next])
  }
  return []
}
