/** So many of something, in words: `1 state`, `4 states`. */
export const count = (many: number, what: string): string => `${many} ${what}${many === 1 ? '' : 's'}`
