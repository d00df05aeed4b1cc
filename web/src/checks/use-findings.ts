import { createContext, useContext, useEffect, useState } from 'react'
import type { Finding } from '@rheoscope/core/check'
import type { ProjectSession } from '../session/project-session'
import type { CheckAnswer, CheckReady, CheckRequest } from './messages'

export interface Findings {
  readonly byComponent: Readonly<Record<string, readonly Finding[]>>
  /** Whether they are those of the project as it is now. */
  readonly areCurrent: boolean
}

const NOT_YET: Findings = { byComponent: {}, areCurrent: false }

/** The findings of the project that is open, for whoever shows them; apart, so that nothing else is drawn anew when they come. */
export const FindingsContext = createContext<Findings>(NOT_YET)

/** The findings of one component, the worst first. */
export function useFindingsOf(component: string): { readonly findings: readonly Finding[]; readonly areCurrent: boolean } {
  const { byComponent, areCurrent } = useContext(FindingsContext)
  return { findings: byComponent[component] ?? NONE, areCurrent }
}

const NONE: readonly Finding[] = []

/** Has a session's project checked in a worker, from the very moment it changes. */
export function useChecking(session: ProjectSession): Findings {
  const [findings, setFindings] = useState(NOT_YET)
  useEffect(() => {
    const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' })
    let isReady = false
    let asked = 0
    let checked: unknown = null
    const ask = () => {
      const { project } = session.getState()
      if (!isReady || project === checked) return
      checked = project
      asked++
      const request: CheckRequest = { revision: asked, project }
      worker.postMessage(request)
      setFindings((last) => (last.areCurrent ? { ...last, areCurrent: false } : last))
    }
    worker.onmessage = ({ data }: MessageEvent<CheckAnswer | CheckReady>) => {
      if ('isReady' in data) {
        isReady = true
        ask()
      } else setFindings({ byComponent: data.findings, areCurrent: data.revision === asked })
    }
    const unsubscribe = session.subscribe(ask)
    return () => {
      unsubscribe()
      worker.terminate()
    }
  }, [session])
  return findings
}
