import type { Component } from '../document'

/** So many of something, in words: `1 state`, `1,640 rows`. */
export const counted = (many: number, what: string): string => `${many.toLocaleString('en')} ${what}${many === 1 ? '' : 's'}`

/** How many states a component has, in words. */
export const countedStates = ({ axes }: Component): string => counted(axes.reduce((sum, { states }) => sum + states.length, 0), 'state')
