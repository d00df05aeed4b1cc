import { corners, handlePoint, HANDLES, itemOf, matrixTo, shownSize, transformed, type DrawList } from '@rheoscope/core/scene'
import { useBench } from '../page/use-bench'

/** Frames and handles of the selected parts, the same size on screen at any zoom. */
export function SelectionFrames({ list, zoom }: { readonly list: DrawList; readonly zoom: number }) {
  const { parts } = useBench()
  const size = 8 / zoom
  return (
    <g className="selection" strokeWidth={1.5 / zoom}>
      {parts.map((part) => {
        const item = itemOf(list, '', part.id)
        const matrix = matrixTo(list, '', part.id)
        if (!item || !matrix) return null
        const { width, height } = shownSize(item)
        const outline = corners(matrix, width, height).map(({ x, y }) => `${x},${y}`).join(' ')
        if (parts.length > 1 || part.kind === 'list' || part.kind === 'slot') return <polygon key={part.id} points={outline} />
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
