import { useState } from 'react'
import { Button, MenuItem } from '@mui/material'
import { addParameter, addPart, batch, freeName, namesOf, reaches, rootOf, type Edit, type Part } from '@rheoscope/core/document'
import { scopeOf } from '@rheoscope/core/expression'
import { describable, readPart, type NewKind } from '@rheoscope/core/written'
import { LineMenu } from '../../fields/line-menu'
import { orProblem, valuesOf } from '../../fields/said-values'
import { newId } from '../../session/new-id'
import { DRAWABLE, newHolder, newPart, PartGlyph } from './part-kinds'
import { useStillBench } from '../page/use-bench'
import { useSvgIn } from '../easel/use-svg-in'

/** Something that can be added: how it is called, and what has to be there before it is. */
interface Addable extends NewKind {
  readonly make: () => { readonly part: Part; readonly before?: Edit }
  /** It would hold itself. */
  readonly isInside?: boolean
}

/** Adds a part to the selected container: something drawn, a list, a slot with its parameter, or an instance of another component. By a click, or in a line that says its name and what it is like as well. */
export function AddPart() {
  const { component, select, make } = useStillBench()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const svg = useSvgIn()
  const add = ({ part, before }: ReturnType<Addable['make']>) => {
    setAnchor(null)
    make(batch(...(before ? [before] : []), addPart(component.id, part)), `add ${part.name}`)
    select({ do: 'select parts', parts: [part.id] })
  }
  const addables = useAddables()
  const take = useLine(addables, add)
  return (
    <>
      <Button aria-haspopup="dialog" onClick={(event) => setAnchor(event.currentTarget)}>+ part</Button>
      <LineMenu anchor={anchor} onClose={() => setAnchor(null)} label="Add a part" line="New part in one line" example='text heading "Boarding" at 20,12' onLine={take}>
        {addables.map(({ word, kind, make: made, isInside = false }) => (
          <MenuItem key={`${kind} ${word}`} disabled={isInside} onClick={() => add(made())}>
            <PartGlyph kind={kind} /> {word} {isInside && <span className="muted">has {component.name} inside</span>}
          </MenuItem>
        ))}
        <MenuItem onClick={() => { setAnchor(null); svg.chooseFile() }}><PartGlyph kind="path" /> parts of an SVG file …</MenuItem>
      </LineMenu>
      {svg.elements}
    </>
  )
}

/** Takes a new part in one line: `text heading "Boarding" at 20,12`. */
function useLine(all: readonly Addable[], onAdd: (made: ReturnType<Addable['make']>) => void): (line: string) => string | null {
  const { project, component } = useStillBench()
  return (line) => {
    const read = orProblem(() => {
      const { is, name, said } = readPart(line, all.filter(({ isInside }) => isInside !== true))
      const made = is.make()
      const part = { ...made.part, name: name === null ? made.part.name : freeName(name, namesOf(component.parts)) }
      // What it says of itself may name it.
      const values = valuesOf(said, scopeOf(project, { ...component, parts: [...component.parts, part] }), project.tokens)
      return 'problem' in values ? values : { value: { ...made, part: { ...part, base: { ...part.base, ...values.value } } } }
    })
    if ('problem' in read) return read.problem
    onAdd(read.value)
    return null
  }
}

/** What can be added to the selected container, or to the component where none is selected. */
function useAddables(): readonly Addable[] {
  const { project, component, parts } = useStillBench()
  const root = rootOf(component)
  const holder = parts[0]?.kind === 'container' ? parts[0] : root
  const size = { width: holder.base.width ?? 100, height: holder.base.height ?? 40 }
  const drawn = DRAWABLE.map((kind): Addable => ({ word: kind, ...describable(project, kind), make: () => ({ part: newPart(newId(kind), kind, holder, size, component.parts) }) }))
  const slot = (): ReturnType<Addable['make']> => {
    const parameter = { id: newId('slot'), name: freeName('slot', namesOf([...component.parameters, ...component.variables]), ''), type: 'slot', initial: '' } as const
    return { part: newHolder(newId('slot'), { slot: parameter.id }, holder, component.parts), before: addParameter(component.id, parameter) }
  }
  const others = project.components.filter(({ id }) => id !== component.id)
  return [
    ...drawn,
    { word: 'list', ...describable(project, 'list'), make: () => ({ part: newHolder(newId('list'), 'list', holder, component.parts) }) },
    { word: 'slot', ...describable(project, 'slot'), make: slot },
    ...others.map((each): Addable => ({ word: each.name, ...describable(project, 'instance', each.id), isInside: reaches(project, each.id, component.id), make: () => ({ part: newHolder(newId(each.name), { component: each }, holder, component.parts) }) })),
  ]
}
