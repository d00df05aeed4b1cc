import { goWith, typeOf, type Scope } from '@rheoscope/core/expression'
import { messageOf } from '@rheoscope/core/document'

/** What is wrong with a text as a yes/no expression, as a sentence that calls it `what`; null when nothing is. */
export function conditionProblem(text: string, scope: Scope, what: string): string | null {
  try {
    const type = typeOf(text, scope)
    return goWith(type, 'yes/no') ? null : `${what} is a yes/no; this is a ${type}.`
  } catch (error) {
    return messageOf(error)
  }
}
