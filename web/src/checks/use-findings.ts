import { useEffect, useRef, useState } from 'react'
import type { Finding } from '@rheoscope/core/check'
import type { Project } from '@rheoscope/core/document'
import type { CheckAnswer, CheckRequest } from './messages'

export interface Findings {
  readonly byComponent: Readonly<Record<string, readonly Finding[]>>
  /** Whether they are those of the project as it is now. */
  readonly isCurrent: boolean
}

/** The findings of a project, worked out in a worker while it is edited. */
export function useFindings(project: Project): Findings {
  const worker = useRef<Worker | null>(null)
  const revision = useRef(0)
  const [answer, setAnswer] = useState<CheckAnswer>({ revision: 0, findings: {} })
  const [asked, setAsked] = useState(0)

  useEffect(() => {
    const created = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' })
    created.onmessage = ({ data }: MessageEvent<CheckAnswer>) => setAnswer(data)
    worker.current = created
    return () => created.terminate()
  }, [])

  useEffect(() => {
    revision.current += 1
    setAsked(revision.current)
    const request: CheckRequest = { revision: revision.current, project }
    worker.current?.postMessage(request)
  }, [project])

  return { byComponent: answer.findings, isCurrent: answer.revision === asked }
}
