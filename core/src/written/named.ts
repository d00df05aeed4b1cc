import { RheoError } from '../document'

/** The thing of that name, capital letters or not, or of that identifier behind a `~`. Throws a `RheoError` (`unreadable`) that says which there are. */
export function named<T extends { readonly name: string; readonly id?: string }>(things: readonly T[], name: string, what: string): T {
  const found = things.find((each) => `~${each.id ?? ''}` === name) ?? things.find((each) => each.name.toLowerCase() === name.toLowerCase())
  if (found) return found
  throw new RheoError('unreadable', name, things.length === 0 ? `There is no ${what} yet.` : `There is no ${what} called “${name}”: ${things.map((each) => each.name).join(', ')}.`)
}
