import { useMemo, useRef, useState, type KeyboardEvent, type RefObject } from 'react'
import { useVirtualizer } from '@tanstack/react-virtual'
import type { Id, Project } from '@rheoscope/core/document'
import { useRoom } from '../theme/use-room'
import { ContentCard } from './content-card'
import type { Item, ItemGroup } from './use-contents'
import type { Selected } from './use-selected'

const CARD = { width: 200, height: 144, gap: 12 }
const HEAD_PX = 34
const FIRST_ROOM = { width: 1060, height: 640 }

type Row = { readonly is: 'head'; readonly group: ItemGroup } | { readonly is: 'cards'; readonly items: readonly Item[] }

interface ContentsGridProps {
  readonly project: Project
  readonly groups: readonly ItemGroup[]
  readonly folded: ReadonlySet<string>
  readonly onFold: (group: string) => void
  readonly selected: Selected
}

/** Everything that is shown, a group below the other. Only what is in view is drawn and runs. */
export function ContentsGrid({ project, groups, folded, onFold, selected }: ContentsGridProps) {
  const scroller = useRef<HTMLDivElement>(null)
  const { width } = useRoom(scroller, FIRST_ROOM)
  const columns = Math.max(1, Math.floor((width + CARD.gap) / (CARD.width + CARD.gap)))
  const rows = useMemo(() => rowsOf(groups, folded, columns), [groups, folded, columns])
  const [renamed, setRenamed] = useState<Id | null>(null)
  const virtual = useVirtualizer({
    count: rows.length, getScrollElement: () => scroller.current, overscan: 2,
    estimateSize: (index) => (rows[index]?.is === 'head' ? HEAD_PX : CARD.height + CARD.gap),
  })
  const { stop, setFocused, onKeyDown } = useGridFocus(rows, scroller, (row) => virtual.scrollToIndex(row), selected, setRenamed)
  if (rows.length === 0) return <p className="muted hint">Nothing is like that.</p>
  return (
    <div ref={scroller} className="contents-scroller">
      <div className="contents-grid" role="grid" aria-label="Components and screens" aria-multiselectable aria-rowcount={rows.length} style={{ height: virtual.getTotalSize() }} onKeyDown={onKeyDown}>
        {virtual.getVirtualItems().map(({ index, start, size }) => {
          const row = rows[index]
          if (!row) return null
          const style = { transform: `translateY(${start}px)`, height: size }
          if (row.is === 'head') {
            const { name } = row.group
            return <div key={`head ${name}`} role="row" aria-rowindex={index + 1} className="contents-head" style={style}><GroupHead group={row.group} isFolded={folded.has(name)} onFold={onFold} /></div>
          }
          return (
            <div key={row.items.map(({ id }) => id).join(' ')} role="row" aria-rowindex={index + 1} className="contents-row" style={{ ...style, gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}>
              {row.items.map((item) => (
                <ContentCard
                  key={item.id} project={project} item={item} isSelected={selected.has(item.id)} isStop={item.id === stop} isRenamed={item.id === renamed}
                  onFocus={() => setFocused(item.id)} onRename={(does) => setRenamed(does ? item.id : null)} selected={selected}
                />
              ))}
            </div>
          )
        })}
      </div>
    </div>
  )
}

/** One stop for Tab among all cards; the arrow keys go from one to the next, with Shift they select. */
function useGridFocus(rows: readonly Row[], scroller: RefObject<HTMLDivElement | null>, scrollTo: (row: number) => void, selected: Selected, rename: (id: Id) => void) {
  const [focused, setFocused] = useState<Id | null>(null)
  const order = useMemo(() => rows.flatMap((row, index) => (row.is === 'cards' ? row.items.map(({ id }, column) => ({ id, index, column })) : [])), [rows])
  const stop = order.some(({ id }) => id === focused) ? focused : order[0]?.id
  const focus = ({ id, index }: CardPlace) => {
    setFocused(id)
    scrollTo(index)
    requestAnimationFrame(() => scroller.current?.querySelector<HTMLElement>(`[data-item="${CSS.escape(id)}"] a`)?.focus())
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const at = order.findIndex(({ id }) => id === stop)
    const place = order[at]
    if (event.target instanceof HTMLInputElement || !place) return
    const target = { ArrowRight: order[at + 1], ArrowLeft: order[at - 1], ArrowDown: below(order, place, 1), ArrowUp: below(order, place, -1), Home: order[0], End: order.at(-1) }[event.key]
    if (target) {
      focus(target)
      if (event.shiftKey) selected.upTo(target.id)
    } else if (event.key === ' ') selected.turn(place.id)
    else if (event.key === 'F2') rename(place.id)
    else if (event.key.toLowerCase() === 'a' && (event.ctrlKey || event.metaKey)) selected.all()
    else if (event.key === 'Escape') selected.set([])
    else return
    event.preventDefault()
  }
  return { stop, setFocused, onKeyDown }
}

const GroupHead = ({ group: { name, items }, isFolded, onFold }: { readonly group: ItemGroup; readonly isFolded: boolean; readonly onFold: (group: string) => void }) => (
  <div role="gridcell">
    <h2><button className="plain" aria-expanded={!isFolded} onClick={() => onFold(name)}><span aria-hidden="true">{isFolded ? '▸' : '▾'}</span> {name}</button> <span className="muted">{items.length}</span></h2>
  </div>
)

function rowsOf(groups: readonly ItemGroup[], folded: ReadonlySet<string>, columns: number): readonly Row[] {
  return groups.flatMap((group): readonly Row[] => {
    const cards = folded.has(group.name) ? [] : Array.from({ length: Math.ceil(group.items.length / columns) }, (_, row): Row => ({ is: 'cards', items: group.items.slice(row * columns, (row + 1) * columns) }))
    return [{ is: 'head', group }, ...cards]
  })
}

interface CardPlace {
  readonly id: Id
  readonly index: number
  readonly column: number
}

/** The card below another, or above it, as near to its column as there is one. */
function below(order: readonly CardPlace[], { index, column }: CardPlace, by: 1 | -1): CardPlace | undefined {
  const others = order.filter((each) => (by > 0 ? each.index > index : each.index < index))
  const row = by > 0 ? others[0]?.index : others.at(-1)?.index
  return others.filter((each) => each.index === row).findLast((each) => each.column <= column)
}
