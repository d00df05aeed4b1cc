import { decidedBy, firstOf, holdsIn, leadElsewhere, removeRule, setNote, setRuleField, statesHeldBy, type Axis, type Outcome, type Rule, type Target } from '@rheoscope/core/document'
import { CommitField } from '../../fields/commit-field'
import { parseNumber } from '../../fields/parse-value'
import { ChoiceField } from '../../fields/choice-field'
import { NoteField } from '../../fields/note-field'
import { ActionFields } from '../../rules/action-fields'
import { ConditionField, TriggerFields } from '../../rules/trigger-fields'
import { MotionFields } from './motion-fields'
import { outcomesOf } from '../table/outcomes'
import { destination } from '../lanes/timing-text'
import { newId } from '../../session/new-id'
import { RulesOfComponent } from '../table/rules-of-component'
import { useBench } from '../page/use-bench'

/** Everything about the rule in the selected cell. */
export function RuleInspector() {
  const { rule, axis, component, view, make } = useBench()
  if (!rule) return view.row === null ? null : <p className="muted hint">Nothing answers here. Drag from the cell to a column, or type the name or number of a state.</p>
  const states = axis.states.filter(({ id }) => holdsIn(rule, id, axis)).map(({ name }) => name)
  return (
    <RulesOfComponent>
      <section aria-label="Rule" key={rule.id}>
        <div className="section-head">
          <h2 className="caption">Rule: {rule.trigger.on}, in {statesText(states, axis.states.length)}</h2>
          <button className="plain underlined muted" onClick={() => make(removeRule(component.id, rule.id), `remove the rule on ${rule.trigger.on}`)}>Remove</button>
        </div>
        <TriggerFields rule={rule} />
        <WithinField rule={rule} />
        <TargetField rule={rule} />
        <ConditionField label="if" value={rule.guard} empty="always" speaksOfStates onChange={(guard) => make(setRuleField(component.id, rule.id, 'guard', guard), 'set the condition of a rule')} />
        {rule.target.go !== 'ignored' && <ActionFields rule={rule} />}
        {rule.target.go !== 'ignored' && <MotionFields />}
        <NoteField value={rule.note} onCommit={(note) => make(setNote(['components', component.id, 'rules', rule.id], note), `note on the rule on ${rule.trigger.on}`)} />
      </section>
    </RulesOfComponent>
  )
}

const statesText = (names: readonly string[], all: number): string =>
  names.length === all && all > 1 ? 'every state' : names.length > 3 ? `${names.length} states` : names.join(' and ')

/** Whether a rule holds in states one by one, as its cells say, or in a group, whatever states that has. */
function WithinField({ rule }: { readonly rule: Rule }) {
  const { component, axis, make } = useBench()
  const { groups = [] } = axis
  if (groups.length === 0) return null
  const [only, ...others] = 'only' in rule.within ? rule.within.only : []
  const group = others.length === 0 ? groups.find(({ id }) => id === only) : undefined
  const hold = (chosen: string) => {
    const states = chosen === '' ? statesHeldBy(component, rule).map(({ id }) => id) : [chosen]
    make(setRuleField(component.id, rule.id, 'within', { only: states }), 'set where a rule holds')
  }
  return <ChoiceField label="holds in" value={group?.id ?? ''} choices={[{ value: '', label: 'these states' }, ...groups.map(({ id, name }) => ({ value: id, label: `all of ${name}` }))]} onChange={hold} />
}

const SPECIAL: readonly { readonly value: string; readonly label: string; readonly target: Target }[] = [
  { value: 'next', label: 'next', target: { go: 'next', loops: false } },
  { value: 'next wrap', label: 'next, looping', target: { go: 'next', loops: true } },
  { value: 'previous', label: 'previous', target: { go: 'previous', loops: false } },
  { value: 'previous wrap', label: 'previous, looping', target: { go: 'previous', loops: true } },
  { value: 'back', label: 'back', target: { go: 'back' } },
  { value: 'stay', label: 'stay', target: { go: 'stay' } },
  { value: 'nothing', label: 'ignored', target: { go: 'ignored' } },
]

