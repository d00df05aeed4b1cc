import { useState } from 'react'
import { useNavigate } from 'react-router'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { StoredProject } from '@rheoscope/core/protocol'
import { openProjectFile } from '../api/projects'
import { PICTURE_TYPES } from '@rheoscope/core/document'
import { base64Of } from '../session/base64'

const LARGEST_FILE = 64 * 1024 * 1024

const isPicture = ({ type }: File): boolean => PICTURE_TYPES.some((each) => each === type)

/** The text of a project file, with those of the pictures in it that were brought along. */
async function withPictures(file: File, files: readonly File[]): Promise<string> {
  const pictures = files.filter((each) => each !== file && isPicture(each))
  if (pictures.length === 0) return file.text()
  const { withPicturesBeside } = await import('@rheoscope/core/exchange')
  const data = new Map(await Promise.all(pictures.map(async (picture) => [picture.name, base64Of(new Uint8Array(await picture.arrayBuffer()))] as const)))
  return withPicturesBeside(await file.text(), (name) => data.get(name))
}

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
    openFiles: (files: readonly File[]) => {
      const [file] = files.toSorted((a, b) => Number(isPicture(a)) - Number(isPicture(b)))
      if (!file) return
      if (file.size > LARGEST_FILE) setTooLarge(`“${file.name}” is ${Math.round(file.size / 1048576)} MB; up to 64 MB can be opened.`)
      else begin(async () => openProjectFile(await withPictures(file, files)))
    },
    isPending: make.isPending,
    problem: tooLarge ?? make.error?.message ?? null,
    dismiss: () => { setTooLarge(null); make.reset() },
  }
}
