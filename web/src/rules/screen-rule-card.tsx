import { useMemo, type ReactNode } from 'react'
import { isFromUser, removeRule, setRuleField, type Edit, type Part, type Project, type Rule, type Screen } from '@rheoscope/core/document'
import { surfaceComponent } from '@rheoscope/core/machine'
import { triggerTitle } from '../bench/table/rows'
import { ActionFields } from './action-fields'
import { RuleHomeContext, type RuleHome } from './rule-home'
import { ConditionField, TriggerFields } from './trigger-fields'

interface RulesOfScreenProps {
  readonly project: Project
  readonly screen: Screen
  /** The part something new is about; null for the screen itself. */
  readonly part: Part | null
  readonly make: (edit: Edit, label: string) => void
  readonly children: ReactNode
}

/** Where rules of a screen are edited. */
export function RulesOfScreen({ project, screen, part, make, children }: RulesOfScreenProps) {
  const home = useMemo((): RuleHome => ({
    project, component: surfaceComponent(project, { screen: screen.id }), owner: { screen: screen.id }, whole: 'whole screen', part,
    make: (edit, label) => edit && make(edit, label),
    onMoved: () => undefined,
    pulseLook: null,
  }), [project, screen, part, make])
  return <RuleHomeContext.Provider value={home}>{children}</RuleHomeContext.Provider>
}

/** One rule of a screen, with everything it says. */
export function ScreenRuleCard({ screen, rule, make }: { readonly screen: Screen; readonly rule: Rule; readonly make: (edit: Edit, label: string) => void }) {
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
