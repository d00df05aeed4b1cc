import { ChoiceField } from '../../fields/choice-field'
import { useStillBench } from '../page/use-bench'
import { ZOOM_STEP } from './use-easel-view'

const GRIDS = ['none', '2', '4', '8', '10'] as const

/** What the easel shows besides the look, and the way back from it. */
export function EaselFoot({ zoom, isFitted, onFit, onZoom, caption }: { readonly zoom: number; readonly isFitted: boolean; readonly onFit: () => void; readonly onZoom: (zoom: number) => void; readonly caption: string | null }) {
  const { axis, state, view, select, isScreen } = useStillBench()
  const others = axis.states.filter(({ id }) => id !== state.id)
  return (
    <div className="easel-foot">
      <span className="zoom" role="group" aria-label="Zoom">
        <button className="plain zoom-step" aria-label="Zoom out" title="−" onClick={() => onZoom(zoom / ZOOM_STEP)}>−</button>
        <button className="plain mono zoom-now" title="Show at 100 % (1)" onClick={() => onZoom(1)}>{Math.round(zoom * 100)} %</button>
        <button className="plain zoom-step" aria-label="Zoom in" title="+" onClick={() => onZoom(zoom * ZOOM_STEP)}>+</button>
        <button className="plain underlined" aria-pressed={isFitted} title="Show all (0)" onClick={onFit}>Fit</button>
      </span>
      <button className="plain underlined" aria-pressed={view.tool === 'draw a path'} title="P" onClick={() => select({ do: 'use tool', tool: view.tool === 'draw a path' ? 'select' : 'draw a path' })}>Draw a path</button>
      <ChoiceField label="grid" value={view.gridPx === null ? 'none' : String(view.gridPx)} choices={GRIDS} onChange={(px) => select({ do: 'set the grid', px: px === 'none' ? null : Number(px) })} />
      {others.length > 0 && (
        <ChoiceField
          label="compare with state" value={view.comparedWith ?? ''} choices={[{ value: '', label: 'none' }, ...others.map(({ id, name }) => ({ value: id, label: name }))]}
          onChange={(to) => select({ do: 'compare with', state: to === '' ? null : to })}
        />
      )}
      <span className="mono easel-caption">{caption}</span>
      {!isScreen && <button className="plain underlined" onClick={() => select({ do: 'close easel' })}>Back to the table</button>}
    </div>
  )
}
