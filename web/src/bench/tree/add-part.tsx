import { useState } from 'react'
import { Button, MenuItem } from '@mui/material'
import { addParameter, addPart, batch, freeName, namesOf, reaches, rootOf, type Edit, type Part } from '@rheoscope/core/document'
import { newId } from '../../session/new-id'
import { DRAWABLE, newHolder, newPart, PartGlyph } from './part-kinds'
import { useStillBench } from '../page/use-bench'
import { useSvgIn } from '../easel/use-svg-in'
import { FloatingMenu } from '../../theme/floating'

/** Adds a part to the selected container: something drawn, a list, a slot with its parameter, or an instance of another component. */
export function AddPart() {
  const { project, component, parts, select, make } = useStillBench()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const svg = useSvgIn()
  const root = rootOf(component)
  const selected = parts[0]
  const holder = selected?.kind === 'container' ? selected : root
  const size = { width: holder.base.width ?? 100, height: holder.base.height ?? 40 }
  const add = (part: Part, before: readonly Edit[] = []) => {
    setAnchor(null)
    make(batch(...before, addPart(component.id, part)), `add ${part.name}`)
    select({ do: 'select parts', parts: [part.id] })
  }
  const addSlot = () => {
    const slot = { id: newId('slot'), name: freeName('slot', namesOf([...component.parameters, ...component.variables]), ''), type: 'slot', initial: '' } as const
    add(newHolder(newId('slot'), { slot: slot.id }, holder, component.parts), [addParameter(component.id, slot)])
  }
  return (
    <>
      <Button aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>+ part</Button>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {DRAWABLE.map((kind) => (
          <MenuItem key={kind} onClick={() => add(newPart(newId(kind), kind, holder, size, component.parts))}>
            <PartGlyph kind={kind} /> {kind}
          </MenuItem>
        ))}
        <MenuItem onClick={() => add(newHolder(newId('list'), 'list', holder, component.parts))}><PartGlyph kind="list" /> list</MenuItem>
        <MenuItem onClick={addSlot}><PartGlyph kind="slot" /> slot</MenuItem>
        <MenuItem onClick={() => { setAnchor(null); svg.chooseFile() }}><PartGlyph kind="path" /> parts of an SVG file …</MenuItem>
        {project.components.filter(({ id }) => id !== component.id).map((each) => {
          const isInside = reaches(project, each.id, component.id)
          return (
            <MenuItem key={each.id} disabled={isInside} onClick={() => add(newHolder(newId(each.name), { component: each }, holder, component.parts))}>
              <PartGlyph kind="instance" /> {each.name} {isInside && <span className="muted">has {component.name} inside</span>}
            </MenuItem>
          )
        })}
      </FloatingMenu>
      {svg.elements}
    </>
  )
}
