import type { Arena } from '../../ground/arena'
import type { About, Finding } from '../../model/finding'

/** What is told of explorations that had to give up: how much was seen. Nothing is called unreachable for it. */
export function notFinished(arena: Arena, about: About, name: string): readonly Finding[] {
  if (arena.closed.isFinished && arena.unfinished.length === 0) return []
  const seen = Math.max(...arena.unfinished.map(({ explored }) => explored.seen))
  return [{
    id: `not-finished ${about.component ?? ''} ${about.screen ?? ''} ${arena.root.path}`, kind: 'not-finished', level: 'note',
    sentence: `${seen.toLocaleString('en')} configurations of ${name} were seen, not all of them: it is not said that something can never be reached. A complete check goes further.`,
    about, remedy: null, witness: null, numbers: { seen },
  }]
}
