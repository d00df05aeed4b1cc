import { useEffect, useState } from 'react'
import { Button } from '@mui/material'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import type { CheckProgress } from '@rheoscope/core/check'
import { beginCheck, followCheck, loadCheck, stopCheck } from '../api/projects'
import { useSession } from '../session/use-session'

/** A complete check on the server: begun, followed while it goes on, stopped, and what the last one came to. */
export function CompleteCheck({ project }: { readonly project: string }) {
  const queries = useQueryClient()
  const { data: last } = useQuery({ queryKey: ['check', project], queryFn: () => loadCheck(project) })
  const [progress, setProgress] = useState<CheckProgress | null>(null)
  const [isFollowing, follow] = useState(true)
  const { revision } = useSession()
  useEffect(() => {
    if (!isFollowing) return undefined
    return followCheck(project, setProgress, () => {
      setProgress(null)
      follow(false)
      void queries.invalidateQueries({ queryKey: ['check', project] })
    })
  }, [project, isFollowing, queries])
  const begin = async () => {
    await beginCheck(project)
    follow(true)
  }
  if (progress) {
    return (
      <span className="complete-check" role="status">
        <progress value={progress.done} max={progress.total} aria-label="How far the complete check is" />
        <span className="muted">{progress.done} of {progress.total}: {progress.what}</span>
        <button className="plain underlined" onClick={() => void stopCheck(project)}>Stop</button>
      </span>
    )
  }
  const faults = last?.findings.filter(({ level, accepted }) => level === 'fault' && accepted === null).length ?? 0
  return (
    <span className="complete-check">
      {last && <span className="muted">Complete check at revision {last.revision}{last.revision < revision ? ', changed since' : ''}: {faults === 0 ? 'no faults' : `${faults} faults`} among {last.findings.length} findings</span>}
      <Button title="Look at everything to the end, on the server" onClick={() => void begin()}>Check completely</Button>
    </span>
  )
}
