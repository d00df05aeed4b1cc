import { hasKeys, type Entry } from '@rheoscope/core/document'
import type { Appended, BinnedProject, ProjectSummary, StoredHistory, StoredProject } from '@rheoscope/core/protocol'
import type { CheckFailure, CheckProgress, ReportedFinding } from '@rheoscope/core/check'
import type { TakeOutcome } from '@rheoscope/core/run'
import { ApiError, post, request } from './client'

const address = (id: string): string => `/projects/${encodeURIComponent(id)}`

export const listProjects = (): Promise<readonly ProjectSummary[]> => request('/projects')

export const loadProject = (id: string, signal?: AbortSignal): Promise<StoredProject> => request(address(id), { signal })

export const createProject = (name: string): Promise<StoredProject> => post('/projects', { name })

export const addDemoProject = (): Promise<StoredProject> => post('/projects/demo', {})

export const openProjectFile = (text: string): Promise<StoredProject> =>
  request('/projects/file', { method: 'POST', headers: { 'content-type': /^\s*\{/.test(text) ? 'application/vnd.rheoscope+json' : 'text/vnd.rheoscope' }, body: text })

/** Puts a project into the bin. */
export const removeProject = (id: string): Promise<void> => request(address(id), { method: 'DELETE' })

export const listBin = (): Promise<readonly BinnedProject[]> => request('/bin')

export const putBack = (id: string): Promise<void> => post(`/bin/${encodeURIComponent(id)}/put-back`, {})

/** Deletes a project in the bin for good. */
export const deleteForGood = (id: string): Promise<void> => request(`/bin/${encodeURIComponent(id)}`, { method: 'DELETE' })

export const loadLog = (id: string, after: number): Promise<readonly Entry[]> => request(`${address(id)}/log?after=${after}`)

/** The last entries of the log, or the last before a revision. */
export const loadHistory = (id: string, before?: number): Promise<StoredHistory> => request(`${address(id)}/history${before === undefined ? '' : `?before=${before}`}`)

/** Adds entries made on revision `base`; answers with what was missed instead of throwing when that is not the newest. */
export async function appendEntries(id: string, base: number, entries: readonly Entry[]): Promise<Appended> {
  try {
    return await post<Appended>(`${address(id)}/entries`, { base, entries })
  } catch (error) {
    if (error instanceof ApiError && error.status === 409 && isAppended(error.body)) return error.body
    throw error
  }
}

const isAppended = (body: unknown): body is Appended => hasKeys(body) && 'missed' in body

/** What the takes of a project came to when they were last played. */
export const loadOutcomes = (id: string): Promise<readonly TakeOutcome[]> => request(`${address(id)}/take-outcomes`)

export const keepOutcomes = (id: string, outcomes: readonly TakeOutcome[]): Promise<void> => post(`${address(id)}/take-outcomes`, { outcomes })

/** What a complete check came to, as the server keeps it. */
export interface KeptCheck {
  readonly revision: number
  readonly finishedAt: string
  readonly findings: readonly ReportedFinding[]
  readonly failures: readonly CheckFailure[]
  readonly givenUp: readonly string[]
  readonly components: number
  readonly screens: number
}

/** Begins a complete check of a project on the server, unless one is under way. */
export const beginCheck = (id: string): Promise<void> => post(`${address(id)}/check`, {})

export const stopCheck = (id: string): Promise<void> => request(`${address(id)}/check`, { method: 'DELETE' })

/** The newest complete check; null when there was none. */
export async function loadCheck(id: string): Promise<KeptCheck | null> {
  try {
    // Checks that earlier versions kept say nothing of what broke down.
    return { failures: [], givenUp: [], ...(await request<Omit<KeptCheck, 'failures' | 'givenUp'> & Partial<KeptCheck>>(`${address(id)}/check`)) }
  } catch (error) {
    if (error instanceof ApiError && error.status === 404) return null
    throw error
  }
}

/** Follows a complete check until it ends, well (null) or why not; returns what gives up following. */
export function followCheck(id: string, onProgress: (progress: CheckProgress) => void, onEnd: (why: string | null) => void): () => void {
  const source = new EventSource(`/api${address(id)}/check/progress`)
  const end = (why: string | null) => {
    source.close()
    onEnd(why)
  }
  source.addEventListener('progress', (event) => onProgress(JSON.parse(event.data)))
  source.addEventListener('done', () => end(null))
  source.addEventListener('stopped', (event) => end(JSON.parse(event.data).why))
  return () => source.close()
}

/** Who wants to know what becomes of a project on the server. */
export interface Follower {
  readonly revised: (revision: number) => void
  readonly removed: () => void
  /** The server is away, or there again. */
  readonly reached: (isReached: boolean) => void
}

/** How long after the server has refused to tell of a project it is asked again, in ms. */
const ASK_AGAIN_MS = 5000

/**
 * Tells what becomes of a project; returns what ends it. A window that is hidden does not listen: a browser has six
 * connections to a server for all its windows, and each that listens holds one.
 */
export function followProject(id: string, { revised, removed, reached }: Follower): () => void {
  let source: EventSource | null = null
  let later: ReturnType<typeof setTimeout> | undefined
  const listen = (isAgain: boolean) => {
    const opened = new EventSource(`/api${address(id)}/revisions`)
    source = opened
    opened.addEventListener('open', () => {
      reached(true)
      if (isAgain) revised(Infinity)
    })
    opened.addEventListener('error', () => {
      reached(false)
      // The browser tries again by itself unless it was refused; asking what was missed tells why.
      if (opened.readyState !== EventSource.CLOSED) return
      revised(Infinity)
      later = setTimeout(() => listen(true), ASK_AGAIN_MS)
    })
    opened.addEventListener('revision', (event) => revised(Number(event.data)))
    opened.addEventListener('removed', removed)
  }
  const end = () => {
    clearTimeout(later)
    source?.close()
  }
  const turn = () => {
    end()
    if (!document.hidden) listen(true)
  }
  if (!document.hidden) listen(false)
  document.addEventListener('visibilitychange', turn)
  return () => {
    document.removeEventListener('visibilitychange', turn)
    end()
  }
}
