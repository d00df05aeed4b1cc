import { RheoError } from '../document'

interface Called {
  readonly name: string
  readonly id?: string
}

/** The thing of that identifier behind a `~`, or of that name: rather with the same capital letters than with others. */
export const calledSo = <T extends Called>(things: readonly T[], name: string): T | undefined =>
  things.find((each) => `~${each.id ?? ''}` === name) ?? things.find((each) => each.name === name) ?? things.find((each) => each.name.toLowerCase() === name.toLowerCase())

/** That nothing is called so, with the names there are, as many as are to be said. */
export function noneCalled(things: readonly Called[], name: string, what: string, most = things.length): RheoError {
  const said = things.slice(0, most).map((each) => each.name).join(', ')
  return new RheoError('unreadable', name, things.length === 0 ? `There is no ${what} yet.` : `There is no ${what} called “${name}”: ${said}${things.length > most ? ', …' : ''}.`)
}

/** The thing that is called so. Throws a `RheoError` (`unreadable`) that says which there are. */
export function named<T extends Called>(things: readonly T[], name: string, what: string): T {
  const found = calledSo(things, name)
  if (!found) throw noneCalled(things, name, what)
  return found
}
