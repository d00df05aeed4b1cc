import { arrowPath, type Followed, type FlowLink, type FlowSheet } from '@rheoscope/core/flow'
import type { Id } from '@rheoscope/core/document'
import type { Point } from '@rheoscope/core/scene'

interface FlowArrowsProps {
  readonly sheet: FlowSheet
  readonly nameOf: (screen: Id) => string
  readonly chosen: FlowLink | null
  readonly onChoose: (link: FlowLink | null) => void
  readonly followed: Followed | null
  /** An arrow that is being drawn. */
  readonly drawn: { readonly from: Point; readonly to: Point } | null
}

/** The arrows over the sheet, each with its label; a click on either chooses it. */
export function FlowArrows({ sheet, nameOf, chosen, onChoose, followed, drawn }: FlowArrowsProps) {
  return (
    <svg className="flow-arrows" width={sheet.width} height={sheet.height}>
      <defs>
        {['flow-tip', 'flow-tip-lit'].map((id) => (
          <marker key={id} id={id} viewBox="0 0 8 8" refX="7" refY="4" markerUnits="userSpaceOnUse" markerWidth="11" markerHeight="11" orient="auto"><path d="M0 0.5L8 4L0 7.5Z" className={id} /></marker>
        ))}
      </defs>
      {sheet.arrows.map(({ link, points, label }) => {
        const isLit = link.id === chosen?.id || followed?.links.has(link.id) === true
        const d = arrowPath(points)
        return (
          <g
            key={link.id} className={['flow-arrow', isLit && 'is-lit', link.id === chosen?.id && 'is-chosen'].filter(Boolean).join(' ')} role="button" tabIndex={0} aria-pressed={link.id === chosen?.id} aria-label={`${link.label}, from ${nameOf(link.from)} to ${nameOf(link.to)}`}
            onClick={() => onChoose(link)} onKeyDown={(event) => { if (event.key === 'Enter' || event.key === ' ') { event.preventDefault(); onChoose(link) } }}
          >
            <path className="flow-reach" d={d} />
            <path className="flow-line" d={d} markerEnd={`url(#${isLit ? 'flow-tip-lit' : 'flow-tip'})`} />
            <text x={label.x} y={label.y + 4} textAnchor="middle">{link.label}</text>
          </g>
        )
      })}
      {drawn && <path className="flow-line is-drawn" d={`M${drawn.from.x} ${drawn.from.y}L${drawn.to.x} ${drawn.to.y}`} markerEnd="url(#flow-tip-lit)" />}
    </svg>
  )
}
