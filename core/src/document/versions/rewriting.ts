import { isFields } from '../fields'

/** Turns a value into what the next version says for it. What is not of the form it should have is left as it is. */
export type Step = (value: unknown) => unknown

/** An object whose fields get other names, where they are named, and whose values go through steps, by the names they had. */
export const fields = (names: Readonly<Record<string, string>>, inside: Readonly<Record<string, Step>> = {}): Step => (value) =>
  !isFields(value) ? value : Object.fromEntries(Object.entries(value).map(([key, inner]) => [own(names, key) ?? key, own(inside, key)?.(inner) ?? inner]))

export const each = (step: Step): Step => (value) => (Array.isArray(value) ? value.map(step) : value)

export const every = (step: Step): Step => (value) => (isFields(value) ? Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, step(inner)])) : value)

/** One of a few words said in other words. */
export const words = (said: Readonly<Record<string, unknown>>): Step => (value) => own(said, String(value)) ?? value

const own = <T>(record: Readonly<Record<string, T>>, key: string): T | undefined => (Object.hasOwn(record, key) ? record[key] : undefined)
