import { withDescription, record, type Of } from './shape'
import { Value } from './value'

/** What is said about the properties of one part, by property name. */
export const PropertyValues = record(/^[A-Za-z][A-Za-z0-9]*(:[A-Za-z0-9_-]+)?$/, Value)
export type PropertyValues = Of<typeof PropertyValues>

/** What is said about the parts of a component, by part. A look holds only what differs from the base look. */
export const Look = withDescription(record(/^[A-Za-z][A-Za-z0-9_-]*$/, PropertyValues), 'What differs from the base look, by part and property')
export type Look = Of<typeof Look>
