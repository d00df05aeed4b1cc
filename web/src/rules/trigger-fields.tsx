import { certain, isFromUser, latestMs, setRuleField, settablesOf, theOne, type KeyTrigger, type Rule, type TimerTrigger, type Trigger } from '@rheoscope/core/document'
import { namesToWrite, scopeOf } from '@rheoscope/core/expression'
import { conditionScope } from '@rheoscope/core/machine'
import { CommitField } from '../fields/commit-field'
import { conditionProblem } from '../fields/condition'
import { ChoiceField } from '../fields/choice-field'
import { MsField, SpanField } from '../fields/ms-field'
import { ExpressionField } from './expression-field'
import { useRuleHome } from './rule-home'

/** What there is to say about the trigger of a rule besides its kind. */
export function TriggerFields({ rule }: { readonly rule: Rule }) {
  const { owner, make, onMoved } = useRuleHome()
  const { trigger } = rule
  const say = (to: Trigger) => {
    make(setRuleField(owner, rule.id, 'trigger', to), `set ${trigger.on}`)
    onMoved(rule, to, rule.part)
  }
  return (
    <>
      {isFromUser(trigger) && <SourceField rule={rule} />}
      <KindFields trigger={trigger} onChange={say} />
    </>
  )
}

function KindFields({ trigger, onChange }: { readonly trigger: Trigger; readonly onChange: (to: Trigger) => void }) {
  const { project, component } = useRuleHome()
  switch (trigger.on) {
    case 'after':
    case 'every':
      return (
        <>
          <SpanField label={trigger.on} least={trigger.ms} most={latestMs(trigger)} onChange={(ms, mostMs) => onChange(withSpan(trigger, ms, mostMs))} />
          <ChoiceField label="counted from" value={trigger.since} choices={[{ value: 'entering', label: 'entering the state' }, { value: 'settling', label: 'settling in it' }, { value: 'entering the first', label: 'entering the first of them' }]} onChange={(since) => onChange({ ...trigger, since: theOne(ORIGINS, (each) => each === since) })} />
          <ConditionField label="held while" value={trigger.pauseWhile} empty="never" onChange={(pauseWhile) => onChange({ ...trigger, pauseWhile })} />
        </>
      )
    case 'long press':
      return <MsField label="held for" ms={trigger.thresholdMs} step={100} onChange={(thresholdMs) => onChange({ ...trigger, thresholdMs })} />
    case 'double tap':
      return <ChoiceField label="first tap" value={trigger.tapWaits ? 'waits for the second' : 'is sent at once'} choices={['is sent at once', 'waits for the second']} onChange={(chosen) => onChange({ ...trigger, tapWaits: chosen === 'waits for the second' })} />
    case 'key':
    case 'key up':
      return (
        <>
          <CommitField label="key" isMono value={keyText(trigger)} onCommit={(text) => takeKey(text, (key) => onChange({ ...trigger, ...key }))} />
          <ChoiceField label="heard" value={trigger.anywhere ? 'anywhere' : 'with the focus'} choices={['with the focus', 'anywhere']} onChange={(where) => onChange({ ...trigger, anywhere: where === 'anywhere' })} />
        </>
      )
    case 'settled':
      return <ChoiceField label="what" value={trigger.inside === true ? 'with what is inside' : 'by itself'} choices={['by itself', 'with what is inside']} onChange={(what) => onChange(what === 'by itself' ? { on: 'settled' } : { on: 'settled', inside: true })} />
    case 'changes': {
      const names = [...settablesOf(project, component), ...component.parameters].map(({ name }) => name)
      return (
        <>
          <ChoiceField label="what" value={trigger.name} choices={['', ...names]} onChange={(name) => onChange({ ...trigger, name })} />
          <CommitField label="to" isMono value={trigger.to === null ? '' : String(trigger.to)} placeholder="any value" onCommit={(text) => (onChange({ ...trigger, to: valueOf(text) }), null)} />
        </>
      )
    }
    case 'while dragged':
      return (
        <>
          <ExpressionField label="by" value={trigger.by} onChange={(by) => onChange({ ...trigger, by })} />
          <ConditionField label="kept if" value={trigger.keptIf} empty="half way" onChange={(keptIf) => onChange({ ...trigger, keptIf })} />
        </>
      )
    case 'while scrolled':
      return <ExpressionField label="by" value={trigger.by} onChange={(by) => onChange({ ...trigger, by })} />
    case 'message':
      return <CommitField label="named" value={trigger.name} onCommit={(name) => (name.trim() === '' ? 'A message has a name.' : (onChange({ ...trigger, name: name.trim() }), null))} />
    default:
      return null
  }
}

