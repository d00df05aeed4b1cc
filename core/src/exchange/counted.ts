/** So many of something, in words: `1 state`, `1,640 rows`. */
export const counted = (many: number, what: string): string => `${many.toLocaleString('en')} ${what}${many === 1 ? '' : 's'}`
