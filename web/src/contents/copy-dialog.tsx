import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { doing, messageOf, RheoError, type Id } from '@rheoscope/core/document'
import { alreadyIn, copyBetween, neededBy } from '@rheoscope/core/exchange'
import { appendEntries, listProjects, loadProject } from '../api/projects'
import { authorIn } from '../session/author'
import { newEntryId, newId } from '../session/new-id'
import { toggled } from '../theme/toggled'
import { useOfSession } from '../session/use-session'

interface CopyDialogProps {
  readonly isOpen: boolean
  readonly components: readonly Id[]
  readonly onClose: () => void
}

/** Copies components to another project with everything they need; what is there already under the same name can be used instead. */
export function CopyDialog({ isOpen, components, onClose }: CopyDialogProps) {
  return (
    <Dialog open={isOpen} onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="copy-title">
      {isOpen && <Copying components={components} onClose={onClose} />}
    </Dialog>
  )
}

type Outcome = { readonly is: 'copied'; readonly lines: readonly string[] } | { readonly is: 'failed'; readonly why: string }

function Copying({ components, onClose }: Omit<CopyDialogProps, 'isOpen'>) {
  const from = useOfSession('document')
  const [to, setTo] = useState<Id>('')
  const [anew, setAnew] = useState<ReadonlySet<Id>>(new Set())
  const [outcome, setOutcome] = useState<Outcome | null>(null)
  const projects = useQuery({ queryKey: ['projects'], queryFn: listProjects })
  const others = projects.data?.filter(({ id }) => id !== from.id) ?? []
  const target = useQuery({ queryKey: ['copy to', to], queryFn: () => loadProject(to), enabled: to !== '', gcTime: 0, staleTime: 0 })
  const needed = useMemo(() => neededBy(from, components), [from, components])
  const already = target.data ? alreadyIn(target.data.project, needed) : []
  const along = [...needed.components.filter(({ id }) => !components.includes(id)), ...needed.tokens, ...needed.tables, ...needed.variables].map(({ name }) => name)
  const copy = async () => setOutcome(await copied(from, to, components, new Set(already.filter(({ id }) => !anew.has(id)).map(({ id }) => id))))
  return (
    <>
      <DialogTitle id="copy-title">Copy to another project</DialogTitle>
      <DialogContent className="copy-content">
        {projects.data && others.length === 0 && <p className="muted">There is no other project.</p>}
        {others.length > 0 && <label><span>To</span> <select value={to} onChange={(event) => { setTo(event.target.value); setOutcome(null) }}><option value="">choose a project</option>{others.map(({ id, name }) => <option key={id} value={id}>{name}</option>)}</select></label>}
        {along.length > 0 && <p>Comes along, because it is needed: {along.join(', ')}.</p>}
        {already.length > 0 && <p>There already, under the same name:</p>}
        {already.map(({ id, name }) => (
          <label key={id} className="copy-line"><input type="checkbox" checked={!anew.has(id)} onChange={() => setAnew(toggled(anew, id))} /> use “{name}” as it is there</label>
        ))}
        {outcome?.is === 'failed' && <p role="alert">{outcome.why}</p>}
        {outcome?.is === 'copied' && <p role="status">Copied. {outcome.lines.join(' ')} <Link to={`/project/${to}`}>Go there</Link></p>}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
        <Button disabled={!target.data || outcome?.is === 'copied' || components.every((id) => already.some((each) => each.id === id) && !anew.has(id))} onClick={() => void copy()}>Copy</Button>
      </DialogActions>
    </>
  )
}

/** Puts the components into the other project as it is now. */
async function copied(from: Parameters<typeof copyBetween>[0], to: Id, components: readonly Id[], reused: ReadonlySet<Id>): Promise<Outcome> {
  try {
    const { project, revision } = await loadProject(to)
    const { edit, lines } = copyBetween(from, project, components, reused, newId)
    const entry = doing({ id: newEntryId(), author: authorIn(window.localStorage), madeAt: new Date().toISOString() }, project, edit, `copy from ${from.name}`)
    if (entry instanceof RheoError) return { is: 'failed', why: entry.message }
    const answer = await appendEntries(to, revision, [entry])
    return answer.accepted ? { is: 'copied', lines } : { is: 'failed', why: 'Somebody changed that project at the same moment; try again.' }
  } catch (error) {
    return { is: 'failed', why: messageOf(error) }
  }
}
