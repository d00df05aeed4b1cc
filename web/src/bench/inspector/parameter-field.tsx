import type { Literal, Parameter } from '@rheoscope/core/document'
import { ComponentField } from '../../fields/component-field'
import { ParameterValue } from '../../fields/parameter-value'
import { useStillBench } from '../page/use-bench'

/** The value of one of the component's parameters; for a slot, which component fills it. */
export function ParameterField(props: {
  readonly parameter: Parameter
  readonly value: Literal
  readonly label: string
  readonly hidesLabel?: boolean
  readonly onChange: (value: Literal) => void
}) {
  const { project, component } = useStillBench()
  if (props.parameter.type !== 'slot') return <ParameterValue {...props} />
  return <ComponentField label={props.label} hidesLabel={props.hidesLabel === true} value={String(props.value)} project={project} outside={component.id} onChange={props.onChange} />
}
