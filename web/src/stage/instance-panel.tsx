import { Link } from 'react-router'
import { componentOf, parameterProperty, propertyDefinition, renameOnScreen, setOnScreen, startInstanceIn, type Component, type InstancePart, type Literal, type Part, type Value } from '@rheoscope/core/document'
import { scopeOf } from '@rheoscope/core/expression'
import { surfaceComponent } from '@rheoscope/core/machine'
import { CommitField } from '../fields/commit-field'
import { ComponentField } from '../fields/component-field'
import { ParameterValue } from '../fields/parameter-value'
import { formatValue, parseValue } from '../fields/parse-value'
import { ChoiceField } from '../fields/property-field'
import { useStage } from './use-stage'

/** What is said about the selected part: where it stands, how it starts, and what it is given. */
export function InstancePanel() {
  const { project, part } = useStage()
  if (!part) return <section aria-label="Selected"><p className="muted hint">Select something on the screen to say how it starts and what it is given.</p></section>
  const component = part.kind === 'instance' ? componentOf(project, part.component) : undefined
  return (
    <section aria-label="Selected" key={part.id}>
      <PlaceFields part={part} />
      {part.kind === 'instance' && component && <InstanceFields part={part} component={component} />}
    </section>
  )
}

const PLACE = ['x', 'y', 'rotate', 'opacity'] as const
const PAINTED = ['fill', 'width', 'height'] as const
const WRITTEN = ['text', 'fontSize'] as const

function PlaceFields({ part }: { readonly part: Part }) {
  const { project, screen, make } = useStage()
  const rename = (name: string) => (name.trim() === '' ? 'Everything on a screen has a name.' : (make(renameOnScreen(screen.id, part.id, name.trim()), `rename ${part.name}`), null))
  const properties = [...PLACE, ...(part.kind === 'instance' ? [] : PAINTED), ...(part.kind === 'text' ? WRITTEN : [])]
  return (
    <>
      <CommitField label="name" value={part.name} onCommit={rename} />
      {properties.map((property) => {
        const definition = propertyDefinition(property)!
        const take = (text: string): string | null => {
          const parsed = parseValue(definition, text, scopeOf(project, surfaceComponent(project, { screen: screen.id })), project.tokens)
          if ('problem' in parsed) return parsed.problem
          make(setOnScreen(screen.id, part.id, { [property]: parsed.value }), `set ${definition.label} of ${part.name}`)
          return null
        }
        return <CommitField key={property} label={definition.label} isMono value={formatValue(part.base[property] ?? definition.initial, project.tokens)} onCommit={take} />
      })}
    </>
  )
}

function InstanceFields({ part, component }: { readonly part: InstancePart; readonly component: Component }) {
  const { project, screen, make } = useStage()
  const say = (parameter: string, name: string) => (value: Literal) => make(setOnScreen(screen.id, part.id, { [parameterProperty(parameter)]: value }), `give ${part.name} its ${name}`)
  return (
    <>
      <div className="section-head"><h2 className="caption">{component.name}</h2><Link className="underlined" to={`/project/${project.id}/component/${component.id}`}>to the bench</Link></div>
      {component.axes.filter(({ drivenBy, states }) => drivenBy === null && states.length > 1).map((axis) => (
        <ChoiceField
          key={axis.id} label={`${axis.name} starts`} value={part.start[axis.id] ?? axis.start} choices={axis.states.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(state) => make(startInstanceIn(screen.id, part.id, axis.id, state), `start ${part.name} elsewhere`)}
        />
      ))}
      {component.parameters.map((parameter) => {
        const value = literalOr(part.base[parameterProperty(parameter.id)], parameter.initial)
        if (parameter.type === 'slot') return <ComponentField key={parameter.id} label={parameter.name} value={String(value)} project={project} outside={screen.id} onChange={say(parameter.id, parameter.name)} />
        return <ParameterValue key={parameter.id} parameter={parameter} label={parameter.name} value={value} onChange={say(parameter.id, parameter.name)} />
      })}
    </>
  )
}

const literalOr = (value: Value | undefined, otherwise: Literal): Literal =>
  value === undefined || (typeof value === 'object' && value !== null && ('expr' in value || 'token' in value)) ? otherwise : value
