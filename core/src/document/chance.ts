import { array, integer, number, object, optional, type Of } from './shape'

/**
 * What decides, in a run, how long timers between two times take and which of several outcomes come. The same chance
 * always gives the same run.
 */
export const Chance = object({
  seed: integer(0, 0xffffffff),
  /** What is drawn first, in order: for a timer its ms, for an outcome its place among the rule's. The seed decides whatever comes after. */
  drawn: optional(array(number())),
})
export interface Chance extends Of<typeof Chance> {}
