import { certain } from '@rheoscope/core/document'
import type { MapLayout } from '@rheoscope/core/map'
import { useLayoutEffect, useRef, useState, type ReactNode, type RefObject } from 'react'
import { curveBasis, line } from 'd3-shape'
import { useRoving } from '../theme/use-roving'
import './map.css'

/** The room one label takes, down and for each letter, in px. */
export const LINE_PX = 16
export const LETTER_PX = 7

interface MapLine {
  readonly id: string
  readonly isPicked: boolean
  /** One under another, each drawn at the place it is given. */
  readonly labels: readonly ((x: number, y: number) => ReactNode)[]
}

/** A graph as it has been laid out, made to fit its field: the lines with their labels, and over them what stands at its nodes. */
export function MapSheet({ layout, lines, children }: { readonly layout: MapLayout; readonly lines: readonly MapLine[]; readonly children: ReactNode }) {
  const field = useRef<HTMLDivElement>(null)
  useRoving(field, '.map-node, .map-label[role=button]')
  const zoom = useFittingZoom(field, layout.width)
  const draw = line<{ x: number; y: number }>(({ x }) => x, ({ y }) => y).curve(curveBasis)
  return (
    <div className="map-field" ref={field} style={{ height: layout.height * zoom }}>
      <div className="map-sheet" style={{ width: layout.width, height: layout.height, transform: `scale(${zoom})` }}>
        <svg className="map-lines" width={layout.width} height={layout.height}>
          <defs>
            {['map-tip', 'map-tip-way'].map((id) => (
              <marker key={id} id={id} viewBox="0 0 8 8" refX="7" refY="4" markerUnits="userSpaceOnUse" markerWidth="10" markerHeight="10" orient="auto"><path d="M0 0.5L8 4L0 7.5Z" className={id} /></marker>
            ))}
          </defs>
          {lines.map(({ id, isPicked, labels }) => {
            const edge = layout.edges.find((each) => each.id === id)
            return edge && (
              <g key={id} className={isPicked ? 'map-line is-on-way' : 'map-line'}>
                <path d={draw(edge.points) ?? ''} markerEnd={`url(#${isPicked ? 'map-tip-way' : 'map-tip'})`} />
                {labels.map((label, index) => label(edge.x, edge.y + (index - (labels.length - 1) / 2) * LINE_PX))}
              </g>
            )
          })}
        </svg>
        {children}
      </div>
    </div>
  )
}

/** What a label stands on, so that no line goes through its letters. */
export function LabelGround({ text, x, y }: { readonly text: string; readonly x: number; readonly y: number }) {
  const width = text.length * LETTER_WIDTH_PX
  return <rect className="map-label-ground" x={x - width / 2} y={y - LINE_PX / 2} width={width} height={LINE_PX} />
}

/** How wide a letter is on average, in px. */
const LETTER_WIDTH_PX = 6

/** Smaller than this nothing can be read. */
const LEAST_ZOOM = 0.6

/** How much smaller the sheet has to be to fit across its field. */
function useFittingZoom(field: RefObject<HTMLDivElement | null>, width: number): number {
  const [zoom, setZoom] = useState(1)
  useLayoutEffect(() => {
    if (!field.current || width === 0) return undefined
    const observer = new ResizeObserver(([entry]) => setZoom(Math.max(LEAST_ZOOM, Math.min(1, certain(entry).contentRect.width / width))))
    observer.observe(field.current)
    return () => observer.disconnect()
  }, [field, width])
  return zoom
}
