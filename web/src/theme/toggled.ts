/** A set with something put in, or taken out where it was in. */
export const toggled = <T>(set: ReadonlySet<T>, item: T): ReadonlySet<T> => (set.has(item) ? new Set([...set].filter((each) => each !== item)) : new Set([...set, item]))
