import { useMemo, useState, type ReactNode } from 'react'
import { batch, canSay, INITIAL_VALUES, isSaid, isStatement, laidOutBy, propertiesOf, rootOf, setAt, setNote, takeBackProperty, unsetAt, type Edit, type Part, type Project, type PropertyDefinition, type PropertyGroup, type Value } from '@rheoscope/core/document'
import { scopeOf } from '@rheoscope/core/expression'
import { lackingIn, textStyleOf } from '@rheoscope/core/layout'
import { CommitField } from '../../fields/commit-field'
import { formatValue } from '../../fields/parse-value'
import { ChoiceField } from '../../fields/choice-field'
import { NoteField } from '../../fields/note-field'
import { PropertyField } from '../../fields/property-field'
import { useReadout } from '../../playing/use-frames'
import { EditsGoInto, intoText } from './edits-go-into'
import { ContinuousMotion } from './continuous-motion'
import { DragFields } from './drag-fields'
import { FieldProperties } from './field-properties'
import { GlideFields } from './glide-fields'
import { NotesOfSelected } from './notes-of-selected'
import { InstanceProperties } from './instance-properties'
import { LineField } from './line-field'
import { ListProperties } from './list-properties'
import { readOut } from '../page/read-out'
import { useBench } from '../page/use-bench'

const GROUPS: readonly { readonly group: PropertyGroup; readonly title: string }[] = [
  { group: 'paint', title: 'Paint' },
  { group: 'text', title: 'Text' },
  { group: 'place', title: 'Place' },
  { group: 'shape', title: 'Shape' },
  { group: 'layout', title: 'Layout' },
  { group: 'effect', title: 'Effect' },
  { group: 'answer', title: 'Answer' },
]

/** What the selected part is like in the selected look, with what the look changes marked. */
export function PartProperties() {
  const { parts } = useBench()
  const [part] = parts
  return (
    <section className="properties" aria-label="Properties">
      <EditsGoInto />
      {part ? <PropertyList part={part} /> : <><p className="muted hint">Select a part to see what it is like.</p><NotesOfSelected /></>}
    </section>
  )
}

function PropertyList({ part }: { readonly part: Part }) {
  const bench = useBench()
  const { project, component, parts } = bench
  const scope = useMemo(() => scopeOf(project, component), [project, component])
  const definitions = propertiesOf(part.kind)
  const where = bench.isScreen ? '' : `in ${intoText(bench)}`
  const role = bench.ownValue(part.id, 'role') ?? part.base.role
  // What a role cannot say is not asked for, unless it is said already.
  const isOffered = ({ name }: PropertyDefinition) => !isStatement(name) || canSay(role).includes(name) || isSaid(component, part, name)
  return (
    <>
      <h2 className="caption">{parts.length > 1 ? `${parts.length} parts` : part.name} <span className="muted">{where}</span></h2>
      <LineField key={part.id} part={part} />
      {part.kind === 'instance' && <InstanceProperties part={part} />}
      {part.kind === 'list' && <ListProperties part={part} />}
      {part.kind === 'field' && <FieldProperties part={part} />}
      {part.kind === 'slot' && <p className="muted hint">Holds what “{component.parameters.find(({ id }) => id === part.slot)?.name ?? '?'}” names.</p>}
      {GROUPS.map(({ group, title }) => {
        const inGroup = definitions.filter((definition) => definition.group === group && isOffered(definition))
        if (inGroup.length === 0) return null
        return (
          <Fold key={group} title={title} startsOpen={group === 'paint' || group === 'text' || group === 'place' || (group === 'layout' && (part.kind === 'container' || part.kind === 'list'))}>
            {() => <>{group === 'answer' && <ReadOut part={part} />}{inGroup.map((definition) => <PropertyRow key={definition.name} part={part} definition={definition} scope={scope} />)}</>}
          </Fold>
        )
      })}
      <CarryField part={part} />
      <GlideFields part={part} />
      <DragFields part={part} />
      {part.kind === 'container' && <KeepsFocusField part={part} />}
      {!bench.isScreen && part.kind !== 'instance' && part.kind !== 'list' && part.kind !== 'slot' && <ContinuousMotion part={part} />}
      <NoteField value={part.note} onCommit={(note) => bench.make(setNote(['components', component.id, 'parts', part.id], note), `note on ${part.name}`)} />
    </>
  )
}

/** What the part tells somebody who does not see it, as the specimen is now. */
function ReadOut({ part }: { readonly part: Part }) {
  const { player } = useBench()
  const words = useReadout<HTMLSpanElement>(() => (player ? readOut(player.current, part.id) : ''))
  return <p className="read-out muted" aria-label="Read out">reads out <span ref={words} /></p>
}

