import { certain } from '@rheoscope/core/document'
import { useEffect } from 'react'
import { useParams } from 'react-router'
import { NotHere } from '../not-here'
import { Notices } from '../session/notices'
import { SessionProvider, useOfSession } from '../session/use-session'
import { EasingNames } from '../fields/easing-names'
import { InstancePanel } from './instance-panel'
import { LiveVariables } from './live-variables'
import { ScreenFields } from './screen-fields'
import { ScreenFindings } from './screen-findings'
import { ScreenPanel } from './screen-panel'
import { ScreenRules } from './screen-rules'
import { ScreenView } from './screen-view'
import { StageBar } from './stage-bar'
import { Takes } from './takes'
import { TraceView } from './trace-view'
import { StageProvider, useStage } from './use-stage'
import './stage.css'

/** A screen with what stands on it, run in place, and its time. */
export function StagePage() {
  const { project = '', screen = '' } = useParams()
  return (
    <SessionProvider key={project} id={project} waiting={<p className="waiting muted">Opening…</p>} failed={(error) => <NotHere what={error.message} />}>
      <ChosenScreen id={screen} />
    </SessionProvider>
  )
}

function ChosenScreen({ id }: { readonly id: string }) {
  const project = useOfSession('document')
  if (!project.screens.some((screen) => screen.id === id)) return <NotHere what="This project has no such screen." to={`/project/${project.id}`} label={`Back to ${project.name}`} />
  return (
    <StageProvider key={id} screen={id}>
      <Stage />
    </StageProvider>
  )
}

function Stage() {
  useStageKeys()
  const { part } = useStage()
  return (
    <div className="stage">
      <StageBar />
      <Notices />
      <div className="stage-body">
        <ScreenPanel />
        <ScreenView />
        <aside className="pane pane-right" aria-label="Selected and takes">
          {part ? <InstancePanel /> : <ScreenFields />}
          <ScreenRules />
          <LiveVariables />
          <ScreenFindings />
          <Takes />
          <EasingNames />
        </aside>
      </div>
      <TraceView />
    </div>
  )
}

/** The keys of the stage, wherever the focus is but in a field. */
function useStageKeys(): void {
  const { session, player, startOver, isArranging, arrange, showsLinks, showLinks } = useStage()
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const isTyping = event.target instanceof HTMLElement && /^(INPUT|SELECT|TEXTAREA)$/.test(event.target.tagName)
      const key = event.key.toLowerCase()
      const keys: Readonly<Record<string, () => void>> = event.ctrlKey || event.metaKey
        ? { z: () => (event.shiftKey ? session.redo() : session.undo()) }
        : { h: () => player?.hold(!player.getState().isHeld), r: startOver, a: () => arrange(!isArranging), l: () => showLinks(!showsLinks) }
      if (isTyping || !keys[key]) return
      event.preventDefault()
      certain(keys[key])()
    }
    window.addEventListener('keydown', onKeyDown)
    return () => window.removeEventListener('keydown', onKeyDown)
  }, [session, player, startOver, isArranging, arrange, showsLinks, showLinks])
}
