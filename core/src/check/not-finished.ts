import type { Arena } from './arena'
import type { About, Finding } from './finding'

/** What is told of an exploration that had to give up: how much was seen. Nothing is called unreachable for it. */
export function notFinished(arena: Arena, about: About, name: string): readonly Finding[] {
  const { isFinished, seen } = arena.closed.explored
  if (isFinished) return []
  return [{
    id: `not-finished ${about.component ?? ''} ${about.screen ?? ''} ${arena.things[0]!.path}`, kind: 'not-finished', level: 'note',
    sentence: `${seen.toLocaleString('en')} configurations of ${name} were seen, not all of them: it is not said that something can never be reached. A complete check goes further.`,
    about, remedy: null, witness: null, numbers: { seen },
  }]
}
