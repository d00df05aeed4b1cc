/** The fields of something that was read, whatever they are. */
export type Fields = Readonly<Record<string, unknown>>

/** Whether a value is an object with fields, and no list. */
export const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Whether a value is an object or a list: something stands at its keys. */
export const hasKeys = (value: unknown): value is Fields => typeof value === 'object' && value !== null

/** The fields of something, whatever it is; none where it has none. */
export const fieldsOf = (value: unknown): Fields => (hasKeys(value) ? value : {})

/** A record of what comes of each key. */
// eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- it has just these keys
export const recordOf = <K extends string, T>(keys: readonly K[], of: (key: K) => T): Readonly<Record<K, T>> => Object.fromEntries(keys.map((key) => [key, of(key)])) as Record<K, T>

/** The keys of a record that has these and no others. */
// eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- records of ours have the keys of their types
export const keysOf = <K extends string>(record: Readonly<Record<K, unknown>>): readonly K[] => Object.keys(record) as K[]

/** Something that is told from its siblings by an identifier. */
export interface Identified {
  readonly id: string
}

/** Something that has an identifier, and a name people know it by. */
export interface Named extends Identified {
  readonly name: string
}

/** Whether something has an identifier. */
export const isIdentified = (value: unknown): value is Fields & Identified => hasKeys(value) && typeof value.id === 'string'

/** Whether something is a list of what has identifiers. */
export const areIdentified = (value: unknown): value is readonly (Fields & Identified)[] => Array.isArray(value) && value.every(isIdentified)

/** Whether two lists have the very same items in the same order. */
export const isSameList = (a: readonly unknown[], b: readonly unknown[]): boolean => a.length === b.length && a.every((each, index) => each === b[index])
