import { useRef, useState, type PointerEvent } from 'react'
import { childrenOf, renamePart, rootOf, theOne, type Id, type Part } from '@rheoscope/core/document'
import type { Finding } from '@rheoscope/core/check'
import { hueOf } from '../../theme/state-mark'
import { putInto, removeSelected } from '../page/commands'
import { PartGlyph } from './part-kinds'
import { useStillBench } from '../page/use-bench'
import { FindingMark } from '../../checks/finding-mark'
import { useRoving } from '../../theme/use-roving'
import { targetOf } from '../../theme/target-of'

/** The parts as a tree, the topmost last. A row can be pulled before, after or into another one. */
export function PartTree({ findingsOf }: { readonly findingsOf: FindingsOf }) {
  const bench = useStillBench()
  const { component, isScreen } = bench
  const drag = useTreeDrag()
  const tree = useRef<HTMLUListElement>(null)
  useRoving(tree, '.tree-name', { along: 'up and down', chooses: true })
  return (
    <ul ref={tree} className="tree" role="tree" aria-label="Parts" onKeyDown={(event) => (event.key === 'Delete' || event.key === 'Backspace') && removeSelected(bench)}>
      {(isScreen ? childrenOf(component.parts, rootOf(component).id) : [rootOf(component)]).map((part) => <Branch key={part.id} part={part} depth={0} drag={drag} findingsOf={findingsOf} />)}
    </ul>
  )
}

interface Target {
  readonly part: Id
  readonly where: 'before' | 'after' | 'into'
}

type TreeDrag = ReturnType<typeof useTreeDrag>

/** A press becomes a drag once it has moved so far, in px. */
const SLACK_PX = 4

function useTreeDrag() {
  const bench = useStillBench()
  const begun = useRef<{ part: Part; y: number } | null>(null)
  const [target, setTarget] = useState<Target | null>(null)
  const begin = (event: PointerEvent, part: Part) => {
    if (event.button === 0 && part.parent !== null && targetOf(event)?.tagName !== 'INPUT') begun.current = { part, y: event.clientY }
  }
  const move = (event: PointerEvent<HTMLElement>) => {
    const from = begun.current
    if (!from || Math.abs(event.clientY - from.y) < SLACK_PX) return
    event.currentTarget.setPointerCapture(event.pointerId)
    setTarget(targetAt(event, bench.component.parts, from.part.id))
  }
  const end = () => {
    const from = begun.current
    begun.current = null
    setTarget(null)
    if (!from || !target) return
    const { parts } = bench.component
    const over = theOne(parts, ({ id }) => id === target.part)
    const dragged = { ...bench, parts: [from.part] }
    if (target.where === 'into') putInto(dragged, over.id)
    else {
      const siblings = childrenOf(parts, over.parent)
      const before = target.where === 'before' ? over.id : (siblings[siblings.indexOf(over) + 1]?.id ?? null)
      putInto(dragged, over.parent, before)
    }
    bench.select({ do: 'select parts', parts: [from.part.id] })
  }
  return { begin, move, end, target }
}

function targetAt({ clientX, clientY }: PointerEvent, parts: readonly Part[], dragged: Id): Target | null {
  const row = document.elementFromPoint(clientX, clientY)?.closest<HTMLElement>('[data-tree-part]')
  const part = parts.find(({ id }) => id === row?.dataset.treePart)
  if (!row || !part || part.id === dragged) return null
  const { top, height } = row.getBoundingClientRect()
  const share = (clientY - top) / height
  if (part.kind === 'container' && (part.parent === null || (share > 0.3 && share < 0.7))) return { part: part.id, where: 'into' }
  return { part: part.id, where: share < 0.5 ? 'before' : 'after' }
}

type FindingsOf = (part: Part) => readonly Finding[]

function Branch({ part, depth, drag, findingsOf }: { readonly part: Part; readonly depth: number; readonly drag: TreeDrag; readonly findingsOf: FindingsOf }) {
  const { component, axis, view, select, make } = useStillBench()
  const [isRenaming, setRenaming] = useState(false)
  const isSelected = view.parts.includes(part.id)
  const changing = axis.states.filter(({ look }) => look[part.id] !== undefined)
  const pick = (adds: boolean) =>
    select({ do: 'select parts', parts: adds ? (isSelected ? view.parts.filter((id) => id !== part.id) : [...view.parts, part.id]) : [part.id] })
  const rename = (name: string) => {
    setRenaming(false)
    if (name.trim() !== '' && name !== part.name) make(renamePart(component, part.id, name.trim()), `rename ${part.name}`)
  }
  return (
    <li role="treeitem" aria-selected={isSelected} aria-level={depth + 1}>
      <div
        className={['tree-row', isSelected && 'is-selected', drag.target?.part === part.id && `is-${drag.target.where}`].filter(Boolean).join(' ')} style={{ paddingLeft: 12 + depth * 14 }} data-tree-part={part.id}
        onPointerDown={(event) => drag.begin(event, part)} onPointerMove={drag.move} onPointerUp={drag.end}
      >
        <PartGlyph kind={part.kind} />
        {isRenaming ? (
          <input
            className="tree-rename" autoFocus defaultValue={part.name} aria-label={`Name of ${part.name}`}
            onBlur={(event) => rename(event.target.value)}
            onKeyDown={(event) => {
              event.stopPropagation()
              if (event.key === 'Enter') rename(event.currentTarget.value)
              if (event.key === 'Escape') setRenaming(false)
            }}
          />
        ) : (
          <button className="plain tree-name" onClick={(event) => pick(event.shiftKey)} onDoubleClick={() => setRenaming(true)}>{part.name}</button>
        )}
        {(part.locked || part.hidden) && <span className="muted tree-note" title={[part.locked && 'locked', part.hidden && 'hidden while drawing'].filter(Boolean).join(', ')}>{part.locked ? '⚿' : ''}{part.hidden ? '⊘' : ''}</span>}
        <FindingMark findings={findingsOf(part)} />
        <span className="tree-dots">
          {changing.map((state) => <i key={state.id} style={{ background: hueOf(state.hue) }} title={`changes in ${state.name}`} />)}
        </span>
      </div>
      <ul role="group">
        {childrenOf(component.parts, part.id).map((child) => <Branch key={child.id} part={child} depth={depth + 1} drag={drag} findingsOf={findingsOf} />)}
      </ul>
    </li>
  )
}
