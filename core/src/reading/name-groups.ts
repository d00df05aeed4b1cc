const SEPARATOR = ' / '

/** The group a name is in: what stands before the last ` / ` of it; null for none. */
export function groupIn(name: string): string | null {
  const at = name.lastIndexOf(SEPARATOR)
  return at > 0 ? name.slice(0, at) : null
}

/** A name without its group. */
export const ownName = (name: string): string => {
  const group = groupIn(name)
  return group === null ? name : name.slice(group.length + SEPARATOR.length)
}

/** A name moved to another group; to none when that is empty. */
export const inGroup = (name: string, group: string): string =>
  group.trim() === '' ? ownName(name) : `${group.trim()}${SEPARATOR}${ownName(name)}`
