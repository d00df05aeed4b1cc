import { stateName, type Check } from './context'
import type { Finding } from './finding'
import { confirmed, witnessOf } from './witness'

/** Rules that set one another off at one instant without end; the run has to be stopped there. */
export const endlessImmediateLoop: Check = ({ project, component, walk }) => {
  const found = new Map<string, Finding>()
  for (const situation of walk.stopped) {
    const last = situation.run.trace.at(-1)
    if (last?.what !== 'stopped') continue
    const rules = component.rules.filter(({ id }) => last.rules.includes(id))
    const id = `endless-immediate-loop ${component.id} ${rules.map((rule) => rule.id).toSorted().join(' ')}`
    if (found.has(id)) continue
    const axis = component.axes.find((each) => each.id === rules[0]?.axis)
    const states = axis?.states.filter((state) => situation.run.trace.slice(-200).some((event) => event.what === 'state' && event.to === state.id)) ?? []
    const witness = confirmed(project, witnessOf(component.id, situation, last.atMs, 'stopped here'), (trace) => trace.at(-1)?.what === 'stopped')
    if (!witness) continue
    found.set(id, {
      id, kind: 'endless-immediate-loop', level: 'fault',
      sentence: `${states.map((state) => stateName(axis!, state.id)).join(' and ')} set each other off without any time passing: once there, it never stops.`,
      about: { component: component.id, ...(axis ? { axis: axis.id, states: states.map((state) => state.id) } : {}), ...(rules[0] ? { rule: rules[0].id } : {}) },
      remedy: null, witness, numbers: { rules: rules.length },
    })
  }
  return [...found.values()]
}