/** Another part of the component, or none. */
function OtherPartField({ label, value, except, onChange }: { readonly label: string; readonly value: Value; readonly except: Part; readonly onChange: (value: Value) => void }) {
  const { component } = useBench()
  const choices = [{ value: '', label: 'none' }, ...component.parts.filter((part) => part.id !== except.id).map(({ id, name }) => ({ value: id, label: name }))]
  return <ChoiceField label={label} value={String(value)} choices={choices} onChange={onChange} />
}

/** What ties a part to one elsewhere, so that a change of screen or state moves one into the other. */
function CarryField({ part }: { readonly part: Part }) {
  const { component, make } = useBench()
  const path = ['components', component.id, 'parts', part.id, 'transitionName']
  const tie = (key: string) => (make(key.trim() === '' ? unsetAt(path) : setAt(path, key.trim()), `tie ${part.name}`), null)
  return <CommitField label="transition name" value={part.transitionName ?? ''} placeholder="none" onCommit={tie} />
}

/** Whether Tab stops only once inside a container, where the focus was last: the way of radio groups, tabs and menus. */
function KeepsFocusField({ part }: { readonly part: Part }) {
  const { component, make } = useBench()
  const path = ['components', component.id, 'parts', part.id, 'keepsFocus']
  return (
    <label className="check">
      <input type="checkbox" checked={part.keepsFocus === true} onChange={(event) => make(event.target.checked ? setAt(path, true) : unsetAt(path), `let ${part.name} keep the focus`)} /> one stop for Tab, where the focus was last
    </label>
  )
}

/** A group that draws what is in it only while it is open. */
function Fold({ title, startsOpen, children }: { readonly title: string; readonly startsOpen: boolean; readonly children: () => ReactNode }) {
  const [isOpen, setOpen] = useState(startsOpen)
  return (
    <details open={isOpen} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>{title}</summary>
      {isOpen && children()}
    </details>
  )
}

function PropertyRow({ part, definition, scope }: { readonly part: Part; readonly definition: PropertyDefinition; readonly scope: ReturnType<typeof scopeOf> }) {
  const { project, component, parts, ownValue, make, propertyEdit } = useBench()
  const { name } = definition
  const initial = sizeOfInside(project, part, name) ?? definition.initial
  const laidOut = laidOutBy(component, part.id, name)
  const base = part.base[name] ?? initial
  const own = ownValue(part.id, name)
  const change = (value: Value, also?: Edit) => {
    const edit = propertyEdit(parts.map(({ id }) => ({ part: id, property: name, value })))
    make(also ? batch(also, edit) : edit, `set ${definition.label} of ${part.name}`)
  }
  return (
    <div className={['property', own !== undefined && 'is-changed', laidOut && 'is-laid-out'].filter(Boolean).join(' ')} data-property={name} title={laidOut ? laidOutText(laidOut, part) : undefined}>
      {definition.type === 'part'
        ? <OtherPartField label={definition.label} value={own ?? base} except={part} onChange={change} />
        : <PropertyField definition={definition} value={own ?? base} scope={scope} project={project} onChange={change} />}
      {name === 'text' && <Lacking part={part} text={own ?? base} />}
      {laidOut && own !== undefined && <p className="laid-out muted">{laidOutText(laidOut, part)}</p>}
      {own !== undefined && <Was part={part} definition={definition} base={base} />}
    </div>
  )
}

/** How large something inside is as long as nothing is said of it: as its component. */
function sizeOfInside({ components }: Project, part: Part, property: string): Value | undefined {
  const inner = part.kind === 'instance' && (property === 'width' || property === 'height') ? components.find(({ id }) => id === part.component) : undefined
  return inner && rootOf(inner).base[property]
}

/** What none of the fonts that ship has of a text. */
function Lacking({ part: { base }, text }: { readonly part: Part; readonly text: Value }) {
  const lacking = typeof text === 'string' ? lackingIn(text, textStyleOf({ ...INITIAL_VALUES, ...base })) : []
  if (lacking.length === 0) return null
  return <p className="lacking muted" role="note">The fonts lack {lacking.slice(0, 6).map((character) => `“${character}”`).join(', ')}{lacking.length > 6 ? ' and more' : ''}: another font of the machine shows {lacking.length === 1 ? 'it' : 'them'}, and the width is a guess.</p>
}

const laidOutText = (by: Part, part: Part): string => (by.id === part.id ? 'what is in it decides' : `“${by.name}” lays it out`)

/** What the base look says where a look says something else, and the way back to it. */
function Was({ part, definition, base }: { readonly part: Part; readonly definition: PropertyDefinition; readonly base: Value }) {
  const { project, component, place, make } = useBench()
  const takeBack = () => {
    if (place.look !== 'base') make(takeBackProperty(component, place, part.id, definition.name), `take back ${definition.label} of ${part.name}`)
  }
  const was = `was ${formatValue(base, project.tokens) || 'empty'}`
  return (
    <button className="plain was" onClick={takeBack} aria-label={`${was}: Take back ${definition.label}`}>{was} ↩</button>
  )
}
