import { useCallback, useState } from 'react'
import { Navigate, useParams, useSearchParams } from 'react-router'
import { NotHere } from '../../not-here'
import { Notices } from '../../session/notices'
import { SessionProvider, useOfSession } from '../../session/use-session'
import { FindingsPanel } from './findings-panel'
import { MotionScore } from '../lanes/motion-score'
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
  const { project = '', component } = useParams()
  return (
    <SessionProvider key={project} id={project} waiting={<p className="waiting muted">Opening…</p>} failed={(error) => <NotHere what={error.message} />}>
      <ChosenComponent id={component} />
    </SessionProvider>
  )
}

function ChosenComponent({ id }: { readonly id: string | undefined }) {
  const project = useOfSession('document')
  const component = project.components.find((each) => each.id === id)
  const [first] = project.components
  const [search] = useSearchParams()
  const rule = search.get('rule')
  if (component) {
    return (
      <BenchProvider key={`${component.id} ${rule}`} component={component.id} opening={rule === null ? null : { rule, state: search.get('from') }}>
        <Bench />
      </BenchProvider>
    )
  }
  if (id !== undefined) return <NotHere what="This project has no such component." to={`/project/${project.id}`} label={`Back to ${project.name}`} />
  if (first) return <Navigate replace to={`/project/${project.id}/component/${first.id}`} />
  return <NotHere what="This project has no component." />
}

function Bench() {
  const [isPaletteOpen, setPaletteOpen] = useState(false)
  const openPalette = useCallback(() => setPaletteOpen(true), [])
  useBenchKeys(openPalette)
  return (
    <div className="bench">
      <TopBar onPalette={openPalette} />
      <Palette isOpen={isPaletteOpen} onClose={() => setPaletteOpen(false)} />
      <Notices />
      <div className="bench-body">
        <PartsPane />
        <ResponseGrid />
        <aside className="pane pane-right" aria-label="Specimen and details">
          <Specimen />
          <RuleInspector />
          <FindingsPanel />
        </aside>
      </div>
      <MotionScore />
    </div>
  )
}
