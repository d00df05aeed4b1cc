import { createContext, useContext, useEffect, useMemo, useState, useSyncExternalStore, type ReactNode } from 'react'
import { acceptanceOf, type Finding, type ProjectFindings, type Remedy } from '@rheoscope/core/check'
import { useOfSession, useSession } from '../session/use-session'
import { Checks, findingsAbout, findingsOn, type ChecksState } from './checks'
import { isCurrent, lookingAt, lookingAtAll, NOT_YET, type Looking } from './looking'

const ChecksContext = createContext<Checks | null>(null)

/** Has the project that is open checked for everything inside. */
export function ChecksProvider({ children }: { readonly children: ReactNode }) {
  const session = useSession()
  const [checks, setChecks] = useState<Checks | null>(null)
  useEffect(() => {
    const made = new Checks(session)
    setChecks(made)
    return () => made.close()
  }, [session])
  return <ChecksContext.Provider value={checks}>{children}</ChecksContext.Provider>
}

/** Has what is looked at now checked before anything else. */
export function useCheckedFirst(id: string): void {
  const checks = useChecks()
  useEffect(() => {
    checks?.lookAt(id)
    return () => checks?.lookAt(null)
  }, [checks, id])
}

export const useChecks = (): Checks | null => useContext(ChecksContext)

/** One thing about the checks; nothing is drawn anew while that stays what it is. */
export function useOfChecks<K extends keyof ChecksState>(key: K): ChecksState[K] | null {
  const checks = useChecks()
  return useSyncExternalStore(checks?.subscribe ?? never, () => checks?.getState()[key] ?? null)
}

const never = () => () => undefined

/** The remedy of a finding, once it has been found to do what it is for. */
export function useRemedy({ id, remedy }: Finding): Remedy | null {
  const remedied = useOfChecks('remedied')
  return remedied?.has(id) === true ? remedy : null
}

const NONE: readonly Finding[] = []

/** What is to be said of one component that nobody has accepted, the worst first. */
export const useFindingsOf = (component: string): readonly Finding[] => useOpen(component, findingsAbout)

/** The same of a component or a screen. */
export const useFindingsAt = (id: string, isScreen: boolean): readonly Finding[] => useOpen(id, isScreen ? findingsOn : findingsAbout)

/** The same of what stands on a screen. */
export const useFindingsOn = (screen: string): readonly Finding[] => useOpen(screen, findingsOn)

/** How far something has been looked at. */
interface HowFar {
  readonly looking: Looking
  /** Whether it has been looked at by itself as it is now, or will not be; otherwise what is found is of what it was before. */
  readonly areCurrent: boolean
}

const isOver = ({ is }: Looking): boolean => is !== 'looking' && is !== 'not yet'

/**
 * Those of the findings about a thing that nobody has accepted. They are those of the document as it is stored, whatever is being previewed;
 * nothing is drawn anew while they stay the same.
 */
function useOpen(id: string, about: (found: ProjectFindings, id: string) => readonly Finding[]): readonly Finding[] {
  const checks = useChecks()
  const { accepted } = useOfSession('document')
  const open = useMemo(() => {
    let [of, last]: [ProjectFindings | null, readonly Finding[]] = [null, NONE]
    return () => {
      const found = checks?.getState().findings ?? null
      if (found === of) return last
      of = found
      const now = found ? about(found, id).filter((finding) => acceptanceOf({ accepted }, finding) === null) : NONE
      if (now.length !== last.length || now.some((finding, index) => finding !== last[index])) last = now
      return last
    }
  }, [checks, id, about, accepted])
  return useSyncExternalStore(checks?.subscribe ?? never, open)
}

/** How far a component or screen has been looked at. */
export function useLookingAt(id: string): HowFar {
  const state = useChecksState()
  const looking = useMemo(() => (state ? lookingAt(state, id) : NOT_YET), [state, id])
  return { looking, areCurrent: state !== null && isCurrent(state, id) }
}

/** How far all of the project has been looked at. */
export function useLookingAtAll(): { readonly looking: Looking; readonly isOver: boolean } {
  const state = useChecksState()
  const looking = useMemo(() => (state ? lookingAtAll(state) : NOT_YET), [state])
  return { looking, isOver: isOver(looking) }
}

function useChecksState(): ChecksState | null {
  const checks = useChecks()
  return useSyncExternalStore(checks?.subscribe ?? never, () => checks?.getState() ?? null)
}
