/** The fields of something that was read, whatever they are. */
export type Fields = Readonly<Record<string, unknown>>

/** Whether a value is an object with fields, and no list. */
export const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value)
