import { useMemo, useState } from 'react'
import { MenuItem } from '@mui/material'
import { addRule, componentOf, defaultTrigger, isFromUser, removeRule, screenRule, setRuleField, type Part, type Rule, type TriggerKind } from '@rheoscope/core/document'
import { surfaceComponent } from '@rheoscope/core/machine'
import { triggerTitle } from '../bench/table/rows'
import { ActionFields } from '../rules/action-fields'
import { RuleHomeContext, type RuleHome } from '../rules/rule-home'
import { ConditionField, TriggerFields } from '../rules/trigger-fields'
import { newId } from '../session/new-id'
import { FloatingMenu } from '../theme/floating'
import { useStage } from './use-stage'

const OF_PARTS: readonly TriggerKind[] = ['tap', 'double tap', 'long press', 'press', 'release', 'cancel', 'press outside', 'enter', 'leave', 'wheel', 'scroll', 'pinch', 'focus', 'blur']
const OF_THE_SCREEN: readonly TriggerKind[] = ['message', 'changes', 'key', 'key up', 'press outside', 'after', 'every', 'shown', 'hidden']

/** What the screen does when something comes of the selected part, or, while none is selected, of the screen as a whole. */
export function ScreenRules() {
  const { project, screen, part } = useStage()
  const rules = screen.rules.filter((rule) => (part ? rule.part === part.id : rule.part === null))
  return (
    <RulesOfScreen>
      <section aria-label="Rules of the screen">
        <div className="section-head">
          <h2 className="caption">{part ? `Rules of ${part.name}` : 'Rules of the screen'}</h2>
          <AddRule part={part} />
        </div>
        {part && answersItself(project, part) && <p className="muted hint">Taps on what answers them itself only come here if they are let through, or sent on as a message.</p>}
        {rules.map((rule) => <RuleCard key={rule.id} rule={rule} />)}
      </section>
    </RulesOfScreen>
  )
}

function RulesOfScreen({ children }: { readonly children: React.ReactNode }) {
  const { project, screen, part, make } = useStage()
  const home = useMemo((): RuleHome => ({
    project, component: surfaceComponent(project, { screen: screen.id }), owner: { screen: screen.id }, whole: 'whole screen', part,
    make: (edit, label) => edit && make(edit, label),
    onMoved: () => undefined,
    pulseLook: null,
  }), [project, screen, part, make])
  return <RuleHomeContext.Provider value={home}>{children}</RuleHomeContext.Provider>
}

function AddRule({ part }: { readonly part: Part | null }) {
  const { screen, make } = useStage()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const add = (kind: TriggerKind) => {
    setAnchor(null)
    const usual = defaultTrigger(kind)
    make(addRule({ screen: screen.id }, screenRule(newId(kind), 'anywhere' in usual ? { ...usual, anywhere: true } : usual, part?.id ?? null)), `answer ${kind}`)
  }
  return (
    <>
      <button className="plain underlined" aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>+ rule</button>
      <FloatingMenu anchor={anchor} onClose={() => setAnchor(null)}>
        {(part ? OF_PARTS : OF_THE_SCREEN).map((kind) => <MenuItem key={kind} onClick={() => add(kind)}>{kind}</MenuItem>)}
      </FloatingMenu>
    </>
  )
}

function RuleCard({ rule }: { readonly rule: Rule }) {
  const { screen, make } = useStage()
  const owner = { screen: screen.id }
  return (
    <article className="rule-card" aria-label={`Rule on ${triggerTitle(rule.trigger)}`}>
      <div className="section-head">
        <b>{triggerTitle(rule.trigger)}</b>
        <button className="plain muted" aria-label={`Remove the rule on ${triggerTitle(rule.trigger)}`} onClick={() => make(removeRule(owner, rule.id), `remove the rule on ${rule.trigger.on}`)}>×</button>
      </div>
      {isFromUser(rule.trigger) && rule.trigger.on !== 'key' ? null : <TriggerFields rule={rule} />}
      <ConditionField label="if" value={rule.guard} empty="always" speaksOfStates onChange={(guard) => make(setRuleField(owner, rule.id, 'guard', guard), 'set the condition of a rule')} />
      <ActionFields rule={rule} />
    </article>
  )
}

/** Whether an instance has taps of its own that it does not let through. */
function answersItself(project: Parameters<typeof componentOf>[0], part: Part): boolean {
  const component = part.kind === 'instance' ? componentOf(project, part.component) : undefined
  return component?.rules.some((rule) => rule.trigger.on === 'tap' && !rule.letThrough) === true
}
