import { useState } from 'react'
import { Link } from 'react-router'
import { MenuItem } from '@mui/material'
import { componentOf, isPartWithin, renameOnScreen, setPartOnScreen, type Part } from '@rheoscope/core/document'
import { PartProperties } from '../bench/inspector/part-properties'
import { PART_COMMANDS } from '../bench/page/commands'
import { useStillBench } from '../bench/page/use-bench'
import { ChoiceField } from '../fields/choice-field'
import { CommitField } from '../fields/commit-field'
import { FloatingMenu } from '../theme/floating'
import { useStage } from './use-stage'

/** What is selected, by name, with what it is in and what brings it in line with others. */
export function SelectedHead({ part }: { readonly part: Part }) {
  const { project } = useStage()
  const component = part.kind === 'instance' ? componentOf(project, part.component) : undefined
  return (
    <section aria-label="Selected part" key={part.id}>
      <NameAndHolder part={part} />
      <p className="selected-tools"><LineUp />{component && <Link className="underlined" to={`/project/${project.id}/component/${component.id}`}>{component.name} on the bench</Link>}</p>
    </section>
  )
}

/** Everything that can be said of a part, as on the bench. */
export const SelectedPart = ({ part }: { readonly part: Part }) => <PartProperties key={part.id} />

/** What a part is called, and what it is in. */
function NameAndHolder({ part }: { readonly part: Part }) {
  const { screen, make } = useStage()
  const rename = (name: string) => (name.trim() === '' ? 'Everything on a screen has a name.' : (make(renameOnScreen(screen, part.id, name.trim()), `rename ${part.name}`), null))
  const holders = screen.parts.filter(({ id, kind }) => kind === 'container' && !isPartWithin(screen.parts, id, part.id)).map(({ id, name }) => ({ value: id, label: name }))
  return (
    <>
      <CommitField label="name" value={part.name} onCommit={rename} />
      {holders.length > 1 && <ChoiceField label="stands in" value={part.parent ?? ''} choices={holders} onChange={(holder) => make(setPartOnScreen(screen.id, part.id, 'parent', holder), `put ${part.name} elsewhere`)} />}
    </>
  )
}

const ARRANGING = PART_COMMANDS.filter(({ name }) => /^(Align|Distribute|Same)/.test(name))

/** Puts parts in line with one another, or one with what it is in. */
function LineUp() {
  const bench = useStillBench()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <>
      <button className="plain underlined" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>align</button>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {ARRANGING.filter(({ isPossible }) => isPossible(bench)).map(({ name, run }) => <MenuItem key={name} onClick={() => { setAnchor(null); run(bench) }}>{name}</MenuItem>)}
      </FloatingMenu>
    </>
  )
}
