import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import type { Panels, PanelSide } from './use-panels'

const STEP_PX = 16

/** The sign of the direction in which a pull makes a panel larger. */
const LARGER: Readonly<Record<PanelSide, 1 | -1>> = { left: 1, right: -1, foot: -1 }

/** The edges of some panels of a place, by what they are called. */
export function PanelEdges({ panels, ...labels }: { readonly panels: Panels } & Readonly<Partial<Record<PanelSide, string>>>) {
  return (
    <section className="panel-edges" aria-label={Object.values(labels).join(', ')}>
      {(['left', 'right', 'foot'] as const).map((side) => labels[side] !== undefined && <PanelEdge key={side} panels={panels} side={side} label={labels[side]} />)}
    </section>
  )
}

/** The edge of a panel: pulled it makes the panel wider or higher, a double click or Enter folds it. */
function PanelEdge({ panels, side, label }: { readonly panels: Panels; readonly side: PanelSide; readonly label: string }) {
  const from = useRef<{ readonly at: number; readonly px: number } | null>(null)
  const { sizes, resize, fold } = panels
  const positionOf = (event: PointerEvent) => (side === 'foot' ? event.clientY : event.clientX)
  const onKeyDown = (event: KeyboardEvent) => {
    const steps = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key]
    if (steps !== undefined) resize(side, sizes[side] + steps * STEP_PX * LARGER[side])
    else if (event.key === 'Enter') fold(side)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  return (
    <div
      className={`panel-edge is-${side}`} role="separator" tabIndex={0} aria-label={label} aria-orientation={side === 'foot' ? 'horizontal' : 'vertical'} aria-valuenow={sizes[side]} aria-valuemin={0} aria-valuemax={640}
      title="Pull to resize; double click folds" onKeyDown={onKeyDown} onDoubleClick={() => fold(side)}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        from.current = { at: positionOf(event), px: sizes[side] }
      }}
      onPointerMove={(event) => { if (from.current && event.buttons > 0) resize(side, from.current.px + (positionOf(event) - from.current.at) * LARGER[side]) }}
      onPointerUp={() => { from.current = null }}
    />
  )
}
