import { holdsIn, removeRule, setRuleField, type Rule, type Target } from '@rheoscope/core/document'
import { ChoiceField } from '../fields/property-field'
import { ActionFields } from '../rules/action-fields'
import { ConditionField, TriggerFields } from '../rules/trigger-fields'
import { MotionFields } from './motion-fields'
import { RulesOfComponent } from './rules-of-component'
import { useBench } from './use-bench'

/** Everything about the rule in the selected cell. */
export function RuleInspector() {
  const { rule, axis, component, view, make } = useBench()
  if (!rule) return view.row === null ? null : <p className="muted hint">Nothing answers here. Drag from the cell to a column, or type the name or number of a state.</p>
  const states = axis.states.filter(({ id }) => holdsIn(rule, id)).map(({ name }) => name)
  return (
    <RulesOfComponent>
      <section aria-label="Rule" key={rule.id}>
        <div className="section-head">
          <h2 className="caption">Rule: {rule.trigger.on}, in {statesText(states, axis.states.length)}</h2>
          <button className="plain underlined muted" onClick={() => make(removeRule(component.id, rule.id), `remove the rule on ${rule.trigger.on}`)}>Remove</button>
        </div>
        <TriggerFields rule={rule} />
        <TargetField rule={rule} />
        <ConditionField label="if" value={rule.guard} empty="always" onChange={(guard) => make(setRuleField(component.id, rule.id, 'guard', guard), 'set the condition of a rule')} />
        {rule.target.go !== 'ignored' && <ActionFields rule={rule} />}
        {rule.target.go !== 'ignored' && <MotionFields />}
      </section>
    </RulesOfComponent>
  )
}

const statesText = (names: readonly string[], all: number): string =>
  names.length === all && all > 1 ? 'every state' : names.length > 3 ? `${names.length} states` : names.join(' and ')

const SPECIAL: readonly { readonly value: string; readonly label: string; readonly target: Target }[] = [
  { value: 'next', label: 'next', target: { go: 'next', loops: false } },
  { value: 'next wrap', label: 'next, wrapping round', target: { go: 'next', loops: true } },
  { value: 'previous', label: 'previous', target: { go: 'previous', loops: false } },
  { value: 'previous wrap', label: 'previous, wrapping round', target: { go: 'previous', loops: true } },
  { value: 'back', label: 'back', target: { go: 'back' } },
  { value: 'stay', label: 'stay', target: { go: 'stay' } },
  { value: 'nothing', label: 'nothing on purpose', target: { go: 'ignored' } },
]

function TargetField({ rule }: { readonly rule: Rule }) {
  const { component, axis, make } = useBench()
  const { target } = rule
  const value = target.go === 'state' ? `state ${target.state}` : 'loops' in target && target.loops ? `${target.go} wrap` : target.go
  const choices = [...axis.states.map(({ id, name }) => ({ value: `state ${id}`, label: name })), ...SPECIAL]
  const change = (chosen: string) => {
    const to = SPECIAL.find((each) => each.value === chosen)?.target ?? { go: 'state' as const, state: chosen.slice('state '.length) }
    make(setRuleField(component.id, rule.id, 'target', to), 'set where a rule leads')
  }
  return <ChoiceField label="go to" value={value} choices={choices} onChange={change} />
}