function SourceField({ rule }: { readonly rule: Rule }) {
  const { component, owner, whole, make, onMoved } = useRuleHome()
  const listenTo = (part: string | null) => {
    make(setRuleField(owner, rule.id, 'part', part), 'set what a rule listens to')
    onMoved(rule, rule.trigger, part)
  }
  const choices = [{ value: '', label: whole }, ...component.parts.slice(1).map(({ id, name }) => ({ value: id, label: name }))]
  return <ChoiceField label="on part" value={rule.part ?? ''} choices={choices} onChange={(part) => listenTo(part || null)} />
}

/** A yes/no expression; none when it is left empty or says what stands for that. */
export function ConditionField({ label, value, empty, speaksOfStates = false, onChange }: { readonly label: string; readonly value: string | null; readonly empty: string; readonly speaksOfStates?: boolean; readonly onChange: (to: string | null) => void }) {
  const { project, component } = useRuleHome()
  const scope = speaksOfStates ? conditionScope(project, component) : scopeOf(project, component)
  const take = (text: string): string | null => {
    const condition = text.trim() === '' || text.trim() === empty ? null : text.trim()
    const problem = condition === null ? null : conditionProblem(condition, scope, 'A condition')
    if (problem === null) onChange(condition)
    return problem
  }
  return <CommitField label={label} value={value ?? empty} isMono names={namesToWrite(scope)} isAllExpression onCommit={take} />
}

/** A timer that comes between two times; one of a single time says no other. */
function withSpan({ mostMs: _before, ...trigger }: TimerTrigger, ms: number, mostMs: number): TimerTrigger {
  return { ...trigger, ms, ...(mostMs > ms ? { mostMs } : {}) }
}

const ORIGINS = ['entering', 'settling', 'entering the first'] as const

const MODIFIERS = ['shift', 'control', 'alt', 'meta'] as const

const keyText = ({ key, modifiers }: KeyTrigger): string =>
  [...MODIFIERS.filter((name) => modifiers[name]).map((name) => certain(name[0]).toUpperCase() + name.slice(1)), key === ' ' ? 'Space' : (key ?? 'any')].join('+')

/** Reads `Shift+ArrowRight` or `any`, names as `KeyboardEvent.key` has them. */
function takeKey(text: string, onKey: (key: Pick<KeyTrigger, 'key' | 'modifiers'>) => void): string | null {
  const words = text.split('+').map((word) => word.trim()).filter(Boolean)
  const key = words.at(-1)
  if (!key) return 'Write a key, such as ArrowRight, Shift+A or any.'
  const held = words.slice(0, -1).map((word) => word.toLowerCase())
  const unknown = held.find((word) => !MODIFIERS.some((name) => name === word))
  if (unknown) return `“${unknown}” is no key to hold; Shift, Control, Alt and Meta are.`
  if (key.toLowerCase() === 'any') {
    if (held.length > 0) return 'Any key comes with whatever is held.'
    onKey({ key: null, modifiers: {} })
    return null
  }
  onKey({ key: key === 'Space' ? ' ' : key, modifiers: Object.fromEntries(held.map((word) => [word, true])) })
  return null
}

function valueOf(text: string): string | number | boolean | null {
  const typed = text.trim()
  if (typed === '') return null
  if (typed === 'yes' || typed === 'no') return typed === 'yes'
  return Number.isFinite(Number(typed)) ? Number(typed) : typed
}
