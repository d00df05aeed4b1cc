import { useEffect, useState } from 'react'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { hasKeys, jsonOr, messageOf } from '@rheoscope/core/document'
import type { ProjectSummary } from '@rheoscope/core/protocol'
import { deleteForGood, listBin, listProjects, putBack, removeProject } from '../api/projects'
import { keepText, keptText } from '../session/kept-text'

/** How often a server that is away is asked again, in ms. */
const ASK_AGAIN_MS = 3000

const KNOWN = 'rheoscope.shelf'

/** What stands on the shelf and in its bin, and what can be done with it. While the server is away the shelf is as it was last known here. */
export function useShelf() {
  const queries = useQueryClient()
  const [removed, setRemoved] = useState<ProjectSummary | null>(null)
  const isAway = ({ state }: { readonly state: { readonly error: unknown } }) => (state.error ? ASK_AGAIN_MS : false as const)
  const projects = useQuery({ queryKey: ['projects'], queryFn: listProjects, refetchOnMount: 'always', retry: false, refetchInterval: isAway })
  const bin = useQuery({ queryKey: ['bin'], queryFn: listBin, refetchOnMount: 'always', retry: false, refetchInterval: isAway })
  const { data, dataUpdatedAt, error, errorUpdatedAt } = projects
  const [known] = useState(() => knownBefore())
  useEffect(() => {
    if (data) keepText(KNOWN, JSON.stringify(data))
  }, [data])
  const changed = () => Promise.all([queries.invalidateQueries({ queryKey: ['projects'] }), queries.invalidateQueries({ queryKey: ['bin'] })])
  const change = useMutation({ mutationFn: (what: () => Promise<void>) => what(), onSettled: changed })
  return {
    projects: data ?? known,
    bin: bin.data ?? [],
    /** Why what is shown may not be what there is, also while that is asked again; null when it is. */
    away: errorUpdatedAt > dataUpdatedAt ? messageOf(error ?? 'The server cannot be reached.') : null,
    tryNow: () => void projects.refetch(),
    /** What was put into the bin here last, to be put back by one click. */
    removed,
    problem: change.error ? messageOf(change.error) : null,
    dismiss: () => { setRemoved(null); change.reset() },
    remove: (summary: ProjectSummary) => change.mutate(() => removeProject(summary.id), { onSuccess: () => setRemoved(summary) }),
    putBack: (id: string) => change.mutate(() => putBack(id), { onSuccess: () => setRemoved((last) => (last?.id === id ? null : last)) }),
    deleteForGood: (id: string) => change.mutate(() => deleteForGood(id), { onSuccess: () => setRemoved((last) => (last?.id === id ? null : last)) }),
  }
}

export type ShelfState = ReturnType<typeof useShelf>

/** The shelf as it was when this browser last saw it. */
function knownBefore(): readonly ProjectSummary[] | undefined {
  const known = jsonOr(keptText(KNOWN) ?? '', null)
  return Array.isArray(known) && known.every(isSummary) ? known : undefined
}

const isSummary = (each: unknown): each is ProjectSummary =>
  hasKeys(each) && typeof each.id === 'string' && typeof each.name === 'string' && typeof each.revision === 'number' && typeof each.changedAt === 'string'
