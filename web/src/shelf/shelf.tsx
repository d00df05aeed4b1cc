import { useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { Button } from '@mui/material'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import type { StoredProject } from '@rheoscope/core/protocol'
import { addDemoProject, createProject, openProjectFile } from '../api/projects'
import { beginGuide } from '../guide/kept-guide'
import { FormSwitch } from '../theme/form-switch'
import { BinDialog } from './bin-dialog'
import { ProjectCard } from './project-card'
import { useShelf } from './use-shelf'
import './shelf.css'

/** Project files are JSON, so this is also what a picker offers. */
const FILES = '.json,application/json'
const LARGEST_FILE = 64 * 1024 * 1024

const NEW_NAME = 'Untitled project'

/** All projects, with a living miniature each. */
export function Shelf() {
  const picker = useRef<HTMLInputElement>(null)
  const [isBinOpen, setBinOpen] = useState(false)
  const shelf = useShelf()
  const { projects, bin, away, removed } = shelf
  const making = useMaking()
  const problem = making.problem ?? shelf.problem
  const pick = () => picker.current?.click()
  const isEmpty = projects?.length === 0
  return (
    <div className="shelf" onDragOver={(event) => event.preventDefault()} onDrop={(event) => { event.preventDefault(); making.openFile(event.dataTransfer.files[0]) }}>
      <header className="shelf-head">
        <h1>Rheoscope</h1>
        <span className="muted">Components that move, and proof that they do</span>
        <Button disabled={making.isPending} onClick={() => making.begin(() => createProject(NEW_NAME))}>New project</Button>
        <Button disabled={making.isPending} onClick={pick}>Open a file</Button>
        <Button disabled={making.isPending} onClick={() => making.begin(addDemoProject)}>Fresh demo project</Button>
        <span className="grow" />
        {bin.length > 0 && <button className="plain underlined" onClick={() => setBinOpen(true)}>Bin ({bin.length})</button>}
        <Link to="/handbook">Handbook</Link>
        <Link to="/about">About</Link>
        <FormSwitch />
        <input ref={picker} type="file" accept={FILES} aria-label="Project file" hidden onChange={(event) => { making.openFile(event.target.files?.[0]); event.target.value = '' }} />
      </header>
      {away !== null && (
        <p className="shelf-problem" role="alert">
          {away} {projects && 'This is what the shelf last knew. '}It is asked again every few seconds. <button className="plain" onClick={shelf.tryNow}>Try now</button>
        </p>
      )}
      {problem !== null && (
        <p className="shelf-problem" role="alert">
          {problem} <button className="plain" onClick={() => { making.dismiss(); shelf.dismiss() }}>Dismiss</button>
        </p>
      )}
      {removed && (
        <p className="shelf-problem" role="status">
          “{removed.name}” is in the bin. <button className="plain" onClick={() => shelf.putBack(removed.id)}>Put it back</button> <button className="plain" onClick={shelf.dismiss}>Dismiss</button>
        </p>
      )}
      <main className="shelf-projects">
        <article className="card first-card">
          <h2>{isEmpty ? 'Nothing here yet' : 'Your first component'}</h2>
          <p className="muted">Five steps on the bench, each ticked when it is done: draw, give states, wire, time, lead back.</p>
          <Button disabled={making.isPending} onClick={() => making.begin(() => createProject('First component'), beginGuide)}>Guide me</Button>
          {isEmpty && <p className="muted">Or look at the <button className="plain underlined" onClick={() => making.begin(addDemoProject)}>demo project</button>, or <button className="plain underlined" onClick={pick}>open a file</button>: drop it anywhere on this page.</p>}
        </article>
        {projects?.map((summary) => <ProjectCard key={summary.id} summary={summary} onRemove={() => shelf.remove(summary)} />)}
      </main>
      <BinDialog shelf={shelf} isOpen={isBinOpen} onClose={() => setBinOpen(false)} />
    </div>
  )
}

/** Making projects and opening what was made: one with something in it at its contents, a new one at the component it begins with. */
function useMaking() {
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
