import { orElse } from '../../document'
import { evaluate, namesOr, type Environment } from '../../expression'

/** An answer that depends on what nobody knows. */
export const UNSURE = 'unsure'

export type Sure = boolean | typeof UNSURE

/** Whether a condition holds. One that cannot be worked out never does, as in a run. */
export function holdsTrue(condition: string, environment: Environment, isUnknown: (name: string) => boolean): Sure {
  if (namesOr(condition).some(isUnknown)) return UNSURE
  return orElse(() => evaluate(condition, environment) === true, false)
}
