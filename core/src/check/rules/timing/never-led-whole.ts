import { isLeading, ledTo, rootOf, theOne, type Rule } from '../../../document'
import { named } from '../../ground/answers'
import { ledFarthest, ledRulesOf, type LedByHand } from '../../ground/by-hand'
import { stateName, type CheckContext, type ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { confirmed, witnessOf } from '../../ground/witness'

/** Motions that no drag or scroll leads to their end: how far they have come is never 1. */
export const neverLedWhole: ComponentCheck = {
  name: 'never-led-whole', scope: 'component', levels: ['risk'],
  means: 'what a drag or scroll leads never comes all the way, however far one drags (960 px at most) or scrolls',
  finds: (context) => ledRulesOf(context).flatMap((rule): Finding[] => {
    const led = ledFarthest(context, rule)
    return led && led.fraction < 1 ? [finding(context, rule, led)] : []
  }),
}

function finding(context: CheckContext, rule: Rule, led: LedByHand): Finding {
  const { component, project, surface } = context
  const axis = theOne(component.axes, ({ id }) => id === rule.axis)
  const from = led.run.instances.get('')?.states[component.axes.indexOf(axis)]
  const to = from === undefined ? null : ledTo(axis, rule, from)
  const percent = Math.floor(led.fraction * 100)
  const done = rule.trigger.on === 'while dragged' ? 'dragged' : 'scrolled'
  const by = isLeading(rule.trigger) ? rule.trigger.by : ''
  const { atRest: { enacted }, inputs, run } = led
  return {
    id: `never-led-whole ${component.id} ${rule.id}`, kind: 'never-led-whole', level: 'risk',
    sentence: `However far ${named(context, rule.part ?? rootOf(component).id)} is ${done}, the way${to === null ? '' : ` to ${stateName(axis, to)}`} ${percent === 0 ? 'does not begin' : `comes no further than ${percent} %`}: ${by} is never 1.`,
    about: { component: component.id, axis: axis.id, rule: rule.id, part: rule.part ?? rootOf(component).id },
    remedy: null, numbers: { percent },
    witness: confirmed(project, witnessOf({ surface, inputs: [...enacted.inputs, ...inputs], chance: enacted.chance, lookAtMs: run.nowMs, caption: 'this is as far as it gets' }), (_trace, _offered, { instances }) =>
      (instances.get('')?.led.find((each) => each.rule.id === rule.id)?.fraction ?? 0) === led.fraction),
  }
}
