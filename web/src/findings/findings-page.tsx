import { NavLink, Link, useParams } from 'react-router'
import { ChecksProvider } from '../checks/use-findings'
import { NotHere } from '../not-here'
import { Notices } from '../session/notices'
import { SessionProvider, useOfSession } from '../session/use-session'
import { UndoRedo } from '../session/undo-redo'
import { FormSwitch } from '../theme/form-switch'
import { BudgetsSheet } from './budgets-sheet'
import { CompleteCheck } from './complete-check'
import { CoverageSheet } from './coverage-sheet'
import { CriteriaSheet } from './criteria-sheet'
import { FindingsSheet } from './findings-sheet'
import { PromisesSheet } from './promises-sheet'
import './findings.css'

const SHEETS = [
  { at: '', name: 'Findings', sheet: FindingsSheet },
  { at: 'coverage', name: 'Coverage', sheet: CoverageSheet },
  { at: 'budgets', name: 'Budgets', sheet: BudgetsSheet },
  { at: 'promises', name: 'Promises', sheet: PromisesSheet },
  { at: 'criteria', name: 'Criteria', sheet: CriteriaSheet },
] as const

/** What is to be said of all of a project: findings, what is reached and how, what paths take, what is promised, and which criteria of accessibility are looked at. */
export function FindingsPage() {
  const { project = '', sheet = '' } = useParams()
  const chosen = SHEETS.find(({ at }) => at === sheet)
  if (!chosen) return <NotHere what="There is nothing at this address." />
  return (
    <SessionProvider key={project} id={project} waiting={<p className="waiting muted">Opening…</p>} failed={(error) => <NotHere what={error.message} />}>
      <ChecksProvider first={null}>
        <div className="findings-page">
          <FindingsBar />
          <Notices />
          <chosen.sheet />
        </div>
      </ChecksProvider>
    </SessionProvider>
  )
}

function FindingsBar() {
  const project = useOfSession('document')
  return (
    <header className="top-bar">
      <Link to="/" className="brand">Rheoscope</Link>
      <nav className="crumbs" aria-label="Where you are">
        <Link to={`/project/${project.id}`} title="Back to the bench">{project.name}</Link> <span className="muted">/</span>
      </nav>
      <nav className="sheet-tabs" aria-label="What is shown">
        {SHEETS.map(({ at, name }) => <NavLink key={at} end to={`/project/${project.id}/findings${at && `/${at}`}`}>{name}</NavLink>)}
      </nav>
      <span className="grow" />
      <CompleteCheck project={project.id} />
      <UndoRedo />
      <FormSwitch />
    </header>
  )
}
