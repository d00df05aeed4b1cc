import { destinationsOf, slug, statesHeldBy, theOne } from '../../document'
import { runOfMotion } from '../../run'
import { ruleWords } from '../../written'
import { webAnimations } from '../web-animations'
import { count } from './counted'
import { subjectIn, type Form } from './form'

/** Every motion of a component for `Element.animate`. */
export const keyframes: Form = {
  name: 'keyframes',
  label: 'Keyframes',
  forWhom: 'Builds it',
  says: 'Every motion as keyframes and options for Element.animate, a lane for each property of each part (Web Animations Level 1), as JSON.',
  takes: ['component'],
  make: (project, subject) => {
    const { name } = subjectIn(project, subject)
    const component = theOne(project.components, ({ id }) => subject.of === 'component' && id === subject.id)
    const motions = component.rules.flatMap((rule) => statesHeldBy(component, rule).flatMap((from) => {
      const axis = theOne(component.axes, ({ id }) => id === rule.axis)
      const instance = rule.target.go === 'ignored' ? undefined : runOfMotion(project, component, rule, axis.id, from.id)?.instances.get('')
      const to = axis.states.find(({ id }) => id === destinationsOf(axis, rule)[0])
      if (!instance || instance.lanes.length === 0) return []
      return [{ trigger: ruleWords({ project, owner: component }, rule).trigger, from: from.name, to: to?.name ?? null, ...webAnimations(component.parts, instance.lanes) }]
    }))
    const left = new Set(motions.flatMap((motion) => motion.left.map(({ part, property }) => `${property} of “${part}” from “${motion.from}” to “${motion.to ?? 'wherever it leads'}”: no CSS property shows it.`)))
    return {
      files: [{ name: `${slug(name)}-keyframes.json`, mediaType: 'application/json', content: `${JSON.stringify(motions.map(({ left: _left, ...motion }) => motion), null, 2)}\n` }],
      holds: [count(motions.length, 'motion'), count(motions.reduce((sum, { lanes }) => sum + lanes.length, 0), 'lane')],
      leavesOut: ['Conditions, timers and what interrupts what.', ...left],
    }
  },
}
