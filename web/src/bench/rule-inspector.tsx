import {
  holdsIn, isFromUser, removeRule, setRuleField, setRuleTiming, triggerRow, type Motion, type Rule, type Target, type Timing,
} from '@rheoscope/core/document'
import { scopeOf, typeOf } from '@rheoscope/core/expression'
import { CommitField } from '../fields/commit-field'
import { parseNumber } from '../fields/parse-value'
import { ChoiceField } from '../fields/property-field'
import { formatReference, isReference, parseReference } from '../fields/token-reference'
import { ruleTiming } from './timing-text'
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
      {isFromUser(rule.trigger) && <SourceField rule={rule} />}
      {'ms' in rule.trigger && <TimerFields rule={rule} />}
      <TargetField rule={rule} />
      <GuardField rule={rule} />
      {rule.target.go !== 'nothing' && <MotionFields rule={rule} />}
    </section>
  )
}

const WHOLE = 'whole component'

function SourceField({ rule }: { readonly rule: Rule }) {
  const { component, state, make, select } = useBench()
  const listenTo = (part: string | null) => {
    make(setRuleField(component.id, rule.id, 'part', part), 'set what a rule listens to')
    select({ do: 'select cell', state: state.id, row: triggerRow(rule.trigger, part) })
  }
  const choices = [{ value: '', label: WHOLE }, ...component.parts.slice(1).map(({ id, name }) => ({ value: id, label: name }))]
  return <ChoiceField label="on part" value={rule.part ?? ''} choices={choices} onChange={(part) => listenTo(part || null)} />
}

function TimerFields({ rule }: { readonly rule: Rule }) {
  const { component, make } = useBench()
  const { trigger } = rule
  if (!('ms' in trigger)) return null
  const setMs = (text: string): string | null => {
    const ms = wholeMs(text)
    if (typeof ms === 'string') return ms
    make(setRuleField(component.id, rule.id, 'trigger', { ...trigger, ms }), `set ${trigger.on}`)
    return null
  }
  return (
    <>
      <CommitField label={trigger.on} value={`${trigger.ms} ms`} isMono onCommit={setMs} onStep={stepMs(100)} />
      <ChoiceField
        label="counted from" value={trigger.since} choices={['entering', 'settling']}
        onChange={(since) => make(setRuleField(component.id, rule.id, 'trigger', { ...trigger, since: since as 'entering' }), 'set what a timer counts from')}
      />
    </>
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

function GuardField({ rule }: { readonly rule: Rule }) {
  const { project, component, make } = useBench()
  const setGuard = (text: string): string | null => {
    const guard = text.trim() === '' || text.trim() === 'always' ? null : text.trim()
    try {
      const type = guard === null ? 'yes/no' : typeOf(guard, scopeOf(project, component))
      if (type !== 'yes/no') return `A condition is a yes/no; this is a ${type}.`
    } catch (error) {
      return (error as Error).message
    }
    make(setRuleField(component.id, rule.id, 'guard', guard), 'set the condition of a rule')
    return null
  }
  return <CommitField label="if" value={rule.guard ?? 'always'} isMono onCommit={setGuard} />
}

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
      <ChoiceField label="turns" value={timing.turn} choices={['shortest', 'clockwise', 'counterclockwise', 'as written']} onChange={(turn) => set('turn', turn as NonNullable<Timing['turn']>)} />
    </>
  )
}

const LONGEST_MS = 3_600_000

/** A length of time as typed, in whole milliseconds; a sentence when it is none. */
export function wholeMs(text: string): number | string {
  const number = parseNumber(text)
  if ('problem' in number) return number.problem
  const ms = Math.round(number.value)
  return ms >= 0 && ms <= LONGEST_MS ? ms : 'A time is from 0 ms to an hour.'
}

const stepMs = (by: number) => (text: string, steps: number): string => {
  const ms = wholeMs(text)
  return typeof ms === 'string' ? text : `${Math.max(0, ms + steps * by)} ms`
}
