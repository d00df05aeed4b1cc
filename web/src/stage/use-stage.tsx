import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState, useSyncExternalStore, type Dispatch, type ReactNode, type SetStateAction } from 'react'
import { useSearchParams } from 'react-router'
import { certain, type Edit, type Id, type InputAction, type Part, type Project, type Screen, type ScreenSize, type Take } from '@rheoscope/core/document'
import { atSize } from '@rheoscope/core/machine'
import type { Run } from '@rheoscope/core/run'
import { useCheckedFirst } from '../checks/use-findings'
import { useAddress, type Selection } from '../frame/use-address'
import { witnessOf } from '../playing/played-take'
import type { Player } from '../playing/player'
import type { ProjectSession } from '../session/project-session'
import { useSession, useSessionState } from '../session/use-session'
import { screenShown, useScreenChanges, useStageRun } from './use-stage-run'

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
  /** The screen the run began on, and the path of this one in it; null while the run shows another. */
  readonly begunOn: Id
  readonly path: string | null
  /** The screen the run shows at the instant that is looked at, where that is another one. */
  readonly elsewhere: Id | null
  /** Goes along to a screen of the run, at the same size and instant. */
  readonly follow: (screen: Id) => void
  /** The run as it was at the instant that is looked at; null while that is now. */
  readonly then: Run | null
  readonly session: ProjectSession
  readonly make: (edit: Edit, label: string) => void
  /** The part selected; null for the screen itself. */
  readonly part: Part | null
  readonly select: (part: Id | null) => void
  /** Everything that is selected; nothing for the screen itself. */
  readonly parts: readonly Id[]
  readonly selectParts: (parts: readonly Id[]) => void
  /** Things are being put where they belong instead of being run. */
  readonly isArranging: boolean
  readonly arrange: (isArranging: boolean) => void
  /** The links between things are shown instead of the screen. */
  readonly showsLinks: boolean
  readonly showLinks: (shows: boolean) => void
  /** The way into the screen the run begins by; null for none. */
  readonly entryPoint: Id | null
  readonly enterBy: (entryPoint: Id | null) => void
  /** The instant of the run that is looked at; null for now. While the past is looked at the clock stands. */
  readonly seenMs: number | null
  readonly lookAt: (ms: number | null) => void
  /** Lets the clock go again: from now, or from an instant of the past, where what was done later is done again at its time. */
  readonly goOn: (fromMs: number | null) => void
  /** Does something to the run at the instant that is shown; where that is past, what was done later is given up. */
  readonly act: (action: InputAction) => void
  /** Begins the run anew, and looks at it. */
  readonly startOver: () => void
}

const StageContext = createContext<Stage | null>(null)

/** The names in the address of a stage that say what is selected and shown. */
const STAGE_NAMES = ['part', 'show', 'size', 'at', 'in'] as const

const SHOWN = ['arrange', 'links'] as const

type Shown = (typeof SHOWN)[number] | 'run'

/** What is selected and shown on a stage. */
interface View {
  readonly parts: readonly Id[]
  readonly shown: Shown
  readonly size: Id | null
  readonly seenMs: number | null
  readonly entryPoint: Id | null
}

function viewAt({ parts, sizes, entryPoints }: Screen, { part, show, size, at, in: by }: Selection): View {
  return {
    parts: part?.split(' ').filter((id) => parts.some((each) => each.id === id)) ?? [],
    shown: SHOWN.find((each) => each === show) ?? (show === undefined && parts.length < 2 ? 'arrange' : 'run'),
    size: sizes?.find(({ id }) => id === size)?.id ?? null,
    seenMs: at !== undefined && /^\d+(\.\d+)?$/.test(at) ? Number(at) : null,
    entryPoint: entryPoints?.find(({ id }) => id === by)?.id ?? null,
  }
}

const selectionOf = ({ parts, shown, size, seenMs, entryPoint }: View, usual: View): Selection => ({
  ...(parts.length === 0 ? {} : { part: parts.join(' ') }),
  ...(shown === usual.shown ? {} : { show: shown }),
  ...(size === null ? {} : { size }),
  ...(seenMs === null ? {} : { at: String(Math.round(seenMs * 10) / 10) }),
  ...(entryPoint === null ? {} : { in: entryPoint }),
})

