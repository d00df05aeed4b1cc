import { useState } from 'react'
import { childrenOf, renamePart, type Part } from '@rheoscope/core/document'
import { hueOf } from '../theme/state-mark'
import { AddPart } from './add-part'
import { Parameters } from './parameters'
import { PartGlyph } from './part-kinds'
import { PartProperties } from './part-properties'
import { Tables } from './tables'
import { Tokens } from './tokens'
import { useBench } from './use-bench'

/** The left side of the bench: the tree of parts, the parameters, and what the selected part is like. */
export function PartsPane() {
  const { component } = useBench()
  return (
    <aside className="pane pane-left" aria-label="Parts and properties">
      <div className="pane-head">
        <h2 className="caption">Parts</h2>
        <AddPart />
      </div>
      <ul className="tree" role="tree" aria-label="Parts">
        <Branch part={component.parts[0]!} depth={0} />
      </ul>
      <Parameters />
      <PartProperties />
      <Tokens />
      <Tables />
    </aside>
  )
}

function Branch({ part, depth }: { readonly part: Part; readonly depth: number }) {
  const { component, axis, view, select, make } = useBench()
  const [isRenaming, setRenaming] = useState(false)
  const isSelected = view.parts.includes(part.id)
  const changing = axis.states.filter(({ look }) => look[part.id] !== undefined)
  const pick = (adds: boolean) =>
    select({ do: 'select parts', parts: adds ? (isSelected ? view.parts.filter((id) => id !== part.id) : [...view.parts, part.id]) : [part.id] })
  const rename = (name: string) => {
    setRenaming(false)
    if (name.trim() !== '' && name !== part.name) make(renamePart(component.id, part.id, name.trim()), `rename ${part.name}`)
  }
  return (
    <li role="treeitem" aria-selected={isSelected} aria-level={depth + 1}>
      <div className={`tree-row${isSelected ? ' is-selected' : ''}`} style={{ paddingLeft: 12 + depth * 14 }}>
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
        <span className="tree-dots">
          {changing.map((state) => <i key={state.id} style={{ background: hueOf(state.hue) }} title={`changes in ${state.name}`} />)}
        </span>
      </div>
      <ul role="group">
        {childrenOf(component.parts, part.id).map((child) => <Branch key={child.id} part={child} depth={depth + 1} />)}
      </ul>
    </li>
  )
}
