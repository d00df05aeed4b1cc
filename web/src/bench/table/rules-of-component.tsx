import { useMemo, type ReactNode } from 'react'
import { triggerRow } from '@rheoscope/core/document'
import { RuleHomeContext, type RuleHome } from '../../rules/rule-home'
import { stageOf } from '../page/bench-state'
import { useBench } from '../page/use-bench'

/** Lets the fields of a rule be about the rules of the component on the bench. */
export function RulesOfComponent({ children }: { readonly children: ReactNode }) {
  const { project, component, parts, state, view, make, select } = useBench()
  const home = useMemo((): RuleHome => ({
    project, component, make,
    owner: component.id,
    whole: 'whole component',
    part: parts.find(({ parent }) => parent !== null) ?? null,
    onMoved: (rule, trigger, part) => {
      const row = triggerRow(trigger, part)
      if (row !== triggerRow(rule.trigger, rule.part)) select({ do: 'select cell', state: state.id, row })
    },
    pulseLook: {
      isOpen: (stage) => stageOf(view.into)?.stage === stage,
      open: (rule, action, stage, isOpen) => select({ do: 'edit into', into: isOpen ? { motion: { of: 'pulse', rule, action }, stage } : 'look' }),
    },
  }), [project, component, parts, state, view, make, select])
  return <RuleHomeContext.Provider value={home}>{children}</RuleHomeContext.Provider>
}
