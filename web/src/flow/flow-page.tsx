import { useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { MenuItem } from '@mui/material'
import type { Witness } from '@rheoscope/core/check'
import { flowFile, followed, type Followed, type FlowLink } from '@rheoscope/core/flow'
import { Crumbs } from '../frame/crumbs'
import { FindButton } from '../frame/find-button'
import { MoreMenu } from '../frame/more-menu'
import { PlaceTabs } from '../frame/place-tabs'
import { PageTitle } from '../frame/page-title'
import { Notices } from '../session/notices'
import { saveFile } from '../session/save-file'
import { UndoRedo } from '../session/undo-redo'
import { useOfSession } from '../session/use-session'
import { FlowMap } from './flow-map'
import { FlowSide } from './flow-side'
import { PathChoice, useBudgetPath } from './path-choice'
import { useFlow } from './use-flow'
import { Zoom, ZOOMS } from './zoom'
import './flow.css'

/** How the screens of a project lead to one another, as a map one can walk over. */
export function FlowPage() {
  const project = useOfSession('document')
  const shown = useFlow(project)
  const [search, setSearch] = useSearchParams()
  const [zoom, setZoom] = useState<number | 'fit'>('fit')
  const budget = useBudgetPath()
  const [path, setPath] = useState<Witness | null>(search.get('path') === 'budget' ? budget : null)
  const [trace, setTrace] = useState<Followed | null>(null)
  const chosen = shown?.flow.links.find(({ id }) => id === search.get('link')) ?? null
  const choose = (link: FlowLink | null) => setSearch(link ? { link: link.id } : {})
  const play = (witness: Witness | null) => {
    setPath(witness)
    setTrace(null)
  }
  const follow = useMemo(() => (at: Parameters<typeof followed>[2], start: string) => shown && setTrace(followed(shown.flow, start, at)), [shown])
  const nameOf = (id: string) => project.screens.find((each) => each.id === id)?.name ?? id
  return (
    <div className="flow">
      <header className="top-bar">
        <PageTitle names={['Flow', project.name]} />
        <Crumbs />
        <PlaceTabs />
        <span className="grow" />
        <PathChoice project={project} path={path} onChoose={(witness) => { play(witness); choose(null) }} />
        <Zoom zoom={zoom} onZoom={setZoom} />
        <FindButton />
        <UndoRedo />
        <MoreMenu items={(onClose) => [
          <MenuItem key="svg" disabled={!shown} onClick={() => { onClose(); if (shown) saveFile(`${project.name} flow.svg`, flowFile(shown.sheet, nameOf, shown.drawnOf), 'image/svg+xml') }}>Save as SVG</MenuItem>,
          <MenuItem key="print" onClick={() => { onClose(); window.print() }}>Print</MenuItem>,
          <MenuItem key="line" divider disabled />,
        ]} />
      </header>
      <Notices />
      {project.screens.length === 0 && <p className="muted hint">There are no screens yet. A screen is made on Contents, or by the finder.</p>}
      {project.screens.length > 0 && !shown && <p role="alert" className="hint">The screens cannot be put together.</p>}
      {shown && project.screens.length > 0 && (
        <div className="flow-body">
          <FlowMap project={project} shown={shown} chosen={chosen} onChoose={choose} followed={trace} zoom={zoom} onZoom={(by) => setZoom(nextZoom(zoom, by))} />
          <FlowSide project={project} shown={shown} chosen={chosen} path={path} onPlay={play} onFollow={follow} />
        </div>
      )}
    </div>
  )
}

const nextZoom = (zoom: number | 'fit', by: number): number => ZOOMS[Math.max(0, Math.min(ZOOMS.length - 1, ZOOMS.findIndex((each) => each >= (zoom === 'fit' ? 1 : zoom)) + by))] ?? 1
