import { keptAt } from '../../machine'
import type { Note } from '../../semantics'
import { UNKNOWN } from './domain'
import type { Network } from './network'
import type { Configuration, Mark } from './occasion'
import type { Thing } from './things'

/** What is worth knowing of something that has just happened in a configuration; null when nothing is. Changes of state are marked with how long they take, where they are made. */
export function markOf(note: Note<Thing>, network: Network, configuration: Configuration): Mark | null {
  switch (note.what) {
    case 'offered':
      return note.thing.compiled.rulesOn.has(note.trigger) ? note : null
    case 'fired':
      return { what: 'fired', thing: note.thing, rule: note.rule }
    case 'settled': {
      const axis = network.axesOfThing(note.thing)[note.axis]
      return axis ? { what: 'settled', axis, state: keptAt(configuration, axis.at) } : null
    }
    case 'set':
      return { ...note, value: network.nameFor(note.thing, note.name)?.domain.numberOf(note.value) ?? UNKNOWN }
    case 'stopped':
      return note
    case 'sent':
    case 'message':
      return null
  }
}
