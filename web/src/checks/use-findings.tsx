import { createContext, useContext, useEffect, useMemo, useState, useSyncExternalStore, type ReactNode } from 'react'
import { acceptanceOf, type Finding } from '@rheoscope/core/check'
import { useOfSession, useSession } from '../session/use-session'
import { Checks, findingsAbout, type ChecksState } from './checks'

const ChecksContext = createContext<Checks | null>(null)

/** Has the project that is open checked for everything inside; `first` is what is looked at. */
export function ChecksProvider({ first, children }: { readonly first: string | null; readonly children: ReactNode }) {
  const session = useSession()
  const [checks, setChecks] = useState<Checks | null>(null)
  useEffect(() => {
    const made = new Checks(session)
    setChecks(made)
    return () => made.close()
  }, [session])
  useEffect(() => checks?.lookAt(first), [checks, first])
  return <ChecksContext.Provider value={checks}>{children}</ChecksContext.Provider>
}

export const useChecks = (): Checks | null => useContext(ChecksContext)

/** One thing about the checks; nothing is drawn anew while that stays what it is. */
export function useOfChecks<K extends keyof ChecksState>(key: K): ChecksState[K] | null {
  const checks = useChecks()
  return useSyncExternalStore(checks?.subscribe ?? never, () => checks?.getState()[key] ?? null)
}

const never = () => () => undefined

const NONE: readonly Finding[] = []

/** The findings of one component that nobody has accepted, the worst first. */
export function useFindingsOf(component: string): { readonly findings: readonly Finding[]; readonly areCurrent: boolean } {
  const found = useOfChecks('findings')
  const current = useOfChecks('current')
  const project = useOfSession('project')
  const findings = useMemo(() => (found ? findingsAbout(found, component).filter((finding) => acceptanceOf(project, finding) === null) : NONE), [found, component, project])
  return { findings, areCurrent: current?.has(component) ?? false }
}

/** The findings about what stands on a screen, that nobody has accepted. */
export function useFindingsOn(screen: string): { readonly findings: readonly Finding[]; readonly areCurrent: boolean } {
  const found = useOfChecks('findings')
  const current = useOfChecks('current')
  const project = useOfSession('project')
  const findings = useMemo(() => (found ? [...(found.screens[screen] ?? []), ...found.project.filter(({ about }) => about.screen === screen)].filter((finding) => acceptanceOf(project, finding) === null) : NONE), [found, screen, project])
  return { findings, areCurrent: current?.has(screen) ?? false }
}
