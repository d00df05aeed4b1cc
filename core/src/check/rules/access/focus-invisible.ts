import { certain, inProject, removeFrom, rootOf, statesHeldBy } from '../../../document'
import { focusStops, forkFromHere, send, shownFocus, type Run } from '../../../run'
import { pointOn } from '../../../scene'
import { named, oneOfEach, opacityOf, stateAtRest, whereIn } from '../../ground/answers'
import type { ComponentCheck } from '../../ground/context'
import type { Finding } from '../../model/finding'
import { restingWitness } from '../../ground/resting-witness'

/** Presses of Tab after which the focus has been everywhere. */
const MOST_TABS = 60

/** Parts that get the focus while they cannot be seen, so that it is nowhere for those who use the keyboard. */
export const focusInvisible: ComponentCheck = {
  name: 'focus-invisible', scope: 'component', levels: ['fault'],
  means: 'can have the focus where it cannot be seen or lies under something',
  finds: (context) => {
    const { component, resting } = context
    const unseen = resting.all.flatMap((atRest) => focusStops(atRest.list).flatMap(({ part: { thing, part } }) => (
      thing === '' && part !== null && (opacityOf(atRest.list, '', part) < 0.02 || pointOn(atRest.list, '', part) === null) ? [{ atRest, part }] : [])))
    return oneOfEach(unseen, ({ part }) => part).flatMap(({ atRest, part }): Finding[] => {
      const tabs = tabsTo(forkFromHere(atRest.run), part)
      if (tabs === null) return []
      const witness = restingWitness(context, atRest, Array.from({ length: tabs }, () => TAB), 'the focus is here, and cannot be seen', (_trace, _offered, run) => shownFocus(run)?.part === part)
      if (!witness) return []
      return [{
        id: `focus-invisible ${component.id} ${part}`, kind: 'focus-invisible', level: 'fault',
        sentence: `${named(context, part)} can have the focus in ${whereIn(context, atRest) || 'its only state'}, where it cannot be seen, or lies under something else.`,
        about: { component: component.id, ...stateAtRest(context, atRest), part },
        remedy: null, witness, numbers: { tabs },
      }]
    })
  },
}

const TAB = { do: 'key', key: 'Tab', modifiers: {} } as const

function tabsTo(run: Run, part: string): number | null {
  for (let tabs = 1; tabs <= MOST_TABS; tabs++) {
    send(run, TAB)
    if (shownFocus(run)?.part === part) return tabs
  }
  return null
}

/** Parts that keep the focus: a rule takes the Tab key there, so that nobody with a keyboard ever gets on. */
export const focusTrapped: ComponentCheck = {
  name: 'focus-trapped', scope: 'component', levels: ['fault'],
  means: 'a rule takes the Tab key and the focus stays',
  finds: (context) => {
    const { component, resting } = context
    const taking = component.rules.filter(({ trigger, target, letThrough }) => trigger.on === 'key' && trigger.key === 'Tab' && !trigger.anywhere && target.go !== 'ignored' && !letThrough)
    return taking.flatMap((rule): Finding[] => {
      for (const atRest of resting.all) {
        const { states } = certain(atRest.run.instances.get(''))
        const index = component.axes.findIndex(({ id }) => id === rule.axis)
        const part = rule.part ?? rootOf(component).id
        const run = forkFromHere(atRest.run)
        const tabs = statesHeldBy(component, rule).some(({ id }) => id === states[index]) ? tabsTo(run, part) : null
        if (tabs === null) continue
        for (let more = 0; more < MOST_TABS; more++) send(run, TAB)
        if (shownFocus(run)?.part !== part) continue
        const witness = restingWitness(context, atRest, Array.from({ length: tabs + 5 }, () => TAB), 'Tab does not lead away from here', (_trace, _offered, replayed) => shownFocus(replayed)?.part === part)
        if (!witness) continue
        return [{
          id: `focus-trapped ${component.id} ${rule.id}`, kind: 'focus-trapped', level: 'fault',
          sentence: `Once ${named(context, part)} has the focus it keeps it: a rule takes the Tab key in ${whereIn(context, atRest) || 'its only state'}.`,
          about: { component: component.id, ...stateAtRest(context, atRest), part, rule: rule.id },
          remedy: { label: 'Remove the rule', edit: removeFrom(inProject('components', component.id, 'rules'), rule.id) },
          witness, numbers: {},
        }]
      }
      return []
    })
  },
}
