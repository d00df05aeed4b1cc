import { apply, type Project } from '@rheoscope/core/document'
import { REST_IS_KEPT, tokensIn, type TokensIn } from '@rheoscope/core/exchange'
import { newId } from './new-id'

/** A project with the tokens of a file in it. Throws a `RheoError` (`unreadable`, `too-large`). */
export function tokensInto(project: Project, text: string): { readonly project: Project } & Pick<TokensIn, 'changes' | 'leftOut'> {
  const { edit, changes, leftOut, isKept } = tokensIn(text, project, newId)
  return {
    project: edit ? apply(project, edit) : project,
    changes: isKept ? [...changes, REST_IS_KEPT] : changes, leftOut,
  }
}
