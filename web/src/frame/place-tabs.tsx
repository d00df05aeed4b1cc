import { NavLink } from 'react-router'
import { useOfSession } from '../session/use-session'

/** The pages that are about all of a project. */
export function PlaceTabs() {
  const { id } = useOfSession('document')
  return (
    <nav className="sheet-tabs" aria-label="Pages of the project">
      <NavLink end to={`/project/${id}`}>Contents</NavLink>
      <NavLink to={`/project/${id}/flow`}>Flow</NavLink>
      <NavLink to={`/project/${id}/findings`}>Findings</NavLink>
      <NavLink to={`/project/${id}/handover`}>Hand over</NavLink>
    </nav>
  )
}
