import { holdsIn, removeRule, setRuleField, setRuleTiming, type InterruptionPolicy, type Motion, type Rule, type Target, type Timing } from '@rheoscope/core/document'
import { CommitField } from '../fields/commit-field'
import { ChoiceField } from '../fields/property-field'
import { formatReference, isReference, parseReference } from '../fields/token-reference'
import { ruleTiming } from './timing-text'
import { ActionFields } from './action-fields'
import { stepMs, wholeMs } from './ms-field'
import { ConditionField, TriggerFields } from './trigger-fields'
import { useBench } from './use-bench'

/** Everything about the rule in the selected cell. */
export function RuleInspector() {
  const { rule, axis, component, view, make } = useBench()
  if (!rule) return view.row === null ? null : <p className="muted hint">Nothing answers here. Drag from the cell to a column, or type the name or number of a state.</p>
  const states = axis.states.filter(({ id }) => holdsIn(rule, id)).map(({ name }) => name)
  return (
    <section aria-label="Rule" key={rule.id}>
      <div className="section-head">
        <h2 className="caption">Rule: {rule.trigger.on}, in {states.join(' and ')}</h2>
        <button className="plain underlined muted" onClick={() => make(removeRule(component.id, rule.id), `remove the rule on ${rule.trigger.on}`)}>Remove</button>
      </div>
      <TriggerFields rule={rule} />
      <TargetField rule={rule} />
      <ConditionField label="if" value={rule.guard} empty="always" onChange={(guard) => make(setRuleField(component.id, rule.id, 'guard', guard), 'set the condition of a rule')} />
      {rule.target.go !== 'nothing' && <ActionFields rule={rule} />}
      {rule.target.go !== 'nothing' && <MotionFields rule={rule} />}
    </section>
  )
}

const SPECIAL: readonly { readonly value: string; readonly label: string; readonly target: Target }[] = [
  { value: 'next', label: 'next', target: { go: 'next', wrap: false } },
  { value: 'next wrap', label: 'next, wrapping round', target: { go: 'next', wrap: true } },
  { value: 'previous', label: 'previous', target: { go: 'previous', wrap: false } },
  { value: 'previous wrap', label: 'previous, wrapping round', target: { go: 'previous', wrap: true } },
  { value: 'back', label: 'back', target: { go: 'back' } },
  { value: 'stay', label: 'stay', target: { go: 'stay' } },
  { value: 'nothing', label: 'nothing on purpose', target: { go: 'nothing' } },
]

function TargetField({ rule }: { readonly rule: Rule }) {
  const { component, axis, make } = useBench()
  const { target } = rule
  const value = target.go === 'state' ? `state ${target.state}` : 'wrap' in target && target.wrap ? `${target.go} wrap` : target.go
  const choices = [...axis.states.map(({ id, name }) => ({ value: `state ${id}`, label: name })), ...SPECIAL]
  const change = (chosen: string) => {
    const to = SPECIAL.find((each) => each.value === chosen)?.target ?? { go: 'state' as const, state: chosen.slice('state '.length) }
    make(setRuleField(component.id, rule.id, 'target', to), 'set where a rule leads')
  }
  return <ChoiceField label="go to" value={value} choices={choices} onChange={change} />
}

/** What happens to a motion when another one is to start on its axis, in words. */
const POLICIES: readonly { readonly policy: InterruptionPolicy | undefined; readonly label: string }[] = [
  { policy: undefined, label: 'as the component' },
  { policy: 'retarget', label: 'goes on from there' },
  { policy: 'finish first', label: 'finishes first' },
  { policy: 'refuse', label: 'refuses' },
  { policy: 'complete', label: 'jumps to its end' },
]

const policyText = (policy: InterruptionPolicy | undefined): string => POLICIES.find((each) => each.policy === policy)!.label

function MotionFields({ rule }: { readonly rule: Rule }) {
  const { project, component, state, make } = useBench()
  const timing = ruleTiming(project, component, rule, state.id)
  const set = <K extends keyof Timing>(field: K, to: Timing[K] | undefined) =>
    make(setRuleTiming(component.id, rule, field, to as Motion[K]), `set the ${field.replace('Ms', '')} of a motion`)
  const msOf = (field: 'durationMs' | 'delayMs', ms: number): string => {
    const said = rule.motion?.[field]
    return typeof said === 'object' ? formatReference(said, project.tokens) : `${ms} ms`
  }
  const setMs = (field: 'durationMs' | 'delayMs') => (text: string): string | null => {
    if (isReference(text)) {
      const reference = parseReference(text, project.tokens, ['duration'])
      if ('problem' in reference) return reference.problem
      set(field, reference.value)
      return null
    }
    const ms = wholeMs(text)
    if (typeof ms === 'string') return ms
    set(field, ms)
    return null
  }
  return (
    <>
      <div className="side-by-side">
        <CommitField label="takes" value={msOf('durationMs', timing.durationMs)} isMono onCommit={setMs('durationMs')} onStep={stepMs(10)} />
        <CommitField label="waits" value={msOf('delayMs', timing.delayMs)} isMono onCommit={setMs('delayMs')} onStep={stepMs(10)} />
      </div>
      <ChoiceField label="interrupted" value={policyText(rule.motion?.policy)} choices={POLICIES.map(({ label }) => label)} onChange={(label) => make(setRuleTiming(component.id, rule, 'policy', POLICIES.find((each) => each.label === label)?.policy), 'set what happens when a motion is interrupted')} />
      <ChoiceField label="turns" value={timing.turn} choices={['shortest', 'clockwise', 'counterclockwise', 'as written']} onChange={(turn) => set('turn', turn as NonNullable<Timing['turn']>)} />
    </>
  )
}
