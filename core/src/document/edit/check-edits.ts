import type { Pledge } from '../pledge'
import type { Acceptance, Project } from '../project'
import type { Id } from '../value'
import type { Edit } from './edit'
import { inProject, setAt, unsetAt, insertInto, removeFrom } from './place'

/** Somebody has looked at a finding and accepts it, for a reason. What was accepted of it before is replaced. */
export const acceptFinding = ({ accepted }: Project, acceptance: Acceptance): Edit => ({
  edit: 'batch',
  edits: [
    ...accepted.filter(({ finding }) => finding === acceptance.finding).map(({ id }): Edit => removeFrom(inProject('accepted'), id)),
    insertInto(inProject('accepted'), acceptance),
  ],
})

/** An edit that takes back that a finding is accepted. */
export const unacceptFinding = (id: Id): Edit => removeFrom(inProject('accepted'), id)

/** An edit that makes a promise. */
export const addPledge = (pledge: Pledge): Edit => insertInto(inProject('promises'), pledge)

/** An edit that takes back a promise. */
export const removePledge = (id: Id): Edit => removeFrom(inProject('promises'), id)

/** An edit that says a promise anew. */
export const setPledge = (id: Id, says: Pledge['says']): Edit => setAt(inProject('promises', id, 'says'), says)

/** How long motions may be at most, or have to be at least, in ms; null takes the limit away. */
export function setLimit({ limits = {} }: Project, limit: 'longestMs' | 'shortestMs', ms: number | null): Edit {
  const others = Object.fromEntries(Object.entries(limits).filter(([name]) => name !== limit))
  const now = ms === null ? others : { ...others, [limit]: ms }
  return Object.keys(now).length === 0 ? unsetAt(inProject('limits')) : setAt(inProject('limits'), now)
}
