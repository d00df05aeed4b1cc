import { lazy, Suspense, useRef } from 'react'
import { Link } from 'react-router'
import { useQuery } from '@tanstack/react-query'
import type { ProjectSummary } from '@rheoscope/core/protocol'
import { loadProject } from '../api/projects'
import { useInView } from '../theme/use-in-view'
import { timeText } from './time-text'

/** Loaded behind the shelf itself: it brings along all that runs a project. */
const Miniature = lazy(async () => ({ default: (await import('./miniature')).Miniature }))

/** One project on the shelf; it is loaded and runs only while it is in view. */
export function ProjectCard({ summary, onRemove }: { readonly summary: ProjectSummary; readonly onRemove: () => void }) {
  const card = useRef<HTMLElement>(null)
  const isInView = useInView(card)
  const stored = useQuery({ queryKey: ['miniature', summary.id, summary.revision], queryFn: ({ signal }) => loadProject(summary.id, signal), enabled: isInView })
  const project = stored.data?.project
  return (
    <article className="card" ref={card}>
      <Link className="card-open" to={`/project/${summary.id}`}>
        <div className="card-picture">{isInView && project && <Suspense><Miniature project={project} /></Suspense>}{stored.error && <span className="muted" role="alert">{stored.error.message}</span>}</div>
        <strong>{summary.name}</strong>
      </Link>
      <div className="card-foot muted">
        <span>{project ? counted(project.components.length, 'component') : ' '}</span>
        <time dateTime={summary.changedAt}>{timeText(summary.changedAt)}</time>
        <button className="plain underlined" aria-label={`Remove ${summary.name}`} onClick={onRemove}>Remove</button>
      </div>
    </article>
  )
}

const counted = (count: number, what: string): string => `${count} ${what}${count === 1 ? '' : 's'}`
