import { slug } from '../../document'
import { counted } from '../counted'
import { webAnimations } from '../web-animations'
import { firedRules } from './component-sheets'
import { componentIn, type Form } from './form'

/** Every motion of a component for `Element.animate`. */
export const keyframes: Form = {
  name: 'keyframes',
  label: 'Keyframes',
  forWhom: 'Builds it',
  says: 'Every motion as keyframes and options for Element.animate, a lane for each property of each part (Web Animations Level 1), as JSON.',
  takes: ['component'],
  make: (project, subject) => {
    const component = componentIn(project, subject)
    const motions = firedRules(project, component).filter(({ lanes }) => lanes.length > 0).map(({ trigger, from, to, lanes }) => ({ trigger, from: from.name, to: to?.name ?? null, ...webAnimations(component.parts, lanes) }))
    const left = new Set(motions.flatMap((motion) => motion.left.map(({ part, property }) => `${property} of “${part}” from “${motion.from}” to “${motion.to ?? 'wherever it leads'}”: no CSS property shows it.`)))
    return {
      files: [{ name: `${slug(component.name)}-keyframes.json`, mediaType: 'application/json', content: `${JSON.stringify(motions.map(({ left: _left, ...motion }) => motion), null, 2)}\n` }],
      holds: [counted(motions.length, 'motion'), counted(motions.reduce((sum, { lanes }) => sum + lanes.length, 0), 'lane')],
      leavesOut: ['Conditions, timers and what interrupts what.', ...left],
    }
  },
}
