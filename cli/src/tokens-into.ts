import { apply, type Project } from '@rheoscope/core/document'
import { tokensIn, type TokensIn } from '@rheoscope/core/exchange'
import { newId } from './new-id'

/** A project with the tokens of a file in it. Throws a `RheoError` (`unreadable`, `too-large`). */
export function tokensInto(project: Project, text: string): { readonly project: Project } & Pick<TokensIn, 'changes' | 'leftOut'> {
  const { edit, changes, leftOut, isKept } = tokensIn(text, project, newId)
  return {
    project: edit ? apply(project, edit) : project,
    changes: isKept ? [...changes, 'What the file says besides is kept, and goes out again with the tokens.'] : changes, leftOut,
  }
}
