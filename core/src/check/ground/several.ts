import { batch, firstOf, type Id } from '../../document'
import type { DrawItem } from '../../scene'
import { oneOfEach, type Answer } from './answers'
import type { About, Remedy } from '../model/finding'

/** What is to be said of a part, with the part as it is drawn. */
interface OfPart {
  readonly item: DrawItem
}

/** Parts of a component of which the same is to be said, each once, with what shows it. */
export interface Several<T extends OfPart = Answer> {
  readonly first: T
  readonly all: readonly T[]
  readonly parts: readonly Id[]
}

/** All that have one cause together; null when there are none. */
export function several<T extends OfPart>(answers: readonly T[]): Several<T> | null {
  const all = oneOfEach(answers, ({ item }) => item.part)
  return all.length === 0 ? null : { first: firstOf(all), all, parts: all.map(({ item }) => item.part) }
}

/** What tells a finding about some parts from one about others: the first of them, and how many more there are. */
export const keyOf = (parts: readonly Id[]): string => `${firstOf(parts)}${parts.length > 1 ? ` and ${parts.length - 1} more` : ''}`

/** What a finding about one part or several is about. */
export const aboutParts = (parts: readonly Id[]): Pick<About, 'part' | 'parts'> => ({ part: firstOf(parts), ...(parts.length > 1 ? { parts } : {}) })

/** What mends each of them, as one. */
export const together = (remedies: readonly Remedy[], label: string): Remedy =>
  remedies.length === 1 ? firstOf(remedies) : { label, edit: batch(...remedies.map(({ edit }) => edit)) }
