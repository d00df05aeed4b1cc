import { isFields } from '../fields'

/** Turns a value into what the next version says for it. What is not of the form it should have is left as it is. */
export type Rewriting = (value: unknown) => unknown

/** An object whose fields get other names, where they are named, and whose values go through steps, by the names they had. */
export const fields = (names: Readonly<Record<string, string>>, inside: Readonly<Record<string, Rewriting>> = {}): Rewriting => (value) =>
  !isFields(value) ? value : Object.fromEntries(Object.entries(value).map(([key, inner]) => [own(names, key) ?? key, own(inside, key)?.(inner) ?? inner]))

/** Rewrites each item of a list. */
export const each = (step: Rewriting): Rewriting => (value) => (Array.isArray(value) ? value.map(step) : value)

/** Rewrites each value of a record. */
export const every = (step: Rewriting): Rewriting => (value) => (isFields(value) ? Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, step(inner)])) : value)

/** One of a few words said in other words. */
export const words = (said: Readonly<Record<string, unknown>>): Rewriting => (value) => own(said, String(value)) ?? value

const own = <T>(record: Readonly<Record<string, T>>, key: string): T | undefined => (Object.hasOwn(record, key) ? record[key] : undefined)
