import { createContext, useContext, useMemo, useState, type ReactNode } from 'react'
import { useSearchParams } from 'react-router'
import { certain, type Edit, type Id, type Part, type Project, type Screen, type ScreenSize, type Take } from '@rheoscope/core/document'
import { atSize } from '@rheoscope/core/machine'
import { useCheckedFirst } from '../checks/use-findings'
import type { Player } from '../playing/player'
import { usePlayer } from '../playing/use-player'
import type { ProjectSession } from '../session/project-session'
import { useSession, useSessionState } from '../session/use-session'

export type Way = 'mouse' | 'touch'

/** The stage as its parts see it: a screen of the document, what is selected on it, and the run of it. */
export interface Stage {
  readonly project: Project
  readonly screen: Screen
  /** The further size the screen is shown at; null for the one it is drawn at. */
  readonly size: ScreenSize | null
  readonly showAt: (size: Id | null) => void
  /** The project at that size. */
  readonly shown: Project
  readonly takes: readonly Take[]
  readonly player: Player | null
  readonly session: ProjectSession
  readonly make: (edit: Edit, label: string) => void
  /** The part selected; null for the screen itself. */
  readonly part: Part | null
  readonly select: (part: Id | null) => void
  /** Things are being put where they belong instead of being run. */
  readonly isArranging: boolean
  readonly arrange: (isArranging: boolean) => void
  /** The links between things are shown instead of the screen. */
  readonly showsLinks: boolean
  readonly showLinks: (shows: boolean) => void
  /** What the pointer stands for when the screen is used. */
  readonly way: Way
  readonly work: (way: Way) => void
  /** The way into the screen the run begins by; null for none. */
  readonly entryPoint: Id | null
  readonly enterBy: (entryPoint: Id | null) => void
  /** The instant of the run that is looked at; null for now. */
  readonly seenMs: number | null
  readonly lookAt: (ms: number | null) => void
  /** Begins the run anew, and looks at it. */
  readonly startOver: () => void
}

const StageContext = createContext<Stage | null>(null)

export function StageProvider({ screen: id, children }: { readonly screen: Id; readonly children: ReactNode }) {
  const session = useSession()
  const { project, document } = useSessionState()
  const screen = certain(project.screens.find((each) => each.id === id) ?? document.screens.find((each) => each.id === id))
  const [search, setSearch] = useSearchParams()
  const size = screen.sizes?.find((each) => each.id === search.get('size')) ?? null
  const shown = atSize(project, size?.name)
  const player = usePlayer(shown, { screen: id })
  useCheckedFirst(id)
  const [selected, select] = useState<Id | null>(null)
  const [isArranging, arrange] = useState(screen.parts.length < 2)
  const [way, work] = useState<Way>('mouse')
  const [seenMs, lookAt] = useState<number | null>(null)
  const [showsLinks, showLinks] = useState(false)
  const [entryPoint, setEntryPoint] = useState<Id | null>(null)
  const stage = useMemo((): Stage => ({
    project, screen, size, shown, player, session, select, isArranging, seenMs, lookAt, way, work, entryPoint, showsLinks, showLinks,
    enterBy: (to) => {
      setEntryPoint(to)
      player?.enterBy(to)
    },
    showAt: (to) => setSearch(to === null ? {} : { size: to }, { replace: true }),
    takes: project.takes.filter(({ surface }) => 'screen' in surface && surface.screen === screen.id),
    part: screen.parts.find((part) => part.id === selected && part.parent !== null) ?? null,
    make: (edit, label) => session.dispatch(edit, label),
    startOver: () => {
      lookAt(null)
      player?.startOver()
    },
    arrange: (isArrangingNow) => {
      arrange(isArrangingNow)
      showLinks(false)
      lookAt(null)
    },
  }), [project, screen, size, shown, setSearch, player, session, selected, isArranging, seenMs, way, entryPoint, showsLinks])
  return <StageContext.Provider value={stage}>{children}</StageContext.Provider>
}

export function useStage(): Stage {
  const stage = useContext(StageContext)
  if (!stage) throw new Error('There is no stage here.')
  return stage
}
