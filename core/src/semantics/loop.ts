import type { Rule } from '../document'

/** So many rules may fire at one instant; more are taken to go on without end. */
export const IMMEDIATE_LIMIT = 1000

/** What has fired at an instant, and whether that would go on without end. */
export interface LoopGuard<T> {
  fired: { readonly thing: T; readonly rule: Rule }[]
  isStopped: boolean
}

/** Counts a rule that is about to fire; where rules set one another off without end it stops them, and says which. */
export function endlessWith<T>(loop: LoopGuard<T>, thing: T, rule: Rule): readonly Rule[] | null {
  loop.fired.push({ thing, rule })
  if (loop.fired.length <= IMMEDIATE_LIMIT) return null
  loop.isStopped = true
  // What led there fired first; what fired last goes round.
  return [...new Set(loop.fired.slice(-IMMEDIATE_LIMIT / 2).map((each) => each.rule))]
}
