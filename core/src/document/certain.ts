/** What is there by the rules of what it is part of. Each function says so once and throws where it is not, which is a fault of the program: nothing goes on with `undefined`. */

export function certain<T>(value: T | null | undefined): T {
  if (value === undefined || value === null) throw new Error('There is no such value.')
  return value
}

function present<T>(value: T | undefined, what: string): T {
  if (value === undefined) throw new Error(`There is no such ${what}.`)
  return value
}

/** The item at an index that the list has. */
export const itemAt = <T>(list: ArrayLike<T>, index: number): T => present(list[index], 'item')

/** The first item of a list that is never empty. */
export const firstOf = <T>(list: ArrayLike<T>): T => itemAt(list, 0)

/** The last item of a list that is never empty. */
export const lastOf = <T>(list: ArrayLike<T>): T => itemAt(list, list.length - 1)

/** The item a list certainly has. */
export const theOne = <T>(list: readonly T[], isIt: (item: T, index: number) => boolean): T => present(list.find(isIt), 'item')

/** What a map certainly holds. */
export const entryOf = <K, V>(map: { get(key: K): V | undefined }, key: K): V => present(map.get(key), 'entry')
