import { useEffect, useMemo, useState } from 'react'
import { ToggleButton, ToggleButtonGroup } from '@mui/material'
import { Link } from 'react-router'
import { MODALITIES, type Coverage, type CoveredScreen, type Modality } from '@rheoscope/core/check'
import type { Component, Id, Project } from '@rheoscope/core/document'
import { BrokenDown } from '../workers/broken-down'
import { CheckStatus } from '../checks/check-status'
import { useChecks, useLookingAtAll, useOfChecks } from '../checks/use-findings'
import { useOfSession } from '../session/use-session'
import { StateMark } from '../theme/state-mark'
import { MAIN } from '../frame/use-focus-kept'

const HANDS: Readonly<Record<Modality, string>> = { mouse: 'mouse', touch: 'touch', keyboard: 'keyboard' }

/** Every state of every component: how it is reached by mouse, finger and keyboard, and in how many steps. */
export function CoverageSheet() {
  const project = useOfSession('document')
  const checks = useChecks()
  const isComplete = useOfChecks('isComplete') === true
  const coverage = useOfChecks('coverage') ?? NONE
  const isCovered = useOfChecks('isCovered') === true
  const uncovered = useOfChecks('uncovered') ?? {}
  const { looking } = useLookingAtAll()
  useEffect(() => {
    if (isComplete) checks?.askForCoverage()
  }, [checks, isComplete])
  const fromStart = useOfChecks('fromStart') ?? null
  const [isFromStart, setFromStart] = useState(false)
  const shown = isFromStart && fromStart ? fromStart.components : coverage
  const totals = useMemo(() => totalsOf(shown), [shown])
  return (
    <main id={MAIN} tabIndex={-1} className="coverage-sheet" aria-busy={!isCovered}>
      <div className="coverage-legend">
        <ToggleButtonGroup size="small" exclusive aria-label="Where it begins" value={isFromStart ? 'start' : 'alone'} onChange={(_event, chosen: string | null) => chosen && setFromStart(chosen === 'start')}>
          <ToggleButton value="alone">each by itself</ToggleButton>
          <ToggleButton value="start" disabled={!fromStart} title={fromStart ? '' : project.startScreen === null ? 'The project says nothing of where it starts.' : 'Not looked at yet.'}>from the start</ToggleButton>
        </ToggleButtonGroup>
        {MODALITIES.map((way) => <span key={way}><b>{HANDS[way]}</b> <span className="number">{totals.reached[way]}</span> of <span className="number">{totals.states}</span> states</span>)}
        <span className="muted">The number in a field is how many steps it takes; a hatched one is never reached in that way.</span>
        {!isCovered && looking.is !== 'failed' && <span className="muted" role="status">looking, {coverage.length} of {project.components.length} components…</span>}
      </div>
      {!isComplete && looking.is === 'failed' && <CheckStatus looking={looking} />}
      {Object.entries(uncovered).map(([id, breakdown]) => <BrokenDown key={id} breakdown={breakdown} onTryAgain={() => checks?.askForCoverage()} />)}
      <div className="coverage-cards">
        {isFromStart && fromStart && <ScreensCard project={project} screens={fromStart.screens} />}
        {shown.filter(({ states }) => states.length > 0).map((each) => <CoverageCard key={each.component} project={project} coverage={each} />)}
      </div>
    </main>
  )
}

const NONE: readonly Coverage[] = []

function totalsOf(coverage: readonly Coverage[]): { readonly states: number; readonly reached: Readonly<Record<Modality, number>> } {
  const states = coverage.flatMap((each) => each.states)
  const reached = (way: Modality) => states.filter(({ steps }) => steps[way] !== null).length
  return { states: states.length, reached: { mouse: reached('mouse'), touch: reached('touch'), keyboard: reached('keyboard') } }
}

/** How each screen and overlay is come to from the start. */
function ScreensCard({ project, screens }: { readonly project: Project; readonly screens: readonly CoveredScreen[] }) {
  return (
    <table className="coverage-card">
      <caption>Screens and overlays</caption>
      <thead>
        <tr><th scope="col">screen</th>{MODALITIES.map((way) => <th key={way} scope="col">{HANDS[way]}</th>)}</tr>
      </thead>
      <tbody>
        {screens.map(({ screen, steps }) => (
          <tr key={screen}>
            <th scope="row"><Link to={`/project/${project.id}/screen/${screen}`}>{project.screens.find(({ id }) => id === screen)?.name}</Link></th>
            {MODALITIES.map((way) => <Steps key={way} steps={steps[way]} isFinished />)}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function CoverageCard({ project, coverage }: { readonly project: Project; readonly coverage: Coverage }) {
  const component = project.components.find(({ id }) => id === coverage.component)
  if (!component) return null
  return (
    <table className="coverage-card">
      <caption><Link to={`/project/${project.id}/component/${component.id}`}>{component.name}</Link>{!coverage.isFinished && <span className="muted"> {coverage.seen.toLocaleString('en')} configurations seen, not finished</span>}</caption>
      <thead>
        <tr><th scope="col">state</th>{MODALITIES.map((way) => <th key={way} scope="col">{HANDS[way]}</th>)}</tr>
      </thead>
      <tbody>
        {coverage.states.map(({ axis, state, steps }) => (
          <tr key={`${axis} ${state}`}>
            <th scope="row"><StateLabel component={component} axis={axis} state={state} /></th>
            {MODALITIES.map((way) => <Steps key={way} steps={steps[way]} isFinished={coverage.isFinished} />)}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function StateLabel({ component, axis, state }: { readonly component: Component; readonly axis: Id; readonly state: Id }) {
  const found = component.axes.find(({ id }) => id === axis)?.states.find(({ id }) => id === state)
  return found ? <><StateMark hue={found.hue} /> {found.name}</> : null
}

/** A field of the picture, the fuller the fewer steps it takes. */
function Steps({ steps, isFinished }: { readonly steps: number | null; readonly isFinished: boolean }) {
  if (steps === null) return <td className="steps is-never" aria-label={isFinished ? 'never' : 'not seen'}>{isFinished ? '' : '?'}</td>
  return <td className="steps" data-near={Math.min(steps, 6)}>{steps === 0 ? 'start' : steps}</td>
}