function TargetField({ rule }: { readonly rule: Rule }) {
  const { project, component, axis, make } = useBench()
  const { target } = rule
  const isLeft = rule.trigger.on === 'left'
  const isDecided = decidedBy(axis) !== null
  const to = destination(component, rule)
  const value = to !== null && target.go !== 'one of' ? `state ${to}` : 'loops' in target && target.loops ? `${target.go} wrap` : target.go
  const special = isLeft || isDecided ? SPECIAL.filter(({ value: each }) => each === 'stay' || each === 'nothing') : SPECIAL
  const choices = [
    ...(isLeft ? [] : axis.states.map(({ id, name }) => ({ value: `state ${id}`, label: name }))),
    ...(!isLeft && !isDecided && axis.states.length > 1 ? [{ value: 'one of', label: 'one of several, by chance' }] : []),
    ...special,
  ]
  const lead = (wanted: Target) => make(leadElsewhere(project, component, rule, wanted, newId), 'set where a rule leads')
  const change = (chosen: string) => {
    if (chosen === 'one of') lead({ go: 'one of', of: toBeginWith(axis, target) })
    else lead(SPECIAL.find((each) => each.value === chosen)?.target ?? { go: 'state', state: chosen.slice('state '.length) })
  }
  return (
    <>
      <ChoiceField label="go to" value={value === 'ignored' ? 'nothing' : value} choices={choices} onChange={change} />
      {isDecided && <p className="muted hint">{decidedBy(axis)} decides {axis.name}: the rule sets it, and {axis.name} follows.</p>}
      {target.go === 'one of' && <OutcomeFields target={target} onChange={lead} />}
    </>
  )
}

/** Two outcomes to begin with: where it leads now, and another state. */
function toBeginWith({ states }: Axis, target: Target): readonly Outcome[] {
  const first = states.find(({ id }) => target.go === 'state' && id === target.state) ?? firstOf(states)
  const second = states.find((each) => each !== first) ?? first
  return [first, second].map(({ id }) => ({ state: id, weight: 1 }))
}

type ByChance = Extract<Target, { go: 'one of' }>

/** The states chance decides between, and how often each comes beside the others. */
function OutcomeFields({ target, onChange }: { readonly target: ByChance; readonly onChange: (to: Target) => void }) {
  const { axis } = useBench()
  const chances = outcomesOf(target, axis.states)
  const set = (index: number, to: Partial<Outcome>) => onChange({ ...target, of: target.of.map((each, at) => (at === index ? { ...each, ...to } : each)) })
  const free = axis.states.find(({ id }) => !target.of.some(({ state }) => state === id))
  return (
    <div className="outcomes" role="group" aria-label="Outcomes">
      {target.of.map(({ state, weight }, index) => (
        <div key={index} className="outcome">
          <ChoiceField label={`outcome ${index + 1}`} hidesLabel value={state} choices={axis.states.map(({ id, name }) => ({ value: id, label: name }))} onChange={(to) => set(index, { state: to })} />
          <CommitField label={`how often outcome ${index + 1} comes`} hidesLabel isMono value={String(weight)} onCommit={(text) => takeWeight(text, (to) => set(index, { weight: to }))} />
          <span className="mono muted">{chances[index]?.percent} %</span>
          {target.of.length > 2 && <button className="plain muted underlined" onClick={() => onChange({ ...target, of: target.of.filter((_each, at) => at !== index) })}>Remove</button>}
        </div>
      ))}
      {free && <button className="plain underlined" onClick={() => onChange({ ...target, of: [...target.of, { state: free.id, weight: 1 }] })}>+ outcome</button>}
    </div>
  )
}

function takeWeight(text: string, onWeight: (weight: number) => void): string | null {
  const read = parseNumber(text)
  if ('problem' in read) return read.problem
  if (read.value <= 0) return 'How often it comes beside the others is more than 0.'
  onWeight(read.value)
  return null
}
