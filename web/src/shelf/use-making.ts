import { useState } from 'react'
import { useNavigate } from 'react-router'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { StoredProject } from '@rheoscope/core/protocol'
import { openProjectFile } from '../api/projects'

const LARGEST_FILE = 64 * 1024 * 1024

/** Making projects and opening what was made: one with something in it at its contents, a new one at the component it begins with. */
export function useMaking() {
  const navigate = useNavigate()
  const queries = useQueryClient()
  const [tooLarge, setTooLarge] = useState<string | null>(null)
  const open = ({ project, differs }: StoredProject) => {
    const [first, ...others] = [...project.components, ...project.screens]
    void queries.invalidateQueries({ queryKey: ['projects'] })
    void navigate(`/project/${project.id}${first && others.length === 0 ? `/component/${first.id}` : ''}`, { state: { differs } })
  }
  const make = useMutation({ mutationFn: (what: () => Promise<StoredProject>) => what(), onMutate: () => setTooLarge(null), onSuccess: open })
  /** One thing at a time: the second click of a double click makes nothing more. */
  const begin = (what: () => Promise<StoredProject>, made?: (id: string) => void) => {
    if (queries.isMutating() === 0) make.mutate(async () => { const stored = await what(); made?.(stored.project.id); return stored })
  }
  return {
    begin,
    openFile: (file: File | undefined) => {
      if (!file) return
      if (file.size > LARGEST_FILE) setTooLarge(`“${file.name}” is ${Math.round(file.size / 1048576)} MB; up to 64 MB can be opened.`)
      else begin(async () => openProjectFile(await file.text()))
    },
    isPending: make.isPending,
    problem: tooLarge ?? make.error?.message ?? null,
    dismiss: () => { setTooLarge(null); make.reset() },
  }
}
