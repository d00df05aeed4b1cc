import { useCallback, useState } from 'react'
import { useParams } from 'react-router'
import { PanelEdges } from '../../frame/panel-edge'
import { usePanels } from '../../frame/use-panels'
import { FirstComponent } from '../../guide/first-component'
import { NotHere } from '../../not-here'
import { Notices } from '../../session/notices'
import { useOfSession } from '../../session/use-session'
import { FindingsPanel } from './findings-panel'
import { OneLine } from '../text/one-line'
import { MotionScore } from '../lanes/motion-score'
import { COMMANDS } from './commands'
import { Palette } from './palette'
import { PartsPane } from '../tree/parts-pane'
import { ResponseGrid } from '../table/response-grid'
import { RuleInspector } from '../inspector/rule-inspector'
import { Specimen } from './specimen'
import { TopBar } from './top-bar'
import { BenchProvider } from './use-bench'
import { useBenchKeys } from './use-bench-keys'
import './bench.css'

/** Everything about one component on one page. */
export function BenchPage() {
  const { component: id } = useParams()
  const project = useOfSession('document')
  const component = project.components.find((each) => each.id === id)
  if (!component) return <NotHere what="This project has no such component." to={`/project/${project.id}`} label={`Back to ${project.name}`} />
  return <BenchProvider key={component.id} component={component.id}>{BENCH}</BenchProvider>
}

/** Drawn anew only by what is in it. */
const BENCH = <Bench />

function Bench() {
  const [isPaletteOpen, setPaletteOpen] = useState(false)
  const openPalette = useCallback(() => setPaletteOpen(true), [])
  useBenchKeys(COMMANDS, openPalette)
  const panels = usePanels('bench')
  return (
    <div className="bench" style={panels.style}>
      <TopBar onPalette={openPalette} />
      <Palette commands={COMMANDS} isOpen={isPaletteOpen} onClose={() => setPaletteOpen(false)} />
      <div><Notices /><FirstComponent /><OneLine /></div>
      <div className="bench-body">
        <PartsPane isFolded={panels.sizes.left === 0} />
        <ResponseGrid />
        <aside className={panels.sizes.right === 0 ? 'is-folded-away' : 'pane pane-right'} aria-label="Specimen and details">
          <Specimen />
          <RuleInspector />
          <FindingsPanel />
        </aside>
        <PanelEdges panels={panels} left="Width of the parts" right="Width of the details" />
      </div>
      <MotionScore />
      <PanelEdges panels={panels} foot="Height of the motion lanes" />
    </div>
  )
}
