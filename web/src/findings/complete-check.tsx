import { messageOf } from '@rheoscope/core/document'
import { useEffect, useRef, useState } from 'react'
import { Button } from '@mui/material'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import type { CheckProgress } from '@rheoscope/core/check'
import { beginCheck, followCheck, loadCheck, stopCheck, type KeptCheck } from '../api/projects'
import { useSession } from '../session/use-session'

/** A complete check on the server: begun, followed while it goes on, stopped, and what the last one came to. */
export function CompleteCheck({ project }: { readonly project: string }) {
  const queries = useQueryClient()
  const { data: last } = useQuery({ queryKey: ['check', project], queryFn: () => loadCheck(project) })
  const [progress, setProgress] = useState<CheckProgress | null>(null)
  const [isFollowing, follow] = useState(true)
  const [problem, setProblem] = useState<string | null>(null)
  const isBegunHere = useRef(false)
  const { revision } = useSession()
  useEffect(() => {
    if (!isFollowing) return undefined
    return followCheck(project, setProgress, (why) => {
      setProgress(null)
      follow(false)
      if (why !== null && isBegunHere.current) setProblem(why)
      void queries.invalidateQueries({ queryKey: ['check', project] })
    })
  }, [project, isFollowing, queries])
  const begin = async () => {
    setProblem(null)
    isBegunHere.current = true
    try {
      await beginCheck(project)
      follow(true)
    } catch (error) {
      setProblem(messageOf(error))
    }
  }
  const stop = () => {
    isBegunHere.current = false
    void stopCheck(project).catch((error: Error) => setProblem(error.message))
  }
  if (progress) {
    return (
      <span className="complete-check" role="status">
        <progress value={progress.done} max={progress.total} aria-label="How far the complete check is" />
        <span className="muted">{progress.done} of {progress.total}: {progress.what}{progress.seen > 0 && <>, <span className="number">{progress.seen.toLocaleString('en')}</span> configurations seen</>}</span>
        <button className="plain underlined" onClick={stop}>Stop</button>
      </span>
    )
  }
  const faults = last?.findings.filter(({ level, accepted }) => level === 'fault' && accepted === null).length ?? 0
  return (
    <span className="complete-check">
      {problem !== null && <span className="checks-failed" role="alert">{problem}</span>}
      {last && <span className="muted">Complete check at revision {last.revision}{last.revision < revision ? ', changed since' : ''}: {faults === 0 ? 'no faults' : counted(faults, 'fault')} among {counted(last.findings.length, 'finding')}{outcome(last)}</span>}
      <Button title="Look at everything to the end, on the server" onClick={() => void begin()}>Run full check</Button>
    </span>
  )
}

const counted = (count: number, what: string): string => `${count} ${what}${count === 1 ? '' : 's'}`

/** What the findings do not tell: checks that broke down, and what was given up. */
function outcome({ failures, givenUp }: KeptCheck): string {
  const broken = [...new Set(failures.map(({ check }) => check))]
  return `${broken.length > 0 ? `; broke down: ${broken.join(', ')}` : ''}${givenUp.length > 0 ? `; ${counted(givenUp.length, 'exploration')} given up` : ''}`
}
