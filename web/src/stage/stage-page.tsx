import { useEffect } from 'react'
import { useParams } from 'react-router'
import { NotHere } from '../not-here'
import { isTurnedOff } from '../frame/letter-keys'
import { usePageTitle } from '../frame/use-page-title'
import { Notices } from '../session/notices'
import { useOfSession } from '../session/use-session'
import { isTyping } from '../theme/typing'
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
  const { screen: id = '' } = useParams()
  const project = useOfSession('document')
  usePageTitle(project.screens.find((screen) => screen.id === id)?.name ?? 'No such screen', project.name)
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
  const { player, startOver, isArranging, arrange, showsLinks, showLinks } = useStage()
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const keys: Readonly<Record<string, () => void>> = { h: () => player?.hold(!player.getState().isHeld), r: startOver, a: () => arrange(!isArranging), l: () => showLinks(!showsLinks) }
      const act = keys[event.key.toLowerCase()]
      if (!act || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || isTurnedOff(event)) return
      event.preventDefault()
      act()
    }
    window.addEventListener('keydown', onKeyDown)
    return () => window.removeEventListener('keydown', onKeyDown)
  }, [player, startOver, isArranging, arrange, showsLinks, showLinks])
}
