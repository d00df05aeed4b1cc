import { useId, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { itemAt, LIMITS, type Project } from '@rheoscope/core/document'
import type { Surface } from '@rheoscope/core/machine'
import { advanceTo, drawListAt, nextDueMs, send, startRun, type Run } from '@rheoscope/core/run'
import { paint, type DrawList } from '@rheoscope/core/scene'
import { patchChildren } from '../paint/patch'
import { surfaceSize } from '../paint/look-picture'
import { shareFrames } from './shared-frames'

/** How long it stays in a state before it goes on to the next, in ms. */
const STEP_MS = 1400

/** What has come to rest is looked at again after so long at the latest, in ms. */
const REST_MS = 400

interface ThumbnailProps {
  readonly project: Project
  readonly surface: Surface
  /** It goes through its states; otherwise only what moves by itself does. */
  readonly isLively: boolean
}

/** A component or screen alive but quiet; still when motion is to be reduced. */
export function Thumbnail({ project, surface, isLively }: ThumbnailProps) {
  const group = useRef<SVGGElement>(null)
  const scope = useId()
  const key = JSON.stringify(surface)
  const run = useMemo(() => runOf(project, JSON.parse(key)), [project, key])
  const [hasFailed, setFailed] = useState(false)
  const lively = useRef(isLively)
  useLayoutEffect(() => {
    lively.current = isLively
  })

  useLayoutEffect(() => {
    if (!run) return undefined
    const alive = new Alive(run, () => lively.current)
    const show = () => attempt(() => patchChildren(group.current, paint(drawListAt(run, alive.nowMs), scope)))
    const isShown = show()
    setFailed(!isShown)
    if (!isShown || window.matchMedia('(prefers-reduced-motion: reduce)').matches) return undefined
    return shareFrames((now) => {
      if (!attempt(() => alive.goOnTo(now)) || (alive.hasChanged && !show())) setFailed(true)
    })
  }, [run, scope])

  if (!run || hasFailed) return <span className="muted">cannot be shown</span>
  const { width, height } = surfaceSize(drawListAt(run, run.nowMs))
  return (
    <svg className="picture" width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden="true">
      <g ref={group} />
    </svg>
  )
}

/** A run that follows the wall clock, and rests while nothing in it moves. */
class Alive {
  nowMs = 0
  hasChanged = true
  private beganMs: number | null = null
  private restsUntilMs = 0
  private steps = 0
  private livelyMs = 0
  private shown: DrawList

  constructor(private readonly run: Run, private readonly isLively: () => boolean) {
    this.shown = drawListAt(run, 0)
  }

  goOnTo(wallMs: number): void {
    this.beganMs ??= wallMs
    const elapsed = Math.floor(wallMs - this.beganMs) - this.nowMs
    this.hasChanged = false
    if (this.isLively()) this.livelyMs += elapsed
    else if (this.nowMs + elapsed < this.restsUntilMs) return
    this.nowMs += elapsed
    advanceTo(this.run, this.nowMs)
    if (this.isLively()) this.step()
    const list = drawListAt(this.run, this.nowMs)
    this.hasChanged = list.length !== this.shown.length || list.some((item, index) => item !== this.shown[index])
    this.shown = list
    this.restsUntilMs = this.hasChanged ? 0 : Math.min(nextDueMs(this.run), this.nowMs + REST_MS)
  }

  /** Goes on to the next state of the first axis once it has been in one for long enough. */
  private step(): void {
    const axis = this.run.instances.get('')?.compiled.component.axes[0]
    if (!axis || axis.states.length < 2 || Math.floor(this.livelyMs / STEP_MS) <= this.steps) return
    this.steps = Math.floor(this.livelyMs / STEP_MS)
    send(this.run, { do: 'put', instance: '', axis: axis.id, state: itemAt(axis.states, this.steps % axis.states.length).id })
  }
}

function runOf(project: Project, surface: Surface): Run | null {
  let run: Run | null = null
  attempt(() => {
    run = startRun(project, surface, { mostInstances: LIMITS.miniatureInstances })
  })
  return run
}

/** Does something that may not be possible with whatever is stored; says whether it was. */
function attempt(act: () => void): boolean {
  try {
    act()
    return true
  } catch (error) {
    console.error(error)
    return false
  }
}
