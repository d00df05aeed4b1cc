import { useState } from 'react'
import { Button, MenuItem } from '@mui/material'
import { addPart, batch } from '@rheoscope/core/document'
import { LineMenu, MOST_LISTED, NotListed } from '../../fields/line-menu'
import { askedToAdd } from '../page/said-edits'
import { useAsking } from '../page/use-asking'
import { useStillBench } from '../page/use-bench'
import { useSvgIn } from '../easel/use-svg-in'
import { addablesOf, holderFor, type Addable } from './addables'
import { PartGlyph } from './part-kinds'

/** Adds parts to the selected container: something drawn, a list, a slot with its parameter, or an instance of another component. By a click, or in a line that says names and what they are like as well. */
export function AddPart() {
  const bench = useStillBench()
  const { component, select, make } = bench
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const svg = useSvgIn()
  const ask = useAsking()
  const close = () => setAnchor(null)
  const add = ({ make: made }: Addable) => {
    close()
    const { part, before } = made(holderFor(bench), component.parts)
    make(batch(...(before ? [before] : []), addPart(component.id, part)), `add ${part.name}`)
    select({ do: 'select parts', parts: [part.id] })
  }
  const take = (line: string) => ask(askedToAdd(bench, line), 'add parts', (parts) => {
    close()
    select({ do: 'select parts', parts })
  })
  const all = anchor ? addablesOf(bench) : []
  return (
    <>
      <Button aria-haspopup="dialog" onClick={(event) => setAnchor(event.currentTarget)}>+ part</Button>
      <LineMenu anchor={anchor} onClose={close} label="Add a part" line="New parts in one line" example='text heading "Boarding" at 20,12' onLine={take}>
        {all.slice(0, MOST_LISTED).map((each) => (
          <MenuItem key={`${each.kind} ${each.word}`} disabled={each.isInside === true} onClick={() => add(each)}>
            <PartGlyph kind={each.kind} /> {each.word} {each.isInside === true && <span className="muted">has {component.name} inside</span>}
          </MenuItem>
        ))}
        <NotListed count={all.length - MOST_LISTED} />
        <MenuItem onClick={() => { close(); svg.chooseFile() }}><PartGlyph kind="path" /> parts of an SVG file …</MenuItem>
      </LineMenu>
      {svg.elements}
    </>
  )
}
