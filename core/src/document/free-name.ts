/**
 * The wanted name, or when that is taken the first of `stem 2`, `stem 3`, … that is not. The stem is the wanted name
 * itself unless another is given.
 */
export function freeName(wanted: string, taken: ReadonlySet<string>, separator = ' ', stem = wanted): string {
  let name = wanted
  for (let n = 2; taken.has(name); n++) name = `${stem}${separator}${n}`
  return name
}

/** The names of things, for `freeName`. */
export const namesOf = (things: readonly { readonly name: string }[]): Set<string> => new Set(things.map(({ name }) => name))

/** Things under names that neither others nor one another have. */
export function withFreeNames<T extends { readonly name: string }>(things: readonly T[], others: readonly { readonly name: string }[]): readonly T[] {
  const taken = namesOf(others)
  return things.map((thing) => {
    const name = freeName(thing.name, taken)
    taken.add(name)
    return { ...thing, name }
  })
}
