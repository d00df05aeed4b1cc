import { createContext, useContext, useEffect, useState, useSyncExternalStore, type ReactNode } from 'react'
import { useLocation } from 'react-router'
import { useQuery } from '@tanstack/react-query'
import { hasKeys } from '@rheoscope/core/document'
import { appendEntries, followProject, loadHistory, loadLog, loadProject } from '../api/projects'
import { authorIn } from './author'
import { keptEntries } from './kept-entries'
import { newEntryId } from './new-id'
import { ProjectSession, type SessionState } from './project-session'

const SessionContext = createContext<ProjectSession | null>(null)

const thisWindow = newEntryId()

/** Opens a project for everything inside; shows `waiting` until it is there and `failed` when it cannot be opened. */
export function SessionProvider({ id, waiting, failed, children }: {
  readonly id: string
  readonly waiting: ReactNode
  readonly failed: (error: Error) => ReactNode
  readonly children: ReactNode
}) {
  const opened = useQuery({
    queryKey: ['opened', id],
    queryFn: async () => ({ stored: await loadProject(id), history: await loadHistory(id) }),
    staleTime: 0, gcTime: 0, refetchOnWindowFocus: false, refetchOnReconnect: false, retry: 1,
  })
  const [session, setSession] = useState<ProjectSession | null>(null)
  const { data } = opened
  const brought = broughtWith(useLocation().state)

  useEffect(() => {
    if (!data) return undefined
    const author = authorIn(window.localStorage)
    const created = new ProjectSession({
      differs: brought,
      ...data.stored,
      history: data.history,
      author,
      server: { append: (base, entries) => appendEntries(id, base, entries), log: (after) => loadLog(id, after), history: (before) => loadHistory(id, before) },
      kept: keptEntries(id, thisWindow, author, window.localStorage),
      newId: newEntryId,
    })
    setSession(created)
    const unfollow = followProject(id, { revised: (revision) => void created.catchUp(revision), removed: () => created.noteRemoval(), reached: (isReached) => created.noteReach(isReached) })
    return () => {
      unfollow()
      created.close()
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what a project was brought with is said once, when it opens
  }, [data, id])

  if (opened.error) return failed(opened.error)
  if (!session) return waiting
  return <SessionContext.Provider value={session}>{children}</SessionContext.Provider>
}

/** What the place one comes from has to say of the project. */
const broughtWith = (state: unknown): readonly string[] =>
  hasKeys(state) && Array.isArray(state.differs) ? state.differs.map(String) : []

/** The session of the project that is open. */
export function useSession(): ProjectSession {
  const session = useContext(SessionContext)
  if (!session) throw new Error('No project is open here.')
  return session
}

/** The project that is open and how it stands, as it changes. */
export function useSessionState(): SessionState {
  const session = useSession()
  return useSyncExternalStore(session.subscribe, session.getState)
}

/** One thing about it; nothing is drawn anew while that stays what it is. */
export function useOfSession<K extends keyof SessionState>(key: K): SessionState[K] {
  const session = useSession()
  return useSyncExternalStore(session.subscribe, () => session.getState()[key])
}
