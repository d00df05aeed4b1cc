import { createContext, useCallback, useContext, useEffect, useMemo, useState, type ReactNode } from 'react'
import { useNavigate } from 'react-router'
import { orElse, type Id, type Project } from '@rheoscope/core/document'
import { shownSurfaces, type Run } from '@rheoscope/core/run'
import { Player } from '../playing/player'

/** The run of a stage. It goes on while it takes one along from screen to screen. */
export interface StageRun {
  readonly player: Player | null
  /** The screen it began on. */
  readonly begunOn: Id
  /** The run goes on elsewhere, and one stays on the screen. */
  readonly isStaying: boolean
  readonly stay: (isStaying: boolean) => void
  /** What the pointer stands for when the screen is used. */
  readonly way: Way
  readonly work: (way: Way) => void
  /** Goes to a screen of the project with the run. */
  readonly goAlong: (to: Id, search: string) => void
}

export type Way = 'mouse' | 'touch'

const StageRunContext = createContext<StageRun | null>(null)

/** Which screen the run began on, which of its screens one is on, and which it is taking one to. */
interface Journey {
  readonly begunOn: Id
  readonly on: Id
  readonly to: Id | null
}

const anew = (screen: Id): Journey => ({ begunOn: screen, on: screen, to: null })

/** Begins a run on a screen that one comes to, and keeps it for the screens it takes one to. */
export function StageRunProvider({ project, screen, children }: { readonly project: Project; readonly screen: Id; readonly children: ReactNode }) {
  const [journey, setJourney] = useState(() => anew(screen))
  if (screen !== journey.on) setJourney(screen === journey.to ? { ...journey, on: screen, to: null } : anew(screen))
  const navigate = useNavigate()
  const [isStaying, stay] = useState(false)
  const [way, work] = useState<Way>('mouse')
  const { begunOn } = journey
  const player = useMemo(() => orElse(() => new Player(project, { screen: begunOn }), null),
    // The player is made once for a run; later projects reach it from the stage.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [begunOn])
  const { id } = project
  const goAlong = useCallback((to: Id, search: string) => {
    setJourney((before) => ({ ...before, to }))
    void navigate(`/project/${id}/screen/${to}${search}`, { replace: true })
  }, [navigate, id])
  const run = useMemo((): StageRun => ({ player, begunOn, isStaying, stay, way, work, goAlong }), [player, begunOn, isStaying, way, goAlong])
  return <StageRunContext.Provider value={run}>{children}</StageRunContext.Provider>
}

export function useStageRun(): StageRun {
  const run = useContext(StageRunContext)
  if (!run) throw new Error('There is no stage here.')
  return run
}

/** The screen a run shows beneath its overlays, with the path what stands on it goes by; null when that is none of a project. */
export function screenShown(run: Run): { readonly screen: Id; readonly path: string } | null {
  const surface = shownSurfaces(run).findLast(({ kind, isLeaving }) => kind === 'screen' && !isLeaving)
  return surface?.screen == null ? null : { screen: surface.screen, path: surface.path }
}

/** Is told when a run shows another screen than before. */
export function useScreenChanges(shown: Id | null, isFollowed: boolean, onChange: (screen: Id) => void): void {
  const [before, setBefore] = useState(shown)
  useEffect(() => {
    if (shown === before) return
    setBefore(shown)
    if (shown !== null && isFollowed) onChange(shown)
  }, [shown, before, isFollowed, onChange])
}
