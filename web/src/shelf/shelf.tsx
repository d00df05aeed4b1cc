import { lazy, Suspense, useState } from 'react'
import { Link } from 'react-router'
import { Button } from '@mui/material'
import { PICTURE_TYPES } from '@rheoscope/core/document'
import { addDemoProject, createProject } from '../api/projects'
import { useFileChoice } from '../fields/use-file-choice'
import { beginGuide } from '../guide/kept-guide'
import { FormSwitch } from '../theme/form-switch'
import { ProjectCard } from './project-card'
import { useMaking } from './use-making'
import { useShelf } from './use-shelf'
import './shelf.css'

/** Project files, and the pictures that lie beside a written one. */
const FILES = `.json,.rheo,application/json,${PICTURE_TYPES.join(',')}`

const BinDialog = lazy(async () => ({ default: (await import('./bin-dialog')).BinDialog }))

const NEW_NAME = 'Untitled project'

/** Whoever has more projects than this has made a component. */
const MOST_AT_FIRST = 2

/** All projects, with a living miniature each. */
export function Shelf() {
  const [isBinOpen, setBinOpen] = useState(false)
  const shelf = useShelf()
  const { projects, bin, away, removed } = shelf
  const making = useMaking()
  const problem = making.problem ?? shelf.problem
  const { chooseFile: pick, fileField } = useFileChoice({ label: 'Project file', accept: FILES, multiple: true, onFiles: (files) => making.openFiles(files) })
  const isEmpty = projects?.length === 0
  return (
    <div className="shelf" onDragOver={(event) => event.preventDefault()} onDrop={(event) => { event.preventDefault(); making.openFiles([...event.dataTransfer.files]) }}>
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
        {fileField}
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
        {projects && projects.length <= MOST_AT_FIRST && (
          <article className="card first-card">
            <h2>{isEmpty ? 'Nothing here yet' : 'Your first component'}</h2>
            <p className="muted">Five steps on the bench, each ticked when it is done: draw, give states, wire, time, lead back.</p>
            <Button disabled={making.isPending} onClick={() => making.begin(() => createProject('First component'), beginGuide)}>Guide me</Button>
            {isEmpty && <p className="muted">Or look at the <button className="plain underlined" onClick={() => making.begin(addDemoProject)}>demo project</button>, or <button className="plain underlined" onClick={pick}>open a file</button>: drop it anywhere on this page.</p>}
          </article>
        )}
        {projects?.map((summary) => <ProjectCard key={summary.id} summary={summary} onRemove={() => shelf.remove(summary)} />)}
      </main>
      <Suspense>{isBinOpen && <BinDialog shelf={shelf} isOpen={isBinOpen} onClose={() => setBinOpen(false)} />}</Suspense>
    </div>
  )
}
