import { useEffect, useId, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { corners, handlePoint, HANDLES, itemOf, matrixTo, paint, transformed, type DrawList } from '@rheoscope/core/scene'
import { patchChildren } from '../paint/patch'
import { stillLife, surfaceSize } from '../paint/look-picture'
import { useBench } from './use-bench'
import { useEaselDrag } from './use-easel-drag'
import { useEaselKeys } from './use-easel-keys'
import { useEaselView } from './use-easel-view'
import './easel.css'

/** One look, large: select, move, size and turn parts in place. */
export function Easel() {
  const { project, component, axis, state, select } = useBench()
  const list = useMemo(() => stillLife(project, component.id, { [axis.id]: state.id }), [project, component.id, axis.id, state.id])
  const box = useRef<HTMLDivElement>(null)
  const picture = useRef<SVGSVGElement>(null)
  const group = useRef<SVGGElement>(null)
  const scope = useId()
  const room = useRoom(box)
  const { width, height } = surfaceSize(list)
  const { zoom, view, fit, isFitted } = useEaselView(picture, room, { width, height })
  const drag = useEaselDrag(list, picture)
  const onKeyDown = useEaselKeys(list, drag.cancel)
  useLayoutEffect(() => patchChildren(group.current!, paint(list, scope)), [list, scope])

  return (
    <div className="easel" ref={box}>
      <svg
        ref={picture} className="easel-picture" width={room.width} height={room.height} viewBox={`${view.x} ${view.y} ${view.width} ${view.height}`}
        tabIndex={0} role="application" aria-label={`Easel: ${state.name}`}
        onPointerDown={drag.onPointerDown} onPointerMove={drag.onPointerMove} onPointerUp={drag.onPointerUp} onKeyDown={onKeyDown}
      >
        <rect className="easel-frame" width={width} height={height} strokeWidth={1 / zoom} />
        <g ref={group} />
        <SelectionFrames list={list} zoom={zoom} />
        <g className="guides" strokeWidth={1 / zoom}>{drag.shown.guides.map((guide, index) => <line key={index} {...guide} />)}</g>
        {drag.shown.marquee && <rect className="easel-marquee" {...drag.shown.marquee} strokeWidth={1 / zoom} />}
      </svg>
      <div className="easel-foot">
        <span className="muted mono">{Math.round(zoom * 100)} %</span>
        {!isFitted && <button className="plain underlined" onClick={fit}>Show all</button>}
        {drag.shown.caption && <span className="mono">{drag.shown.caption}</span>}
        <span className="grow" />
        <button className="plain underlined" onClick={() => select({ do: 'close easel' })}>Back to the responses</button>
      </div>
    </div>
  )
}

/** Frames and handles of the selected parts, the same size on screen at any zoom. */
function SelectionFrames({ list, zoom }: { readonly list: DrawList; readonly zoom: number }) {
  const { parts } = useBench()
  const size = 8 / zoom
  return (
    <g className="selection" strokeWidth={1.5 / zoom}>
      {parts.map((part) => {
        const item = itemOf(list, '', part.id)
        const matrix = matrixTo(list, '', part.id)
        if (!item || !matrix) return null
        const [width, height] = [item.values.width as number, item.values.height as number]
        const outline = corners(matrix, width, height).map(({ x, y }) => `${x},${y}`).join(' ')
        if (parts.length > 1 || part.kind === 'instance') return <polygon key={part.id} points={outline} />
        const top = transformed(matrix, { x: width / 2, y: 0 })
        const grip = transformed(matrix, { x: width / 2, y: -22 / zoom })
        return (
          <g key={part.id}>
            <polygon points={outline} />
            {part.parent !== null && (
              <>
                <line x1={top.x} y1={top.y} x2={grip.x} y2={grip.y} />
                <circle className="handle" data-turn="" cx={grip.x} cy={grip.y} r={size / 2} />
              </>
            )}
            {HANDLES.map((handle, index) => {
              const at = transformed(matrix, handlePoint(handle, width, height))
              return <rect key={index} className="handle" data-handle={index} x={at.x - size / 2} y={at.y - size / 2} width={size} height={size} />
            })}
          </g>
        )
      })}
    </g>
  )
}

function useRoom(box: React.RefObject<HTMLDivElement | null>): { width: number; height: number } {
  const [room, setRoom] = useState({ width: 600, height: 300 })
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect
      setRoom({ width: Math.max(50, width), height: Math.max(50, height - 30) })
    })
    observer.observe(box.current!)
    return () => observer.disconnect()
  }, [box])
  return room
}
