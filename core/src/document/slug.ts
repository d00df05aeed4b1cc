/** A name as files, attributes, states, events and classes have it: `boarding-button`. `otherwise` stands for one without letters and digits of ASCII. */
export const slug = (name: string, otherwise = 'thing'): string => name.normalize('NFKD').toLowerCase().match(/[a-z0-9]+/g)?.join('-') ?? otherwise

/** The attribute of a parameter: `label-text` of `labelText`. */
export const attributeName = (name: string): string => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`).replaceAll('_', '-').replace(/^-/, '')
