/** A name as files, attributes, states, events and classes have it: `boarding-button`. */
export const slug = (name: string): string => name.normalize('NFKD').toLowerCase().match(/[a-z0-9]+/g)?.join('-') ?? 'thing'

/** The attribute of a parameter: `label-text` of `labelText`. */
export const attributeName = (name: string): string => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`).replaceAll('_', '-').replace(/^-/, '')
