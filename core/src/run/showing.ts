import type { Action, Id, Project } from '../document'
import { advanceTo } from './advance'
import { Moment } from './moment'
import { startRun } from './start'

type ShowAction = Extract<Action, { do: 'go to screen' | 'open overlay' | 'close overlay' }>

/**
 * How long a screen or overlay takes to come or go for an action on a screen, from rest, in ms: for each of the ways one
 * can have come there. Throws `gone`.
 */
export function timesOfShowing(of: Project, from: Id, action: ShowAction): readonly number[] {
  const project = withoutRules(of)
  switch (action.do) {
    case 'go to screen':
      return [false, true].map((isBack) => {
        const run = startRun(project, { screen: from })
        if (isBack) run.history = [{ screen: action.screen, origin: '' }]
        return timeOf(new Moment(run), action)
      })
    case 'open overlay':
      return [timeOf(new Moment(startRun(project, { screen: from })), action)]
    case 'close overlay': {
      const run = startRun(project, { screen: from })
      const opens: ShowAction = { id: '', do: 'open overlay', screen: action.screen, motion: null }
      advanceTo(run, timeOf(new Moment(run), opens))
      return [timeOf(new Moment(run), action)]
    }
  }
}

const stills = new WeakMap<Project, Project>()

/** The same things, doing nothing of themselves. */
function withoutRules(project: Project): Project {
  const still = stills.get(project) ?? { ...project, components: project.components.map((each) => ({ ...each, rules: [] })), screens: project.screens.map((each) => ({ ...each, rules: [] })) }
  stills.set(project, still)
  return still
}

const timeOf = (moment: Moment, action: ShowAction): number => moment.show('', action)[1] - moment.run.nowMs
