import { useState, type PointerEvent } from 'react'
import { line } from 'd3-shape'
import { drawnEasing, type DrawnPoint } from '@rheoscope/core/motion'
import { pointIn } from '../../paint/point-in'

/** The field an easing is drawn in, in px: its size, and the room for overshoot above and below. */
export const EASING_FIELD = { width: 236, height: 74, above: 14 }

/** Takes a curve drawn by hand and gives it back as an easing. */
export function EasingDrawing({ onDrawn }: { readonly onDrawn: (easing: string) => void }) {
  const [points, setPoints] = useState<readonly DrawnPoint[]>([])
  const { width, height, above } = EASING_FIELD
  const add = (event: PointerEvent<SVGRectElement>) => {
    if (event.buttons === 0) return
    const at = pointIn(event.currentTarget.ownerSVGElement, event)
    const next = { t: Math.min(1, Math.max(0, at.x / width)), p: 1 - at.y / height }
    setPoints((drawn) => [...drawn.filter(({ t }) => t < next.t), next])
  }
  return (
    <g className="easing-drawing">
      <rect
        x={0} y={-above} width={width} height={height + 2 * above}
        onPointerDown={(event) => { event.currentTarget.setPointerCapture(event.pointerId); setPoints([]); add(event) }} onPointerMove={add}
        onPointerUp={() => points.length > 1 && onDrawn(drawnEasing(points))}
      />
      <path className="easing-drawn" d={line<DrawnPoint>(({ t }) => t * width, ({ p }) => (1 - p) * height).digits(1)(points) ?? ''} />
    </g>
  )
}
