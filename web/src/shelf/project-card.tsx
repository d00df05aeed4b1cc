import { useState } from 'react'
import { Link } from 'react-router'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { messageOf } from '@rheoscope/core/document'
import type { ProjectSummary } from '@rheoscope/core/protocol'
import { loadProject, removeProject } from '../api/projects'
import { Miniature } from './miniature'

/** One project on the shelf. Removing it asks once more in the same place. */
export function ProjectCard({ summary, onProblem }: { readonly summary: ProjectSummary; readonly onProblem: (sentence: string) => void }) {
  const queries = useQueryClient()
  const [isAsking, setAsking] = useState(false)
  const stored = useQuery({ queryKey: ['miniature', summary.id, summary.revision], queryFn: () => loadProject(summary.id) })
  const project = stored.data?.project
  const remove = async () => {
    try {
      await removeProject(summary.id)
    } catch (error) {
      onProblem(messageOf(error))
    }
    await queries.invalidateQueries({ queryKey: ['projects'] })
  }
  return (
    <article className="card">
      <Link className="card-open" to={`/project/${summary.id}`}>
        <div className="card-picture">{project && <Miniature project={project} />}{stored.error && <span className="muted" role="alert">{stored.error.message}</span>}</div>
        <strong>{summary.name}</strong>
      </Link>
      <div className="card-foot muted">
        <span>{project ? counted(project.components.length, 'component') : ' '}</span>
        <time dateTime={summary.changedAt}>{new Date(summary.changedAt).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })}</time>
        {isAsking ? (
          <span>
            Remove for good? <button className="plain underlined" onClick={() => void remove()}>Yes</button>{' '}
            <button className="plain underlined" onClick={() => setAsking(false)}>No</button>
          </span>
        ) : (
          <button className="plain underlined" aria-label={`Remove ${summary.name}`} onClick={() => setAsking(true)}>Remove</button>
        )}
      </div>
    </article>
  )
}

const counted = (count: number, what: string): string => `${count} ${what}${count === 1 ? '' : 's'}`
