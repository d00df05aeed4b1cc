import { holdsIn, leads, newComponent, sameValue, type Component } from '../document'

const STEPS = ['draw', 'states', 'wire', 'time', 'way back'] as const

/** What a first component is made by, in the order in which it is done. */
export type FirstStep = (typeof STEPS)[number]

/** The first steps, each with whether a component has it behind it; a later one may be done before an earlier one. */
export function firstSteps(component: Component): readonly { readonly step: FirstStep; readonly isDone: boolean }[] {
  const { axes, rules, pairs, motion } = component
  const leading = rules.filter(leads)
  const isDone: Readonly<Record<FirstStep, boolean>> = {
    draw: !sameValue(drawingOf(component), AS_MADE),
    states: axes.some(({ states }) => states.length > 1 && states.some(({ look }) => Object.keys(look).length > 0)),
    wire: leading.length > 0,
    time: motion !== null || pairs.length > 0 || leading.some((rule) => rule.motion !== null),
    'way back': axes.some((axis) => axis.states.length > 1 && axis.states.every(({ id }) => leading.some((rule) => rule.axis === axis.id && holdsIn(rule, id, axis)))),
  }
  return STEPS.map((step) => ({ step, isDone: isDone[step] }))
}

/** What is drawn, whatever it is called. */
const drawingOf = ({ parts }: Component) => parts.map(({ kind, base }) => ({ kind, base }))

const AS_MADE = drawingOf(newComponent((name) => name, 'Component'))
