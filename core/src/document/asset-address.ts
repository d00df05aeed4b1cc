import type { Id } from './value'

/** Where the bytes of a picture are to be had, on the server of the page. */
export const assetAddress = (id: Id): string => `/assets/${id}`
