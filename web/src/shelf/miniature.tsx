import { useId, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { itemAt, LIMITS, type Project } from '@rheoscope/core/document'
import { advanceTo, drawList, send, startRun, type Run } from '@rheoscope/core/run'
import { paint } from '@rheoscope/core/scene'
import { patchChildren } from '../paint/patch'
import { surfaceSize } from '../paint/look-picture'

/** How long the miniature stays in a state before it goes on to the next. */
const STEP_MS = 1400

/** The first component of a project going through its states, alive but quiet; still when motion is to be reduced. */
export function Miniature({ project }: { readonly project: Project }) {
  const group = useRef<SVGGElement>(null)
  const scope = useId()
  const component = project.components[0]
  const run = useMemo(() => runOf(project), [project])
  const [hasFailed, setFailed] = useState(false)

  useLayoutEffect(() => {
    if (!run || !component) return undefined
    const show = () => patchChildren(group.current, paint(drawList(run), scope))
    const isShown = attempt(show)
    setFailed(!isShown)
    if (!isShown) return undefined
    if (window.matchMedia('(prefers-reduced-motion: reduce)').matches) return undefined
    const began = performance.now()
    let steps = 0
    const goOnTo = (ms: number) => {
      const axis = component.axes[0]
      if (axis && Math.floor(ms / STEP_MS) > steps) {
        steps = Math.floor(ms / STEP_MS)
        advanceTo(run, ms)
        send(run, { do: 'put', instance: '', axis: axis.id, state: itemAt(axis.states, steps % axis.states.length).id })
      }
      advanceTo(run, ms)
      show()
    }
    let frame = requestAnimationFrame(function next(now) {
      if (attempt(() => goOnTo(Math.floor(now - began)))) frame = requestAnimationFrame(next)
      else setFailed(true)
    })
    return () => cancelAnimationFrame(frame)
  }, [run, component, scope])

  if (!component) return <span className="muted">Nothing drawn yet</span>
  if (!run || hasFailed) return <span className="muted">{component.name} cannot be shown</span>
  const { width, height } = surfaceSize(drawList(run))
  return (
    <svg className="picture" width={width} height={height} viewBox={`0 0 ${width} ${height}`} aria-hidden="true">
      <g ref={group} />
    </svg>
  )
}

function runOf(project: Project): Run | null {
  let run: Run | null = null
  attempt(() => {
    if (project.components[0]) run = startRun(project, { component: project.components[0].id }, { mostInstances: LIMITS.miniatureInstances })
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
