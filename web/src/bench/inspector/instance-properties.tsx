import { parameterDefinition, setProperty, startInstanceIn, stateProperty, type Part, type Value } from '@rheoscope/core/document'
import { scopeOf } from '@rheoscope/core/expression'
import { ComponentField } from '../../fields/component-field'
import { ChoiceField } from '../../fields/choice-field'
import { PropertyField } from '../../fields/property-field'
import { useBench, type Bench } from '../page/use-bench'

/** What a holder can say about an instance: the states it puts it into, and its parameters. */
export function InstanceProperties({ part }: { readonly part: Extract<Part, { kind: 'instance' }> }) {
  const bench = useBench()
  const { project, component } = bench
  const inner = project.components.find(({ id }) => id === part.component)
  if (!inner) return <p role="alert">Its component is gone.</p>
  const say = (property: string, value: Value, label: string) => bench.make(instanceEdit(bench, part, property, value), label)
  return (
    <details open>
      <summary>{inner.name}</summary>
      {inner.axes.filter(({ boundTo }) => boundTo === null).map((axis) => {
        const property = stateProperty(axis.id)
        const value = saidOf(bench, part, property) ?? part.start[axis.id] ?? axis.start
        const choices = axis.states.map(({ id, name }) => ({ value: id, label: name }))
        // What stands on a screen begins in a state and goes on by itself; a look keeps what is inside in one.
        if (bench.isScreen) return axis.states.length > 1 && <ChoiceField key={axis.id} label={`${axis.name} starts`} value={part.start[axis.id] ?? axis.start} choices={choices} onChange={(to) => bench.make(startInstanceIn(component.id, part.id, axis.id, to), `start ${part.name} elsewhere`)} />
        return (
          <ChoiceField
            key={axis.id} label={axis.name} value={String(value)} choices={choices}
            onChange={(to) => say(property, to, `put ${part.name} into a state`)}
          />
        )
      })}
      {inner.parameters.map((parameter) => {
        const definition = parameterDefinition(parameter)
        const value = saidOf(bench, part, definition.name) ?? parameter.initial
        const onChange = (to: Value) => say(definition.name, to, `set ${parameter.name} of ${part.name}`)
        if (parameter.type === 'slot') return <ComponentField key={parameter.id} label={parameter.name} value={String(value)} project={project} outside={component.id} onChange={onChange} />
        return <PropertyField key={parameter.id} definition={definition} value={value} scope={scopeOf(project, component)} project={project} onChange={onChange} />
      })}
    </details>
  )
}

const saidOf = ({ ownValue }: Bench, part: Part, property: string): Value | undefined => ownValue(part.id, property) ?? part.base[property]

const instanceEdit = ({ component, place }: Bench, part: Part, property: string, value: Value) => setProperty(component, place, part.id, property, value)
