import { namesOf } from '@rheoscope/core/document'
import { VariableList } from '../rules/variable-list'
import { useStillBench } from '../bench/page/use-bench'

/** What each instance of the component remembers: rules set it, expressions and conditions read it. */
export function Variables() {
  const { project, component, make } = useStillBench()
  return <VariableList title="Variables" owner={{ component: component.id }} variables={component.variables} project={project} taken={useTaken()} make={make} />
}

/** What all instances of all components remember together. */
export function SharedVariables() {
  const { project, make } = useStillBench()
  return <VariableList title="Shared variables" owner="everyone" variables={project.variables} project={project} taken={useTaken()} make={make} />
}

function useTaken(): ReadonlySet<string> {
  const { project, component } = useStillBench()
  return namesOf([...component.variables, ...component.parameters, ...project.variables])
}