export function StageProvider({ screen: id, children }: { readonly screen: Id; readonly children: ReactNode }) {
  const session = useSession()
  const { player, begunOn, isStaying, goAlong } = useStageRun()
  const { project, document } = useSessionState()
  const screen = certain(project.screens.find((each) => each.id === id) ?? document.screens.find((each) => each.id === id))
  const [search] = useSearchParams()
  const usual = useMemo(() => viewAt(screen, {}),
    // What is usual on a screen is so for as long as one is on it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [id])
  const [of, setOf] = useState(id)
  const [view, setView] = useState(() => viewAt(screen, Object.fromEntries(search)))
  if (of !== id) {
    setOf(id)
    setView(viewAt(screen, Object.fromEntries(search)))
  }
  useAddress(STAGE_NAMES, selectionOf(view, usual), (selection) => setView(viewAt(screen, selection)))
  const { parts, seenMs, entryPoint } = view
  const size = screen.sizes?.find((each) => each.id === view.size) ?? null
  const shown = atSize(project, size?.name)
  useEffect(() => player?.changeProject(shown), [player, shown])
  useCheckedFirst(id)
  usePlayedTake(document, player, search.get('take'))
  useEffect(() => {
    if (player && id === begunOn && player.getState().entryPoint !== entryPoint) player.enterBy(entryPoint)
  }, [player, entryPoint, id, begunOn])
  const { then, onScreen } = useShownRun(player, seenMs)
  const follow = useCallback((to: Id) => {
    const there = project.screens.find((each) => each.id === to)
    if (there) goAlong(to, searchOf({ ...viewAt(there, {}), shown: 'run', seenMs, size: there.sizes?.find(({ name }) => name === size?.name)?.id ?? null }, viewAt(there, {})))
  }, [project, goAlong, seenMs, size])
  useScreenChanges(onScreen?.screen ?? null, view.shown === 'run' && !isStaying, follow)
  const commands = useCommands(session, player, seenMs, setView)
  const isHere = onScreen?.screen === id
  const [path, elsewhere] = [isHere ? onScreen.path : null, isHere ? null : (onScreen?.screen ?? null)]
  const stage = useMemo((): Stage => ({
    ...commands, project, screen, size, shown, player, begunOn, path, elsewhere, follow, then, session, seenMs, entryPoint, parts,
    isArranging: view.shown === 'arrange', showsLinks: view.shown === 'links',
    takes: project.takes.filter(({ surface }) => 'screen' in surface && surface.screen === begunOn),
    part: screen.parts.find((part) => part.id === parts[0] && part.parent !== null) ?? null,
  }), [commands, project, screen, size, shown, player, begunOn, path, elsewhere, follow, then, session, seenMs, entryPoint, parts, view.shown])
  return <StageContext.Provider value={stage}>{children}</StageContext.Provider>
}

/** What can be done on a stage. */
function useCommands(session: ProjectSession, player: Player | null, seenMs: number | null, setView: Dispatch<SetStateAction<View>>) {
  return useMemo(() => {
    const change = (to: Partial<View>) => setView((before) => ({ ...before, ...to }))
    return {
      selectParts: (to: readonly Id[]) => change({ parts: to }),
      select: (to: Id | null) => change({ parts: to === null ? [] : [to] }),
      lookAt: (ms: number | null) => change({ seenMs: ms }),
      goOn: (fromMs: number | null) => {
        if (fromMs !== null) player?.goOnFrom(fromMs)
        player?.hold(false)
        change({ seenMs: null })
      },
      enterBy: (to: Id | null) => change({ entryPoint: to }),
      showAt: (to: Id | null) => change({ size: to }),
      arrange: (isArranging: boolean) => change({ shown: isArranging ? 'arrange' : 'run', seenMs: null }),
      showLinks: (shows: boolean) => change({ shown: shows ? 'links' : 'run' }),
      act: (action: InputAction) => {
        if (seenMs !== null) {
          player?.goOnFrom(seenMs)
          change({ seenMs: null })
        }
        player?.send(action)
      },
      startOver: () => {
        change({ seenMs: null })
        player?.startOver()
      },
      make: (edit: Edit, label: string) => session.dispatch(edit, label),
    }
  }, [session, player, seenMs, setView])
}

/** The run as it was at the instant that is looked at, null for now; and the screen that is shown then. */
function useShownRun(player: Player | null, seenMs: number | null) {
  const isPast = seenMs !== null
  useEffect(() => {
    if (isPast) player?.hold(true)
  }, [player, isPast])
  const events = useEventsOf(player)
  const then = useMemo(() => (seenMs === null ? null : (player?.runAt(seenMs) ?? null)),
    // What has been done since may have been taken back.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [player, seenMs, events])
  const now = then ?? player?.current
  return { then, onScreen: now ? screenShown(now) : null }
}

const searchOf = (view: View, usual: View): string => {
  const search = new URLSearchParams(Object.entries(selectionOf(view, usual)).flatMap(([name, value]) => (value === undefined ? [] : [[name, value]]))).toString()
  return search === '' ? '' : `?${search}`
}

/** How much has happened in a run; whoever asks is drawn anew when more does. */
const useEventsOf = (player: Player | null): number =>
  useSyncExternalStore(player?.subscribe ?? never, () => player?.getState().events ?? 0)

const never = () => () => undefined

/** Plays the take the address names, once. */
function usePlayedTake(project: Project, player: Player | null, name: string | null): void {
  const take = name === null ? undefined : project.takes.find((each) => each.name === name)
  const played = useRef<string | null>(null)
  useEffect(() => {
    if (!take || !player || played.current === take.id) return
    played.current = take.id
    player.playWitness(witnessOf(take))
  }, [take, player])
}

export function useStage(): Stage {
  const stage = useContext(StageContext)
  if (!stage) throw new Error('There is no stage here.')
  return stage
}
