import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { renameProject } from '@rheoscope/core/document'
import { CommitField } from '../fields/commit-field'
import { useEditing } from '../session/use-editing'
import { useFrame } from './use-frame'

/** Where one is: Rheoscope, the project, which leads to its contents, and the place, which whatever else there is can be found from. */
export function Crumbs({ children, isContents = false }: { readonly children?: ReactNode; readonly isContents?: boolean }) {
  const { project, make } = useEditing()
  const { openFinder } = useFrame()
  return (
    <>
      <Link to="/" className="brand">Rheoscope</Link>
      <nav className="crumbs" aria-label="Where you are">
        {isContents
          ? <CommitField label="Project name" hidesLabel value={project.name} onCommit={(name) => (name.trim() === '' ? 'A project has a name.' : (make(renameProject(name.trim()), 'rename the project'), null))} />
          : <Link to={`/project/${project.id}`} className="crumb-project" title={`Contents of ${project.name}`}>{project.name}</Link>}
        {children && <><span className="muted">/</span>{children}<button className="plain crumb-more" aria-label="Find" title="Find anything in the project (/)" aria-haspopup="dialog" onClick={openFinder}>▾</button></>}
      </nav>
    </>
  )
}
