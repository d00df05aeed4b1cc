import type { Pledge } from '../pledge'
import type { Acceptance, Project } from '../project'
import type { Id } from '../value'
import type { Edit } from './edit'

/** Somebody has looked at a finding and accepts it, for a reason. What was accepted of it before is replaced. */
export const acceptFinding = ({ accepted }: Project, acceptance: Acceptance): Edit => ({
  edit: 'batch',
  edits: [
    ...accepted.filter(({ finding }) => finding === acceptance.finding).map(({ id }): Edit => ({ edit: 'remove', path: ['accepted'], id })),
    { edit: 'insert', path: ['accepted'], before: null, item: acceptance },
  ],
})

export const unacceptFinding = (id: Id): Edit => ({ edit: 'remove', path: ['accepted'], id })

export const addPledge = (pledge: Pledge): Edit => ({ edit: 'insert', path: ['promises'], before: null, item: pledge })

export const removePledge = (id: Id): Edit => ({ edit: 'remove', path: ['promises'], id })

export const setPledge = (id: Id, says: Pledge['says']): Edit => ({ edit: 'set', path: ['promises', id, 'says'], to: says })

/** How long motions may be at most, or have to be at least, in ms; null takes the limit away. */
export function setLimit({ limits = {} }: Project, limit: 'longestMs' | 'shortestMs', ms: number | null): Edit {
  const others = Object.fromEntries(Object.entries(limits).filter(([name]) => name !== limit))
  const now = ms === null ? others : { ...others, [limit]: ms }
  return Object.keys(now).length === 0 ? { edit: 'unset', path: ['limits'] } : { edit: 'set', path: ['limits'], to: now }
}
