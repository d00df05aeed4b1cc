import { useCallback, useEffect, useState } from 'react'
import { useParams } from 'react-router'
import { LINE_COMMANDS, PART_COMMANDS } from '../bench/page/commands'
import { OneLine } from '../bench/text/one-line'
import { Palette } from '../bench/page/palette'
import { useStillBench } from '../bench/page/use-bench'
import { useBenchKeys } from '../bench/page/use-bench-keys'
import { PanelEdges } from '../frame/panel-edge'
import { ROOM_FOR_TEXT, usePanels } from '../frame/use-panels'
import { NotHere } from '../not-here'
import { isTurnedOff } from '../frame/letter-keys'
import { Notices } from '../session/notices'
import { useOfSession } from '../session/use-session'
import { isTyping } from '../theme/typing'
import { EasingNames } from '../fields/easing-names'
import { SelectedHead, SelectedPart } from './selected-part'
import { LiveVariables } from './live-variables'
import { ScreenBench } from './screen-bench'
import { ScreenFields } from './screen-fields'
import { ScreenFindings } from './screen-findings'
import { ScreenPanel } from './screen-panel'
import { ScreenRules } from './screen-rules'
import { ScreenView } from './screen-view'
import { StageBar } from './stage-bar'
import { Takes } from './takes'
import { TraceView } from './trace-view'
import { StageProvider, useStage } from './use-stage'
import { StageRunProvider, useStageRun } from './use-stage-run'
import './stage.css'

/** A screen with what stands on it, run in place, and its time. */
export function StagePage() {
  const { screen: id = '' } = useParams()
  const project = useOfSession('document')
  const screen = project.screens.find((each) => each.id === id)
  if (!screen) return <NotHere what="This project has no such screen." to={`/project/${project.id}`} label={`Back to ${project.name}`} />
  return (
    <StageRunProvider project={project} screen={id}>
      <StageOfRun screen={id} />
    </StageRunProvider>
  )
}

/** The stage stays, with what has the focus in it, while the run takes one along. */
function StageOfRun({ screen }: { readonly screen: string }) {
  return <StageProvider key={useStageRun().begunOn} screen={screen}><Stage /></StageProvider>
}

function Stage() {
  useStageKeys()
  return <ScreenBench><StagePanels /></ScreenBench>
}

function StagePanels() {
  const { part } = useStage()
  const isText = useStillBench().view.shownAs === 'text'
  const [usual, withText] = [usePanels('stage'), usePanels('stage with text', ROOM_FOR_TEXT)]
  const panels = isText ? withText : usual
  return (
    <div className="stage" style={panels.style}>
      <StageBar />
      <div><Notices /><OneLine /></div>
      <ArrangingKeys />
      <div className="stage-body">
        <ScreenPanel isFolded={panels.sizes.left === 0} />
        <ScreenView />
        <aside className={panels.sizes.right === 0 ? 'is-folded-away' : 'pane pane-right'} aria-label="Selected">
          {part && <SelectedHead part={part} />}
          <ScreenRules />
          {part ? <SelectedPart part={part} /> : <ScreenFields />}
          <LiveVariables />
          <ScreenFindings />
          <EasingNames />
        </aside>
        <PanelEdges panels={panels} left="Width of what stands on the screen" right="Width of the details" />
      </div>
      <div className="stage-foot">
        <TraceView />
        <Takes isFolded={panels.sizes.right === 0} />
      </div>
      <PanelEdges panels={panels} foot="Height of the trace" />
    </div>
  )
}

/** What can be done with parts while they are arranged, by keys and by name. */
function ArrangingKeys() {
  const { isArranging } = useStage()
  const [isOpen, setOpen] = useState(false)
  const open = useCallback(() => setOpen(true), [])
  const commands = isArranging ? PART_COMMANDS : LINE_COMMANDS
  useBenchKeys(commands, open, isArranging)
  return <Palette commands={commands} isOpen={isOpen} onClose={() => setOpen(false)} />
}

/** The keys of the stage, wherever the focus is but in a field. */
function useStageKeys(): void {
  const { player, seenMs, goOn, startOver, isArranging, arrange, showsLinks, showLinks } = useStage()
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      const keys: Readonly<Record<string, () => void>> = { h: () => (player?.getState().isHeld ? goOn(seenMs) : player?.hold(true)), r: startOver, a: () => arrange(!isArranging), k: () => showLinks(!showsLinks) }
      const act = keys[event.key.toLowerCase()]
      if (!act || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || isTurnedOff(event)) return
      event.preventDefault()
      act()
    }
    window.addEventListener('keydown', onKeyDown)
    return () => window.removeEventListener('keydown', onKeyDown)
  }, [player, seenMs, goOn, startOver, isArranging, arrange, showsLinks, showLinks])
}
