import { createContext, useContext } from 'react'
import type { Component, Edit, Id, Part, Project, Rule, RuleOwner, Trigger } from '@rheoscope/core/document'

/** Where rules live, as the fields that edit them see it: a component on the bench, or a screen on the stage. */
export interface RuleHome {
  readonly project: Project
  /** What they are rules of; a screen as the component it runs as. */
  readonly component: Component
  readonly owner: RuleOwner
  /** What the whole of it is called among the parts a rule can listen to. */
  readonly whole: string
  /** The part something new is about, if one is selected. */
  readonly part: Part | null
  readonly make: (edit: Edit | null, label: string) => void
  /** A rule listens to something else from now on. */
  readonly onMoved: (rule: Rule, trigger: Trigger, part: Id | null) => void
  /** How the look a pulse goes through is edited; null where that cannot be. */
  readonly pulseLook: { readonly isOpen: (stage: Id) => boolean; readonly open: (rule: Id, action: Id, stage: Id, isOpen: boolean) => void } | null
}

export const RuleHomeContext = createContext<RuleHome | null>(null)

export function useRuleHome(): RuleHome {
  const home = useContext(RuleHomeContext)
  if (!home) throw new Error('There are no rules here.')
  return home
}
