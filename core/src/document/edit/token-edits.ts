import { hasKeys } from '../fields'
import type { Project } from '../project'
import type { Token } from '../screen'
import type { Id, Literal } from '../value'
import type { Edit } from './edit'
import { inProject, setAt, insertInto, removeFrom } from './place'

/** An edit that adds a token. */
export const addToken = (token: Token): Edit => insertInto(inProject('tokens'), token)

/** An edit that gives a token another value. */
export const setTokenValue = (token: Id, value: Literal): Edit => setAt(inProject('tokens', token, 'value'), value)

/** An edit that renames a token. */
export const renameToken = (token: Id, name: string): Edit => setAt(inProject('tokens', token, 'name'), name)

/** An edit that takes out a token. */
export const removeToken = (token: Id): Edit => removeFrom(inProject('tokens'), token)

/** In how many places of a project a token is referred to. */
export function usesOfToken(project: Project, token: Id): number {
  let uses = 0
  const visit = (node: unknown): void => {
    if (!hasKeys(node)) return
    if ('token' in node) {
      if (node.token === token) uses++
      return
    }
    Object.values(node).forEach(visit)
  }
  ;[project.components, project.screens, project.motion].forEach(visit)
  return uses
}
