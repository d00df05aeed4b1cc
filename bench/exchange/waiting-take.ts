import { skerryLine } from '@rheoscope/core/demo'
import { theOne, type Component, type Project } from '@rheoscope/core/document'

/** In s. */
export const LASTS_S = 10

/** The gate does not answer. */
const waiting = (component: Component): Component => ({ ...component, rules: component.rules.map((rule) => (rule.trigger.on === 'after' ? { ...rule, trigger: { ...rule.trigger, ms: 60_000 } } : rule)) })

/** A take of a screen on which something turns all the time. */
export const take = { ...theOne(skerryLine.takes, ({ id }) => id === 'takeBoarding'), expectations: [], endsAtMs: LASTS_S * 1000 }

export const project: Project = { ...skerryLine, components: skerryLine.components.map((each) => (each.id === 'boardingButton' ? waiting(each) : each)), takes: [take] }
