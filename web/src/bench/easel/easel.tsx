import { useEffect, useId, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent, type MouseEvent } from 'react'
import { certain, type Component } from '@rheoscope/core/document'
import { outlineOf, paint, type DrawList } from '@rheoscope/core/scene'
import { stillLife } from '@rheoscope/core/run'
import { patchChildren } from '../../paint/patch'
import { pointIn } from '../../paint/point-in'
import { surfaceSize } from '../../paint/look-picture'
import { partUnder } from './easel-drag'
import { EmptyParts } from './empty-parts'
import { EaselFoot } from './easel-foot'
import { PathPoints } from './path-points'
import { SelectionFrames } from './selection-frames'
import { TextOnEasel } from './text-on-easel'
import { useBench } from '../page/use-bench'
import { useEaselDrag, type DragPicture } from './use-easel-drag'
import { useSvgIn } from './use-svg-in'
import { useEaselKeys } from './use-easel-keys'
import { useEaselView } from './use-easel-view'
import { usePathDrawing } from './use-path-drawing'
import { Wipe } from './wipe'
import './easel.css'

/** A small component is not blown up farther than this by itself. */
const LARGEST_FIT = 5

/** One look, large: select, move, size and turn parts, draw paths and write texts in place. */
export function Easel() {
  const { project, component, state, shown, view: { tool, gridPx, comparedWith }, select, isScreen } = useBench()
  const list = useMemo(() => stillLife(project, component.id, shown), [project, component.id, shown])
  const box = useRef<HTMLDivElement>(null)
  const picture = useRef<SVGSVGElement>(null)
  const group = useRef<SVGGElement>(null)
  const scope = useId()
  const room = useRoom(box)
  const size = surfaceSize(list)
  const { zoom, view, fit, zoomTo, zoomByKey, isFitted } = useEaselView(picture, room, size, isScreen ? 1 : LARGEST_FIT)
  const drag = useEaselDrag(list, picture)
  const drawing = usePathDrawing(picture)
  const keys = useEaselKeys(list, drag.cancel)
  const svg = useSvgIn()
  const [written, setWritten] = useState<string | null>(null)
  useLayoutEffect(() => patchChildren(group.current, paint(seen(list, component), scope)), [list, component, scope])

  const isDrawing = tool === 'draw a path'
  const pointer = isDrawing ? drawing : drag
  const onKeyDown = (event: KeyboardEvent) => {
    if (isDrawing && drawing.onKeyDown(event)) {
      event.preventDefault()
      event.stopPropagation()
    } else if (tool === 'points' && event.key === 'Escape') {
      event.stopPropagation()
      select({ do: 'use tool', tool: 'select' })
    } else if (!zoomByKey(event)) keys(event)
  }
  const onDoubleClick = (event: MouseEvent) => {
    if (isDrawing) return
    const part = component.parts.find(({ id }) => id === partUnder(list, component, pointIn(picture.current, event)))
    if (part?.kind === 'text') setWritten(part.id)
    if (part?.kind === 'path') select({ do: 'use tool', tool: 'points' })
  }
  const writtenPart = component.parts.find(({ id }) => id === written)
  return (
    <div className="easel" ref={box} onDragOver={(event) => event.preventDefault()} onDrop={svg.onDrop}>
      <svg
        ref={picture} className={isDrawing ? 'easel-picture is-drawing' : 'easel-picture'} width={room.width} height={room.height} viewBox={`${view.x} ${view.y} ${view.width} ${view.height}`}
        tabIndex={0} role="application" aria-label={isScreen ? 'The screen, to be arranged' : `Easel: ${state.name}`}
        onPointerDown={pointer.onPointerDown} onPointerMove={pointer.onPointerMove} onPointerUp={pointer.onPointerUp} onKeyDown={onKeyDown} onDoubleClick={onDoubleClick}
      >
        <rect className="easel-frame" {...size} strokeWidth={1 / zoom} />
        <g ref={group} />
        <EmptyParts list={list} zoom={zoom} />
        {gridPx !== null && gridPx * zoom > 5 && <Grid id={scope} stepPx={gridPx} size={size} zoom={zoom} />}
        {comparedWith !== null && <Wipe state={comparedWith} size={size} zoom={zoom} />}
        {tool === 'points' ? <PathPoints list={list} zoom={zoom} /> : <SelectionFrames list={list} zoom={zoom} />}
        {drawing.points.length > 0 && <path className="path-begun" d={outlineOf([{ points: drawing.points, isClosed: false }])} strokeWidth={1.5 / zoom} />}
        {drawing.points.map(({ x, y }, index) => <circle key={index} className="path-point" cx={x} cy={y} r={4 / zoom} strokeWidth={1.2 / zoom} />)}
        <DragMarks shown={drag.shown} zoom={zoom} />
      </svg>
      {writtenPart && <TextOnEasel key={writtenPart.id} part={writtenPart} list={list} view={view} zoom={zoom} onDone={() => setWritten(null)} />}
      {svg.elements}
      <EaselFoot zoom={zoom} isFitted={isFitted} onFit={fit} onZoom={zoomTo} caption={isDrawing ? 'press for a corner, pull for a curve; Enter ends, the first point closes' : drag.shown.caption} />
    </div>
  )
}

/** The list without the parts that are hidden while drawing. */
function seen(list: DrawList, component: Component): DrawList {
  const hidden = new Set(component.parts.filter((part) => part.hidden).map(({ id }) => id))
  if (hidden.size === 0) return list
  const without = (items: DrawList): DrawList =>
    items.filter(({ instance, part }) => instance !== '' || !hidden.has(part)).map((item) => (item.children.length === 0 ? item : { ...item, children: without(item.children) }))
  return without(list)
}

/** Guides, gaps and the marquee of what is being pulled. */
function DragMarks({ shown, zoom }: { readonly shown: DragPicture; readonly zoom: number }) {
  return (
    <g>
      <g className="guides" strokeWidth={1 / zoom}>{shown.guides.map((guide, index) => <line key={index} {...guide} />)}</g>
      {shown.gaps.map(({ x1, y1, x2, y2, length }, index) => (
        <g key={index} className="gap" strokeWidth={1 / zoom}>
          <line x1={x1} y1={y1} x2={x2} y2={y2} />
          <text x={(x1 + x2) / 2 + 3 / zoom} y={(y1 + y2) / 2 - 3 / zoom} fontSize={12 / zoom}>{Math.round(length * 10) / 10}</text>
        </g>
      ))}
      {shown.marquee && <rect className="easel-marquee" {...shown.marquee} strokeWidth={1 / zoom} />}
    </g>
  )
}

function Grid({ id, stepPx, size, zoom }: { readonly id: string; readonly stepPx: number; readonly size: { readonly width: number; readonly height: number }; readonly zoom: number }) {
  return (
    <g className="easel-grid">
      <pattern id={`${id}-grid`} width={stepPx} height={stepPx} patternUnits="userSpaceOnUse"><circle r={0.7 / zoom} cx={0.7 / zoom} cy={0.7 / zoom} /></pattern>
      <rect {...size} fill={`url(#${id}-grid)`} />
    </g>
  )
}

function useRoom(box: React.RefObject<HTMLDivElement | null>): { width: number; height: number } {
  const [room, setRoom] = useState({ width: 600, height: 300 })
  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = certain(entry).contentRect
      setRoom({ width: Math.max(50, width), height: Math.max(50, height - 30) })
    })
    observer.observe(certain(box.current))
    return () => observer.disconnect()
  }, [box])
  return room
}
