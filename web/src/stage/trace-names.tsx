import { memo, useRef, useState } from 'react'
import { MenuItem } from '@mui/material'
import { FloatingMenu } from '../theme/floating'
import { useRoving } from '../theme/use-roving'
import { ROW_PX, RULER_PX } from './trace-drawing'
import { ORDERS, type TraceLine, type TraceOrder, type TraceOptions } from './trace-lines'

/** What the bands are called, beside them; what others belong to folds them away. */
export const TraceNames = memo(function TraceNames({ lines, folded, onFold }: { readonly lines: readonly TraceLine[]; readonly folded: ReadonlySet<string>; readonly onFold: (path: string) => void }) {
  const list = useRef<HTMLUListElement>(null)
  useRoving(list, 'button', { along: 'up and down' })
  return (
    <ul ref={list} className="trace-names" style={{ top: RULER_PX }} aria-label="Bands of the trace">
      {lines.map(({ path, name, depth, row, isHolder }) => (
        <li key={`${path} ${row?.axis.id ?? ''}`} style={{ height: ROW_PX, paddingLeft: 6 + depth * 10 }} className={row ? undefined : 'trace-heading'} title={row?.name ?? name}>
          {isHolder
            ? <button className="plain" aria-expanded={!folded.has(path)} onClick={() => onFold(path)}><span aria-hidden="true">{folded.has(path) ? '▸' : '▾'}</span> {name}</button>
            : <span>{name}</span>}
        </li>
      ))}
    </ul>
  )
})

/** Which bands are shown, and in which order. */
export function TraceTools({ view: { filter, order }, onFilter, onOrder }: { readonly view: TraceOptions; readonly onFilter: (filter: string) => void; readonly onOrder: (order: TraceOrder) => void }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <div className="trace-tools">
      <input type="search" aria-label="Filter the bands" placeholder="filter" value={filter} onChange={(event) => onFilter(event.target.value)} onKeyDown={(event) => event.stopPropagation()} />
      <button className="plain" aria-label={`Order of the bands: ${order}`} title={`Order of the bands: ${order}`} aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>↕</button>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {ORDERS.map((each) => <MenuItem key={each} selected={each === order} onClick={() => { setAnchor(null); onOrder(each) }}>{each}</MenuItem>)}
      </FloatingMenu>
    </div>
  )
}
