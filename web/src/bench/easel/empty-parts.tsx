import type { Part } from '@rheoscope/core/document'
import { corners, itemOf, matrixTo, type DrawItem, type DrawList } from '@rheoscope/core/scene'
import { useBench } from '../page/use-bench'

/** What is drawn of a part that has no picture yet, when it takes no room, in px. */
const LEAST_PX = 24

/** An outline with a word for every part that shows nothing as yet: it can be seen and taken hold of while it is drawn. */
export function EmptyParts({ list, zoom }: { readonly list: DrawList; readonly zoom: number }) {
  const { component } = useBench()
  return (
    <g className="empty-parts" strokeWidth={1 / zoom} fontSize={11 / zoom}>
      {component.parts.flatMap((part) => {
        const item = part.parent === null ? undefined : itemOf(list, '', part.id)
        const matrix = item && emptyText(part, item) !== null ? matrixTo(list, '', part.id) : null
        if (!item || !matrix) return []
        const { width, height } = item.values
        const points = corners(matrix, Math.max(width, LEAST_PX), Math.max(height, LEAST_PX))
        const [first] = points
        return first ? [<g key={part.id}><polygon points={points.map(({ x, y }) => `${x},${y}`).join(' ')} strokeDasharray={`${3 / zoom} ${3 / zoom}`} /><text x={first.x + 4 / zoom} y={first.y + 13 / zoom}>{emptyText(part, item)}</text></g>] : []
      })}
    </g>
  )
}

/** What a part that shows nothing is; null for one that shows something. */
function emptyText(part: Part, { values, children }: DrawItem): string | null {
  if (children.length > 0) return null
  switch (part.kind) {
    case 'list':
      return part.component === null || part.table === null ? `${part.name}: choose a component and a table` : `${part.name}: no records`
    case 'slot':
      return `${part.name}: an empty slot`
    case 'instance':
      return `${part.name}: its component shows nothing`
    case 'container':
      return values.fill === null && values.stroke === null ? `${part.name}: empty` : null
    case 'picture':
      return values.picture === '' ? `${part.name}: no picture yet` : null
    case 'icon':
      return values.icon === '' ? `${part.name}: no icon yet` : null
    case 'text':
      return values.text === '' ? `${part.name}: no words` : null
    default:
      return null
  }
}
