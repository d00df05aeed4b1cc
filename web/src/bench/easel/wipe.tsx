import { useId, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import { paint } from '@rheoscope/core/scene'
import { stillLife } from '@rheoscope/core/run'
import { patchChildren } from '../../paint/patch'
import { pointIn } from '../../paint/point-in'
import { useBench } from '../page/use-bench'

/** Another state's look over the one on the easel, from a line to the right that can be pulled across. */
export function Wipe({ state, size, zoom }: { readonly state: string; readonly size: { readonly width: number; readonly height: number }; readonly zoom: number }) {
  const { project, component, axis, shown } = useBench()
  const [at, setAt] = useState(0.5)
  const group = useRef<SVGGElement>(null)
  const scope = useId()
  const list = useMemo(() => stillLife(project, component.id, { standing: { ...shown.standing, [axis.id]: state } }), [project, component.id, shown, axis.id, state])
  useLayoutEffect(() => patchChildren(group.current, paint(list, scope)), [list, scope])
  const x = at * size.width
  const name = axis.states.find(({ id }) => id === state)?.name ?? '?'
  const pull = (event: PointerEvent<SVGElement>) => {
    if (event.buttons !== 1) return
    event.stopPropagation()
    setAt(Math.min(1, Math.max(0, pointIn(event.currentTarget.ownerSVGElement, event).x / size.width)))
  }
  const nudge = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -0.02, ArrowRight: 0.02 }[event.key]
    if (by === undefined) return
    event.preventDefault()
    event.stopPropagation()
    setAt(Math.min(1, Math.max(0, at + by)))
  }
  return (
    <g className="wipe">
      <clipPath id={`${scope}-wipe`}><rect x={x} y={-size.height} width={size.width * 3} height={size.height * 3} /></clipPath>
      <g clipPath={`url(#${scope}-wipe)`}>
        <rect className="easel-frame" width={size.width} height={size.height} strokeWidth={1 / zoom} />
        <g ref={group} />
      </g>
      <g
        className="wipe-line" tabIndex={0} role="slider" aria-label={`${name} shows from here`} aria-valuemin={0} aria-valuemax={100} aria-valuenow={Math.round(at * 100)}
        onPointerDown={(event) => { event.currentTarget.setPointerCapture(event.pointerId); pull(event) }} onPointerMove={pull} onKeyDown={nudge}
      >
        <line x1={x} x2={x} y1={-10 / zoom} y2={size.height + 10 / zoom} strokeWidth={10 / zoom} stroke="transparent" />
        <line x1={x} x2={x} y1={-10 / zoom} y2={size.height + 10 / zoom} strokeWidth={1.5 / zoom} />
        <text x={x + 5 / zoom} y={-4 / zoom} fontSize={12 / zoom}>{name}</text>
      </g>
    </g>
  )
}
