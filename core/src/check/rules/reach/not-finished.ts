import type { Arena } from '../../ground/arena'
import type { ComponentCheck } from '../../ground/context'
import type { ScreenCheck } from '../../ground/screen-context'
import type { About, Finding } from '../../model/finding'

const MEANS = 'not all that can happen was looked at; nothing is called unreachable for it'

/** Explorations of a component that had to give up: how much was seen. */
export const notFinished: ComponentCheck = {
  name: 'not-finished', scope: 'component', levels: ['note'],
  means: MEANS,
  finds: ({ arena, component: { id, name } }) => unfinishedIn(arena, { component: id }, name),
}

/** Those of what stands on a screen together. */
export const screenNotFinished: ScreenCheck = {
  name: 'not-finished', scope: 'screen', levels: ['note'],
  means: MEANS,
  finds: ({ groups, screen: { id, name } }) => groups.flatMap(({ arena, isFirst }) => (isFirst ? unfinishedIn(arena, { screen: id }, name) : [])),
}

function unfinishedIn(arena: Arena, about: About, name: string): readonly Finding[] {
  if (arena.closed.isFinished && arena.unfinished.length === 0) return []
  const seen = Math.max(...arena.unfinished.map(({ explored }) => explored.seen))
  return [{
    id: `not-finished ${about.component ?? ''} ${about.screen ?? ''} ${arena.root.path}`, kind: 'not-finished', level: 'note',
    sentence: `${seen.toLocaleString('en')} configurations of ${name} were seen, not all of them: it is not said that something can never be reached. A complete check goes further.`,
    about, remedy: null, witness: null, numbers: { seen },
  }]
}
