import type { StateSpace } from '../../ground/state-space'
import type { ComponentCheck } from '../../ground/context'
import type { ScreenCheck } from '../../ground/screen-context'
import type { About, Finding } from '../../model/finding'

const MEANS = 'not all that can happen was looked at; nothing is called unreachable for it'

/** Explorations of a component that had to give up: how much was seen. */
export const notFinished: ComponentCheck = {
  name: 'not-finished', scope: 'component', levels: ['note'],
  means: MEANS,
  finds: ({ stateSpace, component: { id, name } }) => unfinishedIn(stateSpace, { component: id }, name),
}

/** Those of what stands on a screen together. */
export const screenNotFinished: ScreenCheck = {
  name: 'not-finished', scope: 'screen', levels: ['note'],
  means: MEANS,
  finds: ({ groups, screen: { id, name } }) => groups.flatMap(({ stateSpace, isFirst, never }) => (isFirst && (never === null || stateSpace.unfinished.length > 0) ? unfinishedIn(stateSpace, { screen: id }, name) : [])),
}

function unfinishedIn(stateSpace: StateSpace, about: About, name: string): readonly Finding[] {
  if (stateSpace.closed.isFinished && stateSpace.unfinished.length === 0) return []
  const seen = Math.max(...stateSpace.unfinished.map(({ explored }) => explored.seen))
  return [{
    id: `not-finished ${about.component ?? ''} ${about.screen ?? ''} ${stateSpace.root.path}`, kind: 'not-finished', level: 'note',
    sentence: `${seen.toLocaleString('en')} configurations of ${name} were seen, not all of them: it is not said that something can never be reached. A complete check goes further.`,
    about, remedy: null, witness: null, numbers: { seen },
  }]
}
