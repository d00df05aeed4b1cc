import { useState } from 'react'
import { Button } from '@mui/material'
import { acceptanceOf, digestOf, type Finding } from '@rheoscope/core/check'
import { acceptFinding, unacceptFinding } from '@rheoscope/core/document'
import { newId } from '../session/new-id'
import { useOfSession, useSession } from '../session/use-session'

/** Accepting a finding with a reason, and taking that back. It comes back by itself when what it is about changes. */
export function Acceptance({ finding }: { readonly finding: Finding }) {
  const session = useSession()
  const project = useOfSession('project')
  const accepted = acceptanceOf(project, finding)
  const [reason, setReason] = useState<string | null>(null)
  if (accepted) {
    return (
      <p className="muted accepted-because">
        Accepted: {accepted.reason} <button className="plain underlined" onClick={() => session.dispatch(unacceptFinding(accepted.id), 'no longer accept a finding')}>No longer</button>
      </p>
    )
  }
  if (reason === null) return <button className="plain underlined muted" onClick={() => setReason('')}>Accept it…</button>
  const accept = () => {
    if (reason.trim() === '') return
    session.dispatch(acceptFinding(project, { id: newId('accepted'), finding: finding.id, of: digestOf(finding), reason: reason.trim() }), 'accept a finding')
    setReason(null)
  }
  return (
    <form className="accept-form" onSubmit={(event) => { event.preventDefault(); accept() }}>
      <input autoFocus aria-label="Why it is accepted" placeholder="Why is this all right?" value={reason} onChange={(event) => setReason(event.target.value)} onKeyDown={(event) => event.key === 'Escape' && setReason(null)} />
      <Button type="submit" disabled={reason.trim() === ''}>Accept</Button>
    </form>
  )
}
