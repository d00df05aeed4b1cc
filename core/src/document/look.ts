import type { Id, Value } from './value'

/** What is said about the properties of one part, by property name. */
export type PropertyValues = Readonly<Record<string, Value>>

/** What is said about the parts of a component, by part. A look holds only what differs from the base look. */
export type Look = Readonly<Record<Id, PropertyValues>>
