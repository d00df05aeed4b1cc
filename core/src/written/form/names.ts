import { RheoError, type Id, type Named } from '../../document'
import { quoted } from '../words'

const PLAIN = /^[\p{L}_][\p{L}\p{N}_-]*$/u

/** A name as it stands in a line: in quotes unless it is one plain word that means nothing else there. */
export const nameText = (name: string, keywords: readonly string[] = []): string =>
  (PLAIN.test(name) && !keywords.includes(name.toLowerCase()) ? name : quoted(name))

/**
 * The identifier something has where none is said: that of what was called so before, or one made from its name. Others of the same things have others.
 *
 * @param known what there was before
 */
export function idOf(name: string, taken: readonly Id[], known: readonly Named[] = []): Id {
  const before = known.find((each) => each.name === name && !taken.includes(each.id))
  if (before) return before.id
  const words = name.normalize('NFKD').match(/[A-Za-z0-9]+/g) ?? []
  const [first = 'thing', ...more] = words
  const stem = `${first.charAt(0).toLowerCase()}${first.slice(1)}${more.map((word) => `${word.charAt(0).toUpperCase()}${word.slice(1)}`).join('')}`.slice(0, 48)
  return freeId(/^[a-z]/i.test(stem) ? stem : `n${stem}`, [...taken, ...known.map(({ id: other }) => other)])
}

/** The first of `stem`, `stem2`, `stem3`, … that is not taken. */
function freeId(stem: string, taken: readonly Id[]): Id {
  const others = new Set(taken)
  let id = stem
  for (let n = 2; others.has(id); n++) id = `${stem}${n}`
  return id
}

/** What comes before something in its list. */
export const earlier = <T extends Named>(all: readonly T[], id: Id): readonly T[] => all.slice(0, all.findIndex((each) => each.id === id))

/** How something is referred to: by its name, or, where it has none there, by its identifier. */
export const referenceText = (things: readonly Named[], id: Id, keywords: readonly string[] = []): string => {
  const name = things.find((each) => each.id === id)?.name
  return name !== undefined && !name.startsWith('~') && things.find((each) => each.name.toLowerCase() === name.toLowerCase())?.id === id ? nameText(name, keywords) : `~${id}`
}

/** What a word refers to. Throws a `RheoError` (`unreadable`) that says what there is. */
export function referred(things: readonly Named[], word: string, what: string): Id {
  const known = things.find(({ id }) => `~${id}` === word)
  if (known) return known.id
  const found = things.find(({ name }) => name === word) ?? things.find(({ name }) => name.toLowerCase() === word.toLowerCase())
  if (found) return found.id
  const said = things.map(({ name }) => name)
  throw new RheoError('unreadable', word, said.length === 0 ? `There is no ${what} yet.` : `There is no ${what} called “${word}”: ${said.slice(0, 12).join(', ')}${said.length > 12 ? ', …' : ''}.`)
}
