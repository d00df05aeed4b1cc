import { useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { Button } from '@mui/material'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { StoredProject } from '@rheoscope/core/protocol'
import { addDemoProject, createProject, listProjects, openProjectFile } from '../api/projects'
import { FormSwitch } from '../theme/form-switch'
import { ProjectCard } from './project-card'
import './shelf.css'

/** Project files are JSON, so this is also what a picker offers. */
const FILES = '.json,application/json'
const LARGEST_FILE = 64 * 1024 * 1024

/** All projects, with a living miniature each. */
export function Shelf() {
  const navigate = useNavigate()
  const queries = useQueryClient()
  const picker = useRef<HTMLInputElement>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const projects = useQuery({ queryKey: ['projects'], queryFn: listProjects, refetchOnMount: 'always' })
  /** A project with something in it opens at its contents; a new one at the component it begins with. */
  const open = ({ project, differs }: StoredProject) => {
    const [first, ...others] = [...project.components, ...project.screens]
    void queries.invalidateQueries({ queryKey: ['projects'] })
    void navigate(`/project/${project.id}${first && others.length === 0 ? `/component/${first.id}` : ''}`, { state: { differs } })
  }
  const make = useMutation({
    mutationFn: (what: () => Promise<StoredProject>) => what(),
    onMutate: () => setProblem(null), onSuccess: open, onError: (error) => setProblem(error.message),
  })
  /** One thing at a time: the second click of a double click makes nothing more. */
  const begin = (what: () => Promise<StoredProject>) => {
    if (queries.isMutating() === 0) make.mutate(what)
  }
  const openFile = (file: File | undefined) => {
    if (!file) return
    if (file.size > LARGEST_FILE) setProblem(`“${file.name}” is ${Math.round(file.size / 1048576)} MB; up to 64 MB can be opened.`)
    else begin(async () => openProjectFile(await file.text()))
  }

  return (
    <div className="shelf" onDragOver={(event) => event.preventDefault()} onDrop={(event) => { event.preventDefault(); openFile(event.dataTransfer.files[0]) }}>
      <header className="shelf-head">
        <h1>Rheoscope</h1>
        <span className="muted">Components that move, and proof that they do</span>
        <Button disabled={make.isPending} onClick={() => begin(() => createProject('Untitled project'))}>New project</Button>
        <Button disabled={make.isPending} onClick={() => picker.current?.click()}>Open a file</Button>
        <Button disabled={make.isPending} onClick={() => begin(addDemoProject)}>Fresh demo project</Button>
        <span className="grow" />
        <Link to="/handbook">Handbook</Link>
        <Link to="/about">About</Link>
        <FormSwitch />
        <input ref={picker} type="file" accept={FILES} aria-label="Project file" hidden onChange={(event) => { openFile(event.target.files?.[0]); event.target.value = '' }} />
      </header>
      {problem && (
        <p className="shelf-problem" role="alert">
          {problem} <button className="plain" onClick={() => setProblem(null)}>Dismiss</button>
        </p>
      )}
      <main className="shelf-projects">
        {projects.error && <p role="alert">{projects.error.message} <button className="plain underlined" onClick={() => void projects.refetch()}>Try again</button></p>}
        {projects.data?.length === 0 && <p className="muted">Nothing here yet. Make a new project, or drop a project file anywhere on this page.</p>}
        {projects.data?.map((summary) => <ProjectCard key={summary.id} summary={summary} onProblem={setProblem} />)}
      </main>
    </div>
  )
}
