/** The anchor of a heading of the handbook. */
export const idOf = (title: string): string => title.toLowerCase().replaceAll(/[^\p{L}\p{N}]+/gu, '-').replaceAll(/^-|-$/g, '')
