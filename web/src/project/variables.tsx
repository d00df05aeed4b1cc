import { namesOf, type Component } from '@rheoscope/core/document'
import { useStillBench } from '../bench/page/use-bench'
import { VariableList } from '../rules/variable-list'
import { useEditing } from '../session/use-editing'

/** What each instance of the component remembers: rules set it, expressions and conditions read it. */
export function Variables() {
  const { project, component, make } = useStillBench()
  const taken = namesOf([...component.variables, ...component.parameters, ...project.variables])
  return <VariableList title="Variables" owner={{ component: component.id }} variables={component.variables} project={project} taken={taken} make={make} />
}

/** What all instances of all components remember together; `component` is the one that is being worked on, whose own names are taken. */
export function SharedVariables({ component }: { readonly component?: Component }) {
  const { project, make } = useEditing()
  const taken = namesOf([...project.variables, ...(component ? [...component.variables, ...component.parameters] : [])])
  return <VariableList title="Shared variables" owner="everyone" variables={project.variables} project={project} taken={taken} make={make} />
}
