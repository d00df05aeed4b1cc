import { NavLink, useParams } from 'react-router'
import { Crumbs } from '../frame/crumbs'
import { MoreMenu } from '../frame/more-menu'
import { PlaceTabs } from '../frame/place-tabs'
import { PageTitle } from '../frame/page-title'
import { NotHere } from '../not-here'
import { Notices } from '../session/notices'
import { useOfSession } from '../session/use-session'
import { UndoRedo } from '../session/undo-redo'
import { BuiltSheet } from './built-sheet'
import { BudgetsSheet } from './budgets-sheet'
import { CompleteCheck } from './complete-check'
import { CoverageSheet } from './coverage-sheet'
import { CriteriaSheet } from './criteria-sheet'
import { FindingsSheet } from './findings-sheet'
import { PromisesSheet } from './promises-sheet'
import './findings.css'

const SHEETS = [
  { at: '', name: 'List', sheet: FindingsSheet },
  { at: 'coverage', name: 'Coverage', sheet: CoverageSheet },
  { at: 'budgets', name: 'Budgets', sheet: BudgetsSheet },
  { at: 'promises', name: 'Promises', sheet: PromisesSheet },
  { at: 'criteria', name: 'Criteria', sheet: CriteriaSheet },
  { at: 'built', name: 'Built', sheet: BuiltSheet },
] as const

/** What is to be said of all of a project: findings, what is reached and how, what paths take, what is promised, which criteria of accessibility are looked at, and what was built otherwise. */
export function FindingsPage() {
  const { sheet = '' } = useParams()
  const chosen = SHEETS.find(({ at }) => at === sheet)
  const { name } = useOfSession('document')
  if (!chosen) return <NotHere what="There is nothing at this address." />
  return (
    <div className="findings-page">
      <FindingsBar title={[...(chosen.at !== '' ? [chosen.name] : []), 'Findings', name]} />
      <Notices />
      <chosen.sheet />
    </div>
  )
}

function FindingsBar({ title }: { readonly title: readonly string[] }) {
  const project = useOfSession('document')
  return (
    <header className="top-bar">
      <PageTitle names={title} />
      <Crumbs />
      <PlaceTabs />
      <span className="muted">/</span>
      <nav className="sheet-tabs" aria-label="What is shown">
        {SHEETS.map(({ at, name }) => <NavLink key={at} end to={`/project/${project.id}/findings${at && `/${at}`}`}>{name}</NavLink>)}
      </nav>
      <span className="grow" />
      <CompleteCheck project={project.id} />
      <UndoRedo />
      <MoreMenu />
    </header>
  )
}
