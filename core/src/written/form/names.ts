import { freeName, type Id, type Identified, type Named } from '../../document'
import { calledSo, noneCalled } from '../named'
import { quoted } from '../words'

const PLAIN = /^[\p{L}_][\p{L}\p{N}_-]*$/u

/** A name as it stands in a line: in quotes unless it is one plain word that means nothing else there. */
export const nameText = (name: string, keywords: readonly string[] = []): string =>
  (PLAIN.test(name) && !keywords.includes(name.toLowerCase()) ? name : quoted(name))

/**
 * The identifier something has where none is said: that of what was called so before, or one made from its name. Others of the same things have others.
 *
 * @param before those that stand before it
 * @param known what there was when the text was written
 */
export function idOf(name: string, before: readonly Identified[], known: readonly Named[] = []): Id {
  const taken = new Set(before.map(({ id }) => id))
  const same = known.find((each) => each.name === name && !taken.has(each.id))
  if (same) return same.id
  const words = name.normalize('NFKD').match(/[A-Za-z0-9]+/g) ?? []
  const [first = 'thing', ...more] = words
  const stem = `${first.charAt(0).toLowerCase()}${first.slice(1)}${more.map((word) => `${word.charAt(0).toUpperCase()}${word.slice(1)}`).join('')}`.slice(0, 48)
  return freeName(/^[a-z]/i.test(stem) ? stem : `n${stem}`, new Set([...taken, ...known.map(({ id }) => id)]), '')
}

/** What comes before something in its list. */
export const earlier = <T extends Named>(all: readonly T[], id: Id): readonly T[] => all.slice(0, all.findIndex((each) => each.id === id))

/** How something is referred to: by its name, or, where it has none there, by its identifier. */
export const referenceText = (things: readonly Named[], id: Id, keywords: readonly string[] = []): string => {
  const name = things.find((each) => each.id === id)?.name
  return name !== undefined && !name.startsWith('~') && things.find((each) => each.name.toLowerCase() === name.toLowerCase())?.id === id ? nameText(name, keywords) : `~${id}`
}

/** What a word refers to. Throws a `RheoError` (`unreadable`) that says what there is. */
export const referred = (things: readonly Named[], word: string, what: string): Id => {
  const found = calledSo(things, word)
  if (!found) throw noneCalled(things, word, what, MOST_SAID)
  return found.id
}

/** So many names are said of those there are. */
const MOST_SAID = 12
