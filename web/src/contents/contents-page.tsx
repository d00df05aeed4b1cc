import { useMemo, useState } from 'react'
import { useSearchParams } from 'react-router'
import { Crumbs } from '../frame/crumbs'
import { MoreMenu } from '../frame/more-menu'
import { PlaceTabs } from '../frame/place-tabs'
import { FindButton } from '../frame/find-button'
import { MAIN } from '../frame/use-focus-kept'
import { PageTitle } from '../frame/page-title'
import { Notices } from '../session/notices'
import { UndoRedo } from '../session/undo-redo'
import { toggled } from '../theme/toggled'
import { ContentsGrid } from './contents-grid'
import { ContentsSide } from './contents-side'
import { SelectedBar } from './selected-bar'
import { SharedDialog } from './shared-dialog'
import { useChartIn } from './use-chart-in'
import { useContents } from './use-contents'
import { useSelected } from './use-selected'
import './contents.css'

/** The first page of a project: everything it has, alive, to be gone through, grouped and put in order. */
export function ContentsPage() {
  const contents = useContents()
  const { project, groups } = contents
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set())
  const visible = useMemo(() => groups.flatMap(({ name, items }) => (folded.has(name) ? [] : items)), [groups, folded])
  const selected = useSelected(visible)
  const chart = useChartIn()
  const [search, setSearch] = useSearchParams()
  const fold = (name: string) => setFolded(toggled(folded, name))
  return (
    <div className="contents" onDragOver={(event) => event.preventDefault()} onDrop={chart.onDrop}>
      <header className="top-bar">
        <PageTitle names={['Contents', project.name]} />
        <Crumbs isContents />
        <PlaceTabs />
        <span className="grow" />
        <FindButton />
        <UndoRedo />
        <MoreMenu />
      </header>
      <Notices />
      <div className="contents-body">
        <ContentsSide contents={contents} onShared={(kind) => setSearch((before) => new URLSearchParams([...before, ['shared', kind]]))} onBringIn={chart.chooseFile} />
        <main className="contents-main" id={MAIN} tabIndex={-1}>
          <SelectedBar contents={contents} selected={selected} />
          <ContentsGrid project={project} groups={groups} folded={folded} onFold={fold} selected={selected} />
        </main>
      </div>
      {chart.elements}
      <SharedDialog kind={search.get('shared')} onClose={() => setSearch((before) => new URLSearchParams([...before].filter(([name]) => name !== 'shared')))} />
    </div>
  )
}
