import { componentOf, firstOf, holdsIn, inProject, latestMs, setAt, type Component, type Edit, type Id, type Part, type Project, type Rule, type Screen } from '../../../document'
import { named } from '../../ground/answers'
import { stateChangesIn, endOf } from '../../ground/changes'
import { stateName, type CheckContext, type ComponentCheck } from '../../ground/context'
import { inMs, type Finding, type Remedy } from '../../model/finding'
import type { ScreenCheck } from '../../ground/screen-context'
import { witnessOfRule } from '../../ground/witness'

/** From here on nobody has to hurry (WCAG 2.2, success criterion 2.2.1: 20 hours). */
const LONG_MS = 20 * 3_600_000

/** Texts that go by themselves after a time that nothing holds: whoever reads slowly does not get to their end (WCAG 2.2, success criterion 2.2.1). */
export const vanishesByItself: ComponentCheck = {
  name: 'vanishes-by-itself', scope: 'component', levels: ['risk'],
  means: 'a text, or an overlay with text, goes by a timer that nothing holds (WCAG 2.2.1)',
  finds: (context) => {
    const { component, stateSpace, root } = context
    return component.axes.flatMap((axis) => axis.states.flatMap((state): Finding[] => {
      const rules = component.rules.filter((rule) => rule.axis === axis.id && holdsIn(rule, state.id, axis))
      for (const rule of rules) {
        const { target } = rule
        const afterMs = leavesAfterMs(rule)
        const to = axis.states.find(({ id }) => target.go === 'state' && id === target.state)
        if (afterMs === null || !to) continue
        const gone = component.parts.filter((part) => part.kind === 'text' && isShown(component, part, state.look) && !isShown(component, part, to.look))
        if (gone.length === 0 || !stateSpace.closed.firing(root, rule)) continue
        return [{
          id: `vanishes-by-itself ${component.id} ${axis.id} ${state.id}`, kind: 'vanishes-by-itself', level: 'risk',
          sentence: `${named(context, firstOf(gone).id)} goes by itself ${inMs(afterMs)} after ${stateName(axis, state.id)} is entered, and nothing holds it: whoever reads slowly does not get to its end (WCAG 2.2.1).`,
          about: { component: component.id, axis: axis.id, state: state.id, rule: rule.id, part: firstOf(gone).id },
          remedy: holding(setAt(inProject('components', component.id, 'rules', rule.id, 'trigger', 'pauseWhile'), HELD)),
          witness: witnessOfRule(context, rule, { afterMs: goneAfter(context, rule), caption: 'gone by itself' }),
          numbers: { afterMs, parts: gone.length },
        }]
      }
      return []
    }))
  },
}

const HELD = 'hovered || focused'

const holding = (edit: Edit): Remedy => ({ label: 'Hold it while it is pointed at or has the focus', edit })

/** How long its motion takes, in ms: only then it is gone. */
function goneAfter(context: CheckContext, rule: Rule): number {
  const change = stateChangesIn(context).find((each) => each.rule === rule)
  return change ? endOf(change) : 0
}

/** When a rule leaves by itself at the latest, where nothing holds its timer and it is not so long that nobody has to hurry; null for any other. */
const leavesAfterMs = ({ trigger }: Rule): number | null =>
  trigger.on === 'after' && trigger.pauseWhile === null && latestMs(trigger) < LONG_MS ? latestMs(trigger) : null

/** Whether a part and all around it is to be seen in a look, as far as looks say it by themselves. */
function isShown(component: Component, part: Part, look: Readonly<Record<Id, Part['base']>>): boolean {
  const said = { ...part.base, ...look[part.id] }
  const holder = component.parts.find(({ id }) => id === part.parent)
  return said.visible !== false && said.opacity !== 0 && (!holder || isShown(component, holder, look))
}

/** Overlays with something to read that close by a timer nothing holds. */
export const overlayVanishes: ScreenCheck = {
  name: 'vanishes-by-itself', scope: 'screen', levels: ['risk'],
  means: 'an overlay with text goes by a timer that nothing holds (WCAG 2.2.1)',
  finds: ({ project, screen }) => {
    if (screen.kind !== 'overlay' || !textsOn(project, screen)) return []
    return screen.rules.flatMap((rule): Finding[] => {
      const afterMs = leavesAfterMs(rule)
      if (afterMs === null || !rule.actions.some((action) => action.do === 'close overlay' && action.screen === screen.id)) return []
      return [{
        id: `vanishes-by-itself ${screen.id} ${rule.id}`, kind: 'vanishes-by-itself', level: 'risk',
        sentence: `“${screen.name}” closes by itself ${inMs(afterMs)} after it has opened, and nothing holds it: whoever reads slowly does not get to its end (WCAG 2.2.1).`,
        about: { screen: screen.id, rule: rule.id },
        remedy: holding(setAt(inProject('screens', screen.id, 'rules', rule.id, 'trigger', 'pauseWhile'), HELD)),
        witness: null, numbers: { afterMs },
      }]
    })
  },
}

/** Whether there is anything to read on a screen, or in what stands on it. */
const textsOn = (project: Project, { parts }: Screen): boolean => parts.some((part) => part.kind === 'text' || (part.kind === 'instance' && componentOf(project, part.component)?.parts.some(({ kind }) => kind === 'text')))
