import { useMemo, useState, type ReactNode } from 'react'
import { ToggleButton, ToggleButtonGroup } from '@mui/material'
import {
  parameterProperty, propertiesOf, setProperty, stateProperty, takeBackProperty,
  type Parameter, type Part, type PropertyDefinition, type PropertyGroup, type PropertyType, type Value,
} from '@rheoscope/core/document'
import { scopeOf } from '@rheoscope/core/expression'
import { formatValue } from '../fields/parse-value'
import { ChoiceField, PropertyField } from '../fields/property-field'
import { StateMark } from '../theme/state-mark'
import type { Into } from './bench-state'
import { ContinuousMotion } from './continuous-motion'
import { useBench, type Bench } from './use-bench'

const GROUPS: readonly { readonly group: PropertyGroup; readonly title: string }[] = [
  { group: 'paint', title: 'Paint' },
  { group: 'text', title: 'Text' },
  { group: 'place', title: 'Place' },
  { group: 'shape', title: 'Shape' },
  { group: 'layout', title: 'Layout' },
  { group: 'effect', title: 'Effect' },
  { group: 'answer', title: 'Answer' },
]

/** Properties whose effect is not drawn yet are not offered. */
const NOT_OFFERED = new Set(['fadeTop', 'fadeBottom', 'shadow', 'focusable', 'wrap'])

/** What the selected part is like in the selected look, with what the look changes marked. */
export function PartProperties() {
  const { parts, state, editedStates, view, select } = useBench()
  const [part] = parts
  return (
    <section className="properties" aria-label="Properties">
      <div className="into">
        <ToggleButtonGroup size="small" exclusive value={view.into} aria-label="Edits go into" onChange={(_event, into: Into | null) => into && select({ do: 'edit into', into })}>
          <ToggleButton value="look"><StateMark hue={state.hue} size={10} />{editedStates.length > 1 ? `${editedStates.length} looks` : state.name}</ToggleButton>
          <ToggleButton value="base">base</ToggleButton>
          <ToggleButton value="all">all looks</ToggleButton>
        </ToggleButtonGroup>
      </div>
      {part ? <PropertyList part={part} /> : <p className="muted hint">Select a part to see what it is like.</p>}
    </section>
  )
}

function PropertyList({ part }: { readonly part: Part }) {
  const bench = useBench()
  const { project, component, parts, view, editedStates } = bench
  const scope = useMemo(() => scopeOf(project, component), [project, component])
  const definitions = propertiesOf(part.kind).filter(({ name }) => !NOT_OFFERED.has(name))
  const where = view.into === 'look' ? `in ${editedStates.map(({ name }) => name).join(', ')}` : view.into === 'base' ? 'in the base look' : 'in all looks'
  return (
    <>
      <h2 className="caption">{parts.length > 1 ? `${parts.length} parts` : part.name} <span className="muted">{where}</span></h2>
      {part.kind === 'instance' && <InstanceProperties part={part} />}
      {GROUPS.map(({ group, title }) => {
        const inGroup = definitions.filter((definition) => definition.group === group)
        if (inGroup.length === 0) return null
        return (
          <Fold key={group} title={title} startsOpen={group === 'paint' || group === 'text' || group === 'place'}>
            {() => inGroup.map((definition) => <PropertyRow key={definition.name} part={part} definition={definition} scope={scope} />)}
          </Fold>
        )
      })}
      {part.kind !== 'instance' && <ContinuousMotion part={part} />}
    </>
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
  const { project, parts, view, state, make, propertyEdit } = useBench()
  const { name, initial } = definition
  const base = part.base[name] ?? initial
  const own = view.into === 'look' ? state.look[part.id]?.[name] : undefined
  const change = (value: Value) => make(propertyEdit(parts.map(({ id }) => ({ part: id, property: name, value }))), `set ${definition.label} of ${part.name}`)
  return (
    <div className={own === undefined ? 'property' : 'property is-changed'} data-property={name}>
      <PropertyField definition={definition} value={own ?? base} scope={scope} tokens={project.tokens} onChange={change} />
      {own !== undefined && <Was part={part} definition={definition} base={base} />}
    </div>
  )
}

/** What the base look says where a look says something else, and the way back to it. */
function Was({ part, definition, base }: { readonly part: Part; readonly definition: PropertyDefinition; readonly base: Value }) {
  const { project, component, axis, state, make } = useBench()
  const takeBack = () =>
    make(takeBackProperty(component, { look: 'state', axis: axis.id, state: state.id }, part.id, definition.name), `take back ${definition.label} of ${part.name}`)
  const was = `was ${formatValue(base, project.tokens) || 'empty'}`
  return (
    <button className="plain was" onClick={takeBack} aria-label={`${was}: Take back ${definition.label}`}>{was} ↩</button>
  )
}

const PROPERTY_TYPES: Readonly<Record<Parameter['type'], PropertyType>> = {
  text: 'text', number: 'number', 'yes/no': 'yesNo', choice: 'choice', colour: 'colour', slot: 'text',
}

/** What a holder can say about an instance: the states it puts it into, and its parameters. */
function InstanceProperties({ part }: { readonly part: Extract<Part, { kind: 'instance' }> }) {
  const bench = useBench()
  const { project } = bench
  const inner = project.components.find(({ id }) => id === part.component)
  if (!inner) return <p role="alert">Its component is gone.</p>
  return (
    <details open>
      <summary>{inner.name}</summary>
      {inner.axes.filter(({ drivenBy }) => drivenBy === null).map((axis) => {
        const property = stateProperty(axis.id)
        const value = saidOf(bench, part, property) ?? part.start[axis.id] ?? axis.start
        return (
          <ChoiceField
            key={axis.id} label={axis.name} value={String(value)} choices={axis.states.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(to) => bench.make(instanceEdit(bench, part, property, to), `put ${part.name} into a state`)}
          />
        )
      })}
      {inner.parameters.map((parameter) => {
        const property = parameterProperty(parameter.id)
        const definition: PropertyDefinition = {
          name: property, label: parameter.name, initial: parameter.initial, group: 'answer', kinds: ['instance'],
          type: PROPERTY_TYPES[parameter.type],
          ...(parameter.choices ? { choices: parameter.choices } : {}),
        }
        return (
          <PropertyField
            key={parameter.id} definition={definition} value={saidOf(bench, part, property) ?? parameter.initial} scope={scopeOf(project, bench.component)}
            onChange={(value) => bench.make(instanceEdit(bench, part, property, value), `set ${parameter.name} of ${part.name}`)}
          />
        )
      })}
    </details>
  )
}

const saidOf = ({ view, state }: Bench, part: Part, property: string): Value | undefined =>
  (view.into === 'look' ? state.look[part.id]?.[property] : undefined) ?? part.base[property]

const instanceEdit = ({ component, place }: Bench, part: Part, property: string, value: Value) => setProperty(component, place, part.id, property, value)

